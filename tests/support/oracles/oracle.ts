/**
 * A second, small printer that shares no code with the program. It judges what a person is promised:
 * the output is the input with stops and nothing else, nothing is hit, and the printer goes on as if
 * nothing had been, whichever of four kinds of firmware reads the file. It is slow and plain on purpose.
 */

/** What `G90` and `G91` do to the extruder. */
const FIRMWARES = ['sets E', 'leaves E', 'G90 clears M83', 'E relative if either'] as const;
type Firmware = (typeof FIRMWARES)[number];

export interface OraclePrinter {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
  readonly maxZ: number;
  /** `M84 E` and `M84 S0` are understood; on others any M84 lets all motors go. */
  readonly namesMotors: boolean;
  /** Macros that may stand in a block. */
  readonly macros: readonly string[];
  /** Those of them that stop the printer. */
  readonly stops: readonly string[];
}

interface Line {
  readonly text: string;
  /** Which block it stands in, from 0; -1 outside. */
  readonly block: number;
  readonly fromInput: boolean;
}

interface Segment {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly z: number;
}

/** The state of one printer of one kind. */
class Printer {
  x = 0;
  y = 0;
  z = 0;
  /** Filament that has been pushed, mm or mm³ as the file counts. */
  e = 0;
  zeroX = 0;
  zeroY = 0;
  zeroZ = 0;
  zeroE = 0;
  scale = 1;
  volume = 0;
  relative = false;
  m83 = false;
  eRelative = false;
  feed = 0;
  nozzle = 0;
  bed = 0;
  fan = 0;
  flow = 100;
  speed = 100;
  tool = 0;
  gap = 0;
  pulledByFirmware = false;
  readonly settings = new Map<string, number>();
  printed: Segment[] = [];
  ambiguous = false;

  constructor(private readonly kind: Firmware) {}

  get countsFromHere(): boolean {
    return this.kind === 'E relative if either' ? this.m83 || this.relative : this.eRelative;
  }

  mode(code: string): void {
    if (code === 'G90' || code === 'G91') {
      this.relative = code === 'G91';
      if (this.kind === 'sets E') this.eRelative = this.relative;
      if (this.kind === 'G90 clears M83' && code === 'G90') this.eRelative = false;
    } else {
      this.m83 = code === 'M83';
      this.eRelative = this.m83;
    }
  }

  /** Moves in a straight line; returns where from, and what came out, mm of filament. */
  move(words: ReadonlyMap<string, number>): { from: Segment; out: number; pushed: number } {
    const [x0, y0, z0] = [this.x, this.y, this.z];
    const axis = (letter: string, at: number, zero: number): number => {
      const value = words.get(letter);
      if (value === undefined) return at;
      return this.relative ? at + value * this.scale : value * this.scale + zero;
    };
    this.x = axis('X', this.x, this.zeroX);
    this.y = axis('Y', this.y, this.zeroY);
    this.z = axis('Z', this.z, this.zeroZ);
    const f = words.get('F');
    if (f !== undefined && f > 0) this.feed = f * this.scale;
    const e = words.get('E');
    let delta = 0;
    if (e !== undefined) {
      const target = e * this.scale;
      delta = this.countsFromHere ? target : target + this.zeroE - this.e;
      this.e += delta;
    }
    const mm = this.volume > 0 ? delta / ((Math.PI / 4) * this.volume ** 2) : delta;
    const out = Math.max(0, mm - this.gap);
    this.gap = Math.max(0, this.gap - mm);
    return { from: { x0, y0, x1: this.x, y1: this.y, z: Math.min(z0, this.z) }, out, pushed: mm };
  }

