/** A printed line as the oracle saw it. */
export interface OracleLine {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly z: number;
  /** The filament loaded, or the tool in use. */
  readonly filament: string;
  readonly nozzle: number;
  readonly acceleration: number;
  readonly fan: number;
}

/** What a second printer, which shares nothing with core, found in a file. */
export interface OracleRun {
  readonly lines: readonly OracleLine[];
  readonly stops: number;
  readonly faults: readonly string[];
}

/**
 * A printer with one nozzle, written again for the tests: plain words, plain numbers, absolute places or steps,
 * one length of filament that is followed through the nozzle. Lines of a swap's title say what is loaded.
 * @param scripts whether what stops the printer lifts the head by itself.
 * @param ofTool names what a tool's number stands for, in a file that still has tools; null where none may be.
 */
export function runParts(
  text: string,
  first: string,
  ofTool: ((tool: number) => string) | null,
  scripts = false,
): OracleRun {
  const lines: OracleLine[] = [];
  const faults: string[] = [];
  let [x, y, z, e, gap] = [0, 0, 0, 0, 0];
  let [relative, relativeE] = [false, false];
  let [nozzle, acceleration, fan, stops] = [0, 0, 0, 0];
  let filament = first;
  let coming: string | null = null;
  let inBlock = false;
  /** A script that nobody sees has lifted the head. */
  let liftedBySelf = false;
  /** Highest printed by then, by millimetre cells. */
  const top = new Map<string, number>();
  let highest = 0;
  const targets = new Map<number, number>();
  let tool = 0;
  const fault = (at: number, what: string): void => {
    if (faults.length < 20) faults.push(`line ${at + 1}: ${what}`);
  };
  text.split(/\r?\n/).forEach((raw, at) => {
    const title =
      /^; lamella: (swap|hop|load|rewrite) \d+ of \d+, (?:in|before) layer \d+, (.*)$/.exec(raw);
    if (title) {
      inBlock = true;
      if (title[1] === 'swap') coming = title[2];
    }
    if (/^; lamella: end /.test(raw)) inBlock = false;
    const code = raw.replace(/;.*$/, '').trim();
    if (code === '') return;
    const [command, ...rest] = code.split(/\s+/);
    const word = (letter: string): number | undefined => {
      const found = rest.find((one) => one[0] === letter);
      return found && found.length > 1 ? Number(found.slice(1)) : undefined;
    };
    if (/^T\d+$/.test(command)) {
      if (!ofTool) return fault(at, `names a tool: ${command}`);
      if (tool === Number(command.slice(1))) return;
      tool = Number(command.slice(1));
      filament = ofTool(tool);
      // As a printer with several would have it: the new one is where the file believes it to be.
      gap = 0;
      return;
    }
    switch (command) {
      case 'G90':
        relative = false;
        return;
      case 'G91':
        relative = true;
        return;
      case 'M82':
      case 'M83':
        relativeE = command === 'M83';
        return;
      case 'G92':
        e = word('E') ?? e;
        [x, y, z] = [word('X') ?? x, word('Y') ?? y, word('Z') ?? z];
        return;
      case 'G28':
        if (rest.length === 0 || rest.includes('X')) x = 0;
        if (rest.length === 0 || rest.includes('Y')) y = 0;
        if (rest.length === 0 || rest.includes('Z')) z = 0;
        return;
      case 'M104':
      case 'M109': {
        const of = word('T');
        const value = word('S') ?? nozzle;
        if (of !== undefined && !ofTool && of !== 0) fault(at, `heats tool ${of}`);
        if (of !== undefined) targets.set(of, value);
        else if (targets.has(tool)) targets.set(tool, value);
        if (of === undefined || of === tool) nozzle = value;
        return;
      }
      case 'M204':
        acceleration = word('P') ?? acceleration;
        return;
      case 'M106':
        if ((word('P') ?? 0) === 0) fan = word('S') ?? 255;
        return;
      case 'M107':
        if ((word('P') ?? 0) === 0) fan = 0;
        return;
      case 'M600':
      case 'M0':
      case 'M25':
      case 'PAUSE':
        stops++;
        if (coming !== null) filament = coming;
        coming = null;
        liftedBySelf = scripts && inBlock;
        return;
      case 'G0':
      case 'G1':
        break;
      default:
        return;
    }
    const move = (letter: string, from: number): number => {
      const value = word(letter);
      return value === undefined ? from : relative ? from + value : value;
    };
    const [toX, toY, toZ] = [move('X', x), move('Y', y), move('Z', z)];
    const number = word('E');
    const pushed = number === undefined ? 0 : relativeE ? number : number - e;
    if (number !== undefined) e = relativeE ? e + number : number;
    const sideways = Math.hypot(toX - x, toY - y) > 1e-6;
    const behind = gap;
    const out = Math.max(0, pushed - gap);
    gap = Math.max(0, gap - pushed);
    if (out > 1e-4 && sideways) {
      if (inBlock) fault(at, 'prints inside of a block');
      if (behind > 1e-3) fault(at, `prints with the filament ${behind.toFixed(3)} mm back`);
      const now = targets.size > 0 && ofTool ? (targets.get(tool) ?? nozzle) : nozzle;
      lines.push({ x0: x, y0: y, x1: toX, y1: toY, z, filament, nozzle: now, acceleration, fan });
      for (let t = 0; t <= 1; t += 0.1) {
        const key = `${Math.round(x + t * (toX - x))} ${Math.round(y + t * (toY - y))}`;
        top.set(key, Math.max(top.get(key) ?? 0, z));
      }
      highest = Math.max(highest, z);
    } else if (out > 0.02 && !inBlock && lines.length > 0) {
      fault(at, `pushes ${out.toFixed(2)} mm out without moving`);
    }
    if (z !== toZ) liftedBySelf = false;
    if (
      inBlock &&
      sideways &&
      !liftedBySelf &&
      Math.min(z, toZ) < highest + 0.9 &&
      lines.length > 0
    ) {
      fault(at, `goes sideways in a block at ${Math.min(z, toZ)}, the print being ${highest} high`);
    }
    [x, y, z] = [toX, toY, toZ];
  });
  return { lines, stops, faults };
}

