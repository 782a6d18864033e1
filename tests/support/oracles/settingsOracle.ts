/** What holds at one printed line: each setting by its command and letter, as `M204 P` or `SET_X A`. */
type Held = ReadonlyMap<string, number>;

/** Letters that say which of several a command is about. */
const ABOUT: Readonly<Record<string, string>> = { M106: 'P', M572: 'D' };
const SETTINGS = /^(M20[1345]|M220|M221|M900|M566|M572|M593|M106|M107|SET_\w+)$/;

/** Reads a file of absolute places by plain words, and tells what holds at each line that prints outside of blocks. */
export function settingsAtLines(text: string): Map<string, Held> {
  // A printer begins with its fan off, and with its own speed and flow.
  const held = new Map([
    ['M106  S', 0],
    ['M220  S', 100],
    ['M221  S', 100],
  ]);
  const found = new Map<string, Held>();
  let [x, y, z] = [0, 0, 0];
  let inBlock = false;
  for (const raw of text.split(/\r?\n/)) {
    if (/^; lamella: (swap|hop|load|warning|handover|takeup|rewrite) /.test(raw)) inBlock = true;
    if (/^; lamella: end /.test(raw)) inBlock = false;
    const code = raw.replace(/;.*$/, '').trim();
    const [command = '', ...words] = code.split(/\s+/);
    if (SETTINGS.test(command)) note(held, command, words);
    if (command !== 'G0' && command !== 'G1') continue;
    const [toX, toY, toZ] = [words, words, words].map((all, i) => {
      const word = all.find((one) => one.startsWith('XYZ'[i]));
      return word ? Number(word.slice(1)) : [x, y, z][i];
    });
    const prints = words.some((one) => one.startsWith('E')) && (toX !== x || toY !== y);
    if (prints && !inBlock) found.set([x, y, toX, toY, toZ].join(' '), new Map(held));
    [x, y, z] = [toX, toY, toZ];
  }
  return found;
}

function note(held: Map<string, number>, command: string, words: readonly string[]): void {
  if (command.startsWith('SET_')) {
    const pairs = words.map((word) => word.split('='));
    const about = pairs
      .filter(([, value]) => Number.isNaN(Number(value)))
      .map((pair) => pair.join('='));
    for (const [key, value] of pairs) {
      if (!Number.isNaN(Number(value))) held.set([command, ...about, key].join(' '), Number(value));
    }
    return;
  }
  const off = command === 'M107';
  const name = off ? 'M106' : command;
  const about = words.filter((word) => ABOUT[name]?.includes(word[0])).join(' ');
  if (off) held.set(`${name} ${about} S`, 0);
  for (const word of words) {
    if (ABOUT[name]?.includes(word[0])) continue;
    held.set(`${name} ${about} ${word[0]}`, Number(word.slice(1)));
  }
}

/**
 * Where an output prints a line with other settings than the file does. What the file has not set by then may
 * be one value of each setting, and always the same one.
 */
export function settingFaults(input: string, output: string): string[] {
  const wanted = settingsAtLines(input);
  const taken = new Map<string, number>();
  const faults: string[] = [];
  for (const [line, held] of settingsAtLines(output)) {
    const own = wanted.get(line);
    if (!own) {
      faults.push(`prints what the file does not: ${line}`);
      continue;
    }
    for (const name of new Set([...own.keys(), ...held.keys()])) {
      const [want, is] = [own.get(name), held.get(name)];
      if (want !== undefined && want !== is) faults.push(`${name} is ${is} for ${want} at ${line}`);
      if (want !== undefined || is === undefined) continue;
      const before = taken.get(name) ?? is;
      taken.set(name, before);
      if (before !== is)
        faults.push(`${name} is ${is} and was ${before} where the file says nothing`);
    }
  }
  if (settingsAtLines(output).size !== wanted.size) faults.push('not all lines are printed');
  return faults;
}