  snapshot(withE: boolean): Record<string, number | string | boolean> {
    const round = (value: number): number => Math.round(value * 1000) / 1000;
    return {
      x: round(this.x),
      y: round(this.y),
      z: round(this.z),
      zero: [this.zeroX, this.zeroY, this.zeroZ].map(round).join(),
      ...(withE && { number: this.e - this.zeroE, gap: this.gap }),
      scale: this.scale,
      volume: this.volume,
      relative: this.relative,
      eRelative: this.countsFromHere,
      feed: round(this.feed),
      bed: this.bed,
      tool: this.tool,
      pulledByFirmware: this.pulledByFirmware,
      settings: [...this.settings].sort().join(' '),
    };
  }

  wishes(): Record<string, number> {
    return { nozzle: this.nozzle, fan: this.fan, flow: this.flow, speed: this.speed };
  }
}

const TEXT_COMMANDS = new Set(['M117', 'M0', 'M1', 'M118', 'M23', 'M28', 'M30']);
const KNOWN_IN_BLOCKS =
  /^(G0|G1|G4|G10|G11|G20|G21|G90|G91|G92|M0|M1|M17|M18|M25|M73|M82|M83|M84|M92|M104|M105|M106|M107|M109|M110|M114|M117|M125|M140|M190|M200|M201|M203|M204|M205|M206|M207|M208|M220|M221|M226|M290|M300|M400|M600|M601|M900|G2|G3|G5)$/;
const SETTINGS = /^M(92|201|203|204|205|206|207|208|290|900)$/;

interface Parsed {
  readonly code: string;
  readonly words: ReadonlyMap<string, number>;
  readonly text: string;
  readonly number: number | null;
  readonly clean: boolean;
}

function parse(line: string): Parsed {
  let text = line
    .replace(/;.*$/, '')
    .replace(/\([^)]*\)?/g, ' ')
    .trim();
  let number: number | null = null;
  let clean = true;
  const numbered = /^N\s*(\d+)\s*/i.exec(text);
  if (numbered) {
    number = Number(numbered[1]);
    const sum = /\*(\d+)\s*$/.exec(text);
    if (sum) {
      const upTo = line.indexOf(`*${sum[1]}`);
      let xor = 0;
      for (let i = 0; i < upTo; i++) xor ^= line.charCodeAt(i);
      if (xor !== Number(sum[1])) clean = false;
    }
    text = text
      .slice(numbered[0].length)
      .replace(/\*\d+\s*$/, '')
      .trim();
  }
  const code = (/^[A-Z]\s*\d+(\.\d+)?/i.exec(text)?.[0] ?? '').replace(/\s/g, '').toUpperCase();
  const words = new Map<string, number>();
  if (TEXT_COMMANDS.has(code) || (code === '' && /^[A-Z_]{2}/i.test(text))) {
    return { code, words, text, number, clean };
  }
  const rest = text
    .slice(/^[A-Z]\s*\d+(\.\d+)?/i.exec(text)?.[0].length ?? 0)
    .replace(/"[^"]*"?/g, ' ');
  const left = rest.replace(
    /([A-Z])\s*([-+]?(?:\d+\.?\d*|\.\d+))/gi,
    (_, letter: string, value: string) => {
      words.set(letter.toUpperCase(), Number(value));
      return '';
    },
  );
  if (left.replace(/[XYZE]/gi, '').trim() !== '') clean = false;
  return { code, words, text, number, clean };
}

/** Divides an output into lines, and takes Lamella's own away to find the input again. */
function divide(output: string): {
  lines: Line[];
  input: string;
  blocks: number;
  titles: string[];
} {
  const lines: Line[] = [];
  const titles: string[] = [];
  let input = '';
  let block = -1;
  let count = 0;
  for (const [whole] of output.matchAll(/[^\r\n]*(\r\n|\r|\n|$)/g)) {
    if (whole === '') continue;
    const text = whole.replace(/[\r\n]+$/, '');
    if (block < 0 && /^; lamella: (swap|warning|load|rewrite|number) \d/.test(text)) {
      block = count++;
      titles.push(text);
    } else if (block >= 0 && /^; lamella: end (swap|warning|load|rewrite|number) /.test(text)) {
      block = -1;
    } else if (block >= 0) {
      lines.push({ text, block, fromInput: false });
    } else if (text.startsWith('; lamella: taken out: ')) {
      const rest = whole.slice('; lamella: taken out: '.length);
      input += rest;
      lines.push({ text: `;${text}`, block: -2 - lines.length, fromInput: true });
    } else {
      input += whole;
      lines.push({ text, block: -1, fromInput: true });
    }
  }
  return { lines, input, blocks: count, titles };
}