const key = ({ x0, y0, x1, y1, z }: OracleLine): string =>
  [x0, y0, x1, y1, z].map((value) => value.toFixed(3)).join(' ');

/**
 * What is wrong with an output, judged by what the input prints: every line once, in the filament that its
 * tool stands for, as hot and as fast as there.
 */
export function partsFaults(
  input: string,
  output: string,
  filaments: readonly string[],
  wants: { readonly tools: boolean; readonly scripts?: boolean } = { tools: true },
): string[] {
  const nameOf = (tool: number): string => filaments[tool] ?? `T${tool}`;
  const wanted = runParts(input, nameOf(0), wants.tools ? nameOf : null);
  const first = firstFilament(output, wanted, nameOf);
  const found = runParts(output, first, null, wants.scripts);
  const faults = [...found.faults];
  const by = new Map(wanted.lines.map((line) => [key(line), line]));
  if (found.lines.length !== wanted.lines.length) {
    faults.push(`${found.lines.length} lines are printed instead of ${wanted.lines.length}`);
  }
  for (const line of found.lines) {
    const same = by.get(key(line));
    if (!same) faults.push(`prints what the file does not: ${key(line)}`);
    else {
      by.delete(key(line));
      for (const field of ['filament', 'nozzle', 'acceleration', 'fan'] as const) {
        if (line[field] !== same[field] && (wants.tools || field !== 'filament')) {
          faults.push(`${field} is ${line[field]} instead of ${same[field]} at ${key(line)}`);
        }
      }
    }
    if (faults.length > 20) break;
  }
  if (by.size > 0) faults.push(`${by.size} lines are not printed`);
  return faults;
}

/** What is loaded to begin with: the filament of the first line that the output prints. */
function firstFilament(
  output: string,
  wanted: OracleRun,
  nameOf: (tool: number) => string,
): string {
  const [line] = runParts(output, '', null).lines;
  return wanted.lines.find((one) => line && key(one) === key(line))?.filament ?? nameOf(0);
}