/** Distance of a point from a segment. */
function distance(px: number, py: number, s: Segment): number {
  const [dx, dy] = [s.x1 - s.x0, s.y1 - s.y0];
  const length2 = dx * dx + dy * dy;
  const t =
    length2 === 0 ? 0 : Math.min(1, Math.max(0, ((px - s.x0) * dx + (py - s.y0) * dy) / length2));
  return Math.hypot(px - s.x0 - t * dx, py - s.y0 - t * dy);
}

/** Everything that the input ever prints, for the place where a nozzle waits. */
function everPrinted(input: string): Segment[] {
  const printer = new Printer('leaves E');
  for (const line of input.split(/\r\n|\r|\n/)) obey(printer, parse(line));
  return printer.printed;
}

/** Obeys a line outside of blocks. */
function obey(printer: Printer, { code, words }: Parsed): { out: number; from: Segment | null } {
  const s = words.get('S');
  switch (code) {
    case 'G0':
    case 'G1': {
      const { from, out } = printer.move(words);
      const travels = from.x0 !== from.x1 || from.y0 !== from.y1;
      if (out > 1e-6 && travels) printer.printed.push({ ...from, z: printer.z });
      return { out, from };
    }
    case 'G2':
    case 'G3':
    case 'G5': {
      const { from, out } = printer.move(words);
      return { out, from };
    }
    case 'G90':
    case 'G91':
    case 'M82':
    case 'M83':
      printer.mode(code);
      break;
    case 'G20':
      printer.scale = 25.4;
      break;
    case 'G21':
      printer.scale = 1;
      break;
    case 'G92': {
      const all = !['X', 'Y', 'Z', 'E'].some((one) => words.has(one));
      const given = (one: string): number | null =>
        all ? 0 : words.has(one) ? words.get(one)! * printer.scale : null;
      const [x, y, z, e] = ['X', 'Y', 'Z', 'E'].map(given);
      if (x !== null) printer.zeroX = printer.x - x;
      if (y !== null) printer.zeroY = printer.y - y;
      if (z !== null) printer.zeroZ = printer.z - z;
      if (e !== null) printer.zeroE = printer.e - e;
      break;
    }
    case 'G28':
      printer.x = printer.y = printer.z = printer.zeroX = printer.zeroY = printer.zeroZ = 0;
      break;
    case 'G10':
    case 'G11':
      printer.pulledByFirmware = code === 'G10';
      break;
    case 'M104':
    case 'M109':
      printer.nozzle = s ?? words.get('R') ?? printer.nozzle;
      break;
    case 'M140':
    case 'M190':
      printer.bed = s ?? words.get('R') ?? printer.bed;
      break;
    case 'M106':
      printer.fan = s ?? 255;
      break;
    case 'M107':
      printer.fan = 0;
      break;
    case 'M220':
      printer.speed = s ?? printer.speed;
      break;
    case 'M221':
      printer.flow = s ?? printer.flow;
      break;
    case 'M200': {
      const on = s === undefined ? words.has('D') : s > 0;
      printer.volume = on ? (words.get('D') ?? printer.volume) : 0;
      break;
    }
    default:
      if (/^T\d+$/.test(code)) {
        if (Number(code.slice(1)) !== printer.tool) printer.gap = 0;
        printer.tool = Number(code.slice(1));
      } else if (SETTINGS.test(code)) {
        for (const [letter, value] of words) {
          const name = code + letter;
          const sum = code === 'M290' ? (printer.settings.get(name) ?? 0) + value : value;
          if (code === 'M290' && Math.abs(sum) < 1e-9) printer.settings.delete(name);
          else printer.settings.set(name, sum);
        }
      }
  }
  return { out: 0, from: null };
}

function isStop({ code, text, words }: Parsed, own: readonly string[]): boolean {
  if (code === 'M0' || code === 'M1') return !/[SP]\s*[-+.]?\d/i.test(text.slice(2));
  if (['M25', 'M125', 'M226', 'M600', 'M601'].includes(code)) return true;
  if (code === 'G4') return (words.get('S') ?? 0) + (words.get('P') ?? 0) / 1000 >= 5;
  if (code === 'M400') return (words.get('U') ?? 0) > 0;
  const word = text.split(/\s/, 1)[0].toUpperCase();
  return code === '' && (word === 'PAUSE' || own.includes(word));
}

/**
 * Everything that is wrong with an output, in words; empty when it keeps the promise.
 * @param stops how many stops its blocks should make.
 */
export function findFaults(
  input: string,
  output: string,
  machine: OraclePrinter,
  swaps: number | null = null,
): string[] {
  const { lines, input: rest, titles } = divide(output);
  if (rest !== input) return ['the output is not the input with blocks'];
  const faults: string[] = [];
  const ever = everPrinted(input);
  for (const kind of FIRMWARES) faults.push(...runOn(kind, lines, titles, machine, ever));
  const wanted = swaps ?? titles.filter((one) => /: swap /.test(one)).length;
  const found = titles.filter((one) => /: swap /.test(one)).length;
  if (found !== wanted) faults.push(`${found} swaps instead of ${wanted}`);
  return [...new Set(faults)];
}

function runOn(
  kind: Firmware,
  lines: readonly Line[],
  titles: readonly string[],
  machine: OraclePrinter,
  ever: readonly Segment[],
): string[] {
  const faults: string[] = [];
  const printer = new Printer(kind);
  /** The same printer, for which no block is there. */
  const alone = new Printer(kind);
  const kinds = FIRMWARES.map((one) => new Printer(one));
  let number: number | null = null;
  let breaks = 0;
  let open = -1;
  let stops = 0;
  let beeps = 0;
  let lost = false;
  let byHand = false;
  let comesBack = false;
  let waits: { x: number; y: number }[] = [];
  let outs: { x: number; y: number; moves: boolean }[] = [];
  let title = '';
  let back: Segment | null = null;
  const numberFault = (parsed: Parsed, inBlock: boolean): void => {
    if (parsed.number === null) {
      if (inBlock && number !== null && parsed.text !== '')
        faults.push('a block has a line without its number');
      return;
    }
    if (number !== null && parsed.number !== number + 1 && parsed.code !== 'M110') breaks++;
    number = parsed.code === 'M110' ? (parsed.words.get('N') ?? parsed.number) : parsed.number;
  };
  const close = (): void => {
    if (open < 0) return;
    open = -1;
    const agreed = !alone.ambiguous;
    const [wanted, got] = [alone.snapshot(agreed), printer.snapshot(agreed)];
    for (const [name, value] of Object.entries(wanted)) {
      const found = got[name];
      const isSame =
        typeof value === 'number' ? Math.abs(Number(found) - value) < 0.002 : found === value;
      if (!isSame) faults.push(`${kind}: after a block, ${name} is ${found} instead of ${value}`);
    }
    if (/^swap/.test(title)) {
      const sets = (name: string): number | null => {
        const match = new RegExp(`sets .*\\b${name} ([\\d.]+)`).exec(setsLine);
        return match && Number(match[1]);
      };
      const expected = {
        nozzle: sets('nozzle') ?? alone.nozzle,
        fan: sets('fan') === null ? alone.fan : Math.round(sets('fan')! * 2.55),
        flow: (alone.flow * (sets('flow') ?? 100)) / 100,
        speed: (alone.speed * (sets('speed') ?? 100)) / 100,
      };
      for (const [name, value] of Object.entries(printer.wishes())) {
        const want = expected[name as keyof typeof expected];
        if (Math.abs(value - want) > 0.01)
          faults.push(`after a swap, ${name} is ${value} instead of ${want}`);
      }
    }
    if (stops > 1) faults.push('a block stops more than once');
    if (stops === 0 && beeps === 0 && /swap|load/.test(title))
      faults.push('a swap neither stops nor calls');
    for (const out of outs) {
      const isAtPark = waits.some(({ x, y }) => Math.hypot(x - out.x, y - out.y) < 0.02);
      if (out.moves || !isAtPark) faults.push('filament comes out where the nozzle does not wait');
    }
  };
  let words = '';
  let setsLine = '';
  for (const line of lines) {
    const parsed = parse(line.text);
    if (line.block < 0) {
      close();
      if (line.block === -1) {
        if (line.fromInput) numberFault(parsed, false);
        for (const one of kinds) obey(one, parsed);
        if (/^G[0-3]$/.test(parsed.code) && parsed.words.has('E')) {
          const modes = new Set(kinds.map((one) => one.countsFromHere));
          if (modes.size > 1) alone.ambiguous = printer.ambiguous = true;
        }
        obey(alone, parsed);
        obey(printer, parsed);
      } else {
        // A line that was taken out: the printer does not see it, and alone it does.
        const original = parse(line.text.replace(/^;; lamella: taken out: /, ''));
        if (isStop(original, machine.stops) || original.code === 'G4') continue;
        obey(alone, original);
      }
      continue;
    }
    if (open !== line.block) {
      close();
      open = line.block;
      stops = 0;
      beeps = 0;
      lost = false;
      waits = [];
      outs = [];
      words = '';
      back = { x0: alone.x, y0: alone.y, x1: alone.x, y1: alone.y, z: alone.z };
      setsLine = '';
      title = titles[line.block].replace('; lamella: ', '');
    }
    if (line.text.startsWith('; lamella: sets ')) setsLine = line.text;
    if (line.text.startsWith('; lamella: does ')) words = line.text;
    byHand = /is (fed|loaded) by hand/.test(words);
    comesBack = /comes back|returns/.test(words);
    if (parsed.text === '') continue;
    numberFault(parsed, true);
    if (!parsed.clean) faults.push(`a block holds a line that is not clear: ${line.text}`);
    const macro = parsed.code === '' ? parsed.text.split(/\s/, 1)[0].toUpperCase() : null;
    if (macro !== null && macro !== 'PAUSE' && !machine.macros.includes(macro))
      faults.push(`a block calls ${macro}`);
    if (macro === null && !KNOWN_IN_BLOCKS.test(parsed.code))
      faults.push(`a block holds ${parsed.code}`);
    if (/^M(18|84)$/.test(parsed.code)) {
      const text = parsed.text.slice(parsed.code.length).trim().toUpperCase();
      if (!machine.namesMotors || !(text === 'E' || (text === 'S0' && parsed.code === 'M84')))
        faults.push('a block may let motors go');
    }
    const stop = isStop(parsed, machine.stops);
    if (parsed.code === 'M300') beeps++;
    if (stop) {
      stops++;
      if (byHand) printer.gap = 0;
      waits.push({ x: printer.x, y: printer.y });
      const { x = printer.x, y = printer.y } = {
        x: parsed.words.get('X'),
        y: parsed.words.get('Y'),
      };
      if (/^M60[01]$/.test(parsed.code)) {
        const lift = parsed.words.get('Z') ?? 0;
        const z = printer.z + lift;
        if (lift < 0 || z > machine.maxZ + 0.01)
          faults.push('a change command moves out of the machine');
        if (parsed.words.has('X') || parsed.words.has('Y'))
          faults.push(...waitFaults(x, y, machine, ever, back));
      }
      if (comesBack) {
        printer.x = printer.y = printer.z = 999;
        printer.feed = -1;
        printer.scale = 7;
        printer.zeroE = 1e6;
        printer.mode(alone.relative ? 'G90' : 'G91');
        printer.mode(printer.m83 ? 'M82' : 'M83');
        lost = true;
      }
    }
    const cold =
      /^M(104|109|140|190)$/.test(parsed.code) &&
      (parsed.words.get('S') ?? parsed.words.get('R') ?? 1) <= 0;
    if (cold) faults.push('a block switches a heater off');
    const { out, from } = obey(printer, parsed);
    if (!from) continue;
    const sideways = Math.hypot(from.x1 - from.x0, from.y1 - from.y0) > 0.001;
    if (out > 0.01) outs.push({ x: printer.x, y: printer.y, moves: sideways });
    if (!lost) faults.push(...hitFaults(from, printer, alone.printed, machine, back));
    if (printer.z !== 999) lost = false;
    if (out > 0.01 && near(printer.x, printer.y, ever, 1))
      faults.push('filament is pushed out onto the print');
  }
  close();
  if (breaks > ownBreaks(lines)) faults.push('line numbers do not follow');
  if (alone.bed !== printer.bed || alone.nozzle > 0 !== printer.nozzle > 0)
    faults.push('heaters do not end as in the input');
  return faults;
}

/** Numbers that do not follow in the input itself. */
function ownBreaks(lines: readonly Line[]): number {
  let last: number | null = null;
  let breaks = 0;
  for (const { text, fromInput } of lines) {
    if (!fromInput) continue;
    const { number, code } = parse(text.replace(/^;; lamella: taken out: /, ''));
    if (number === null) continue;
    if (last !== null && number !== last + 1 && code !== 'M110') breaks++;
    last = number;
  }
  return breaks;
}

function near(x: number, y: number, segments: readonly Segment[], radius: number): boolean {
  return segments.some((segment) => distance(x, y, segment) < radius);
}

function waitFaults(
  x: number,
  y: number,
  { minX, minY, maxX, maxY }: OraclePrinter,
  ever: readonly Segment[],
  back: Segment | null,
): string[] {
  const isBack = back !== null && Math.hypot(x - back.x0, y - back.y0) < 0.01;
  if (isBack) return [];
  if (x < minX - 0.01 || y < minY - 0.01 || x > maxX + 0.01 || y > maxY + 0.01)
    return ['it waits out of reach'];
  return near(x, y, ever, 1) ? ['it waits over the print'] : [];
}

/** What a move would hit: looked at every 0.05 mm, against the lines themselves. */
function hitFaults(
  from: Segment,
  printer: Printer,
  printed: readonly Segment[],
  machine: OraclePrinter,
  back: Segment | null,
): string[] {
  const length = Math.hypot(from.x1 - from.x0, from.y1 - from.y0);
  const { minX, minY, maxX, maxY, maxZ } = machine;
  const isBack = back !== null && Math.hypot(from.x1 - back.x0, from.y1 - back.y0) < 0.01;
  const out =
    from.x1 < minX - 0.01 ||
    from.y1 < minY - 0.01 ||
    from.x1 > maxX + 0.01 ||
    from.y1 > maxY + 0.01;
  if (out && !isBack) return ['it goes out of reach'];
  if (printer.z > maxZ + 0.01 && back !== null && printer.z > back.z + 0.01)
    return ['it goes above the machine'];
  if (length < 0.001 && isBack && back !== null && from.z >= back.z - 0.006) return [];
  const low = printed.filter(({ z }) => z > from.z + 0.01);
  if (low.length === 0) return [];
  const steps = Math.max(1, Math.min(20_000, Math.ceil(length / 0.05)));
  for (let i = 0; i <= steps; i++) {
    const x = from.x0 + ((from.x1 - from.x0) * i) / steps;
    const y = from.y0 + ((from.y1 - from.y0) * i) / steps;
    if (near(x, y, low, 0.4)) return ['it hits the print'];
  }
  return [];
}
