/** A line that was printed, and all that the printer was told for it. */
export interface Bead {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly z: number;
  readonly filament: string;
  readonly nozzle: number;
  /** The printer has waited for that temperature. */
  readonly hot: boolean;
  readonly settings: ReadonlyMap<string, string>;
  readonly line: number;
}

export interface NozzleRun {
  readonly beads: readonly Bead[];
  readonly faults: readonly string[];
  readonly stops: number;
}

const HALF = 0.225;
/** Radius of the flat end of the nozzle, mm; it widens by as much as it rises. */
const TIP = 0.5;

type Words = ReadonlyMap<string, number>;

/** One printer with one nozzle, or with as many as the file has tools; absolute places, millimetres. */
class Printer {
  x = 0;
  y = 0;
  z = 0;
  e = 0;
  gap = 0;
  relative = false;
  relativeE = false;
  tool = 0;
  readonly own = new Map<number, number>();
  readonly waited = new Map<number, number>();
  target = 0;
  reached = 0;
  readonly settings = new Map<string, string>();

  heat(tool: number | undefined, celsius: number, waits: boolean): void {
    if (tool !== undefined || this.own.has(this.tool)) this.own.set(tool ?? this.tool, celsius);
    if (tool === undefined || tool === this.tool) this.target = celsius;
    if (!waits) return;
    this.waited.set(tool ?? this.tool, celsius);
    if (tool === undefined || tool === this.tool) this.reached = celsius;
  }

  get nozzle(): number {
    return this.own.get(this.tool) ?? this.target;
  }
}

/** Settings by which a line is printed otherwise; `M204` has letters of their own. */
const SETTINGS: Readonly<Record<string, string>> = {
  M204: 'PTRS',
  M205: 'XYZEJ',
  M900: 'K',
  M220: 'S',
  M221: 'S',
};

/**
 * Follows a file with exact distances between straight lines. It shares no code with the program.
 * @param ofTool names what prints with a tool, in a file that has tools; null where none may be named.
 * @param dip how much higher than a printed line things beside it may be, mm; null to leave travels alone.
 */
export function runNozzle(
  text: string,
  first: string,
  ofTool: ((tool: number) => string) | null,
  dip: number | null,
): NozzleRun {
  const p = new Printer();
  const beads: Bead[] = [];
  const faults: string[] = [];
  let [stops, filament] = [0, first];
  let coming: string | null = null;
  let inBlock = false;
  const lines = text.split(/\r?\n/);
  lines.forEach((raw, at) => {
    const fault = (what: string): void => {
      if (faults.length < 12) faults.push(`line ${at + 1} ${raw}: ${what}`);
    };
    const title =
      /^; lamella: (swap|hop|load|lift|lower|rewrite|handover|takeup) \d+ of \d+, (?:in|before) layer \d+, (.*)$/.exec(
        raw,
      );
    if (title) inBlock = true;
    if (title?.[1] === 'swap') coming = title[2];
    // Between two files the person loads what the next one begins with.
    if (title?.[1] === 'takeup') filament = title[2];
    if (raw.startsWith('; lamella: end ')) inBlock = false;
    // Where stops stand for changes, the made-up file says in a note which tool comes.
    const noted = /^; tool (\d+)$/.exec(raw);
    if (noted && ofTool) filament = ofTool(Number(noted[1]));
    const code = raw.replace(/;.*$/, '').trim();
    const [name] = code.split(/\s+/, 1);
    if (name === '') return;
    const words: Words = new Map(
      [...code.slice(name.length).matchAll(/([A-Z])(-?[\d.]+)/g)].map(([, k, v]) => [k, Number(v)]),
    );
    const s = words.get('S');
    const changed = /^T(\d+)$/.exec(name)?.[1] ?? /^(?:M6 T|TOOL_CHANGE T=)(\d+)/.exec(code)?.[1];
    if (changed !== undefined) {
      if (!ofTool) return fault('changes the tool');
      if (Number(changed) !== p.tool) p.gap = 0;
      p.tool = Number(changed);
      filament = ofTool(p.tool);
      return;
    }
    if (name === 'G90' || name === 'G91') p.relative = name === 'G91';
    else if (name === 'M82' || name === 'M83') p.relativeE = name === 'M83';
    else if (name === 'G92') {
      p.e = words.get('E') ?? p.e;
      if (words.has('X') || words.has('Y') || words.has('Z')) fault('moves the origin');
    } else if (name === 'G28') {
      if (beads.length > 0 && p.z < Math.max(...beads.map(({ z }) => z)))
        fault('homes into the print');
      [p.x, p.y] = [0, 0];
      if (!words.has('X') && !/[XY]/.test(code)) p.z = 0;
    } else if (name === 'M104' || name === 'M109') {
      const tool = words.get('T');
      if (tool !== undefined && tool > 0 && !ofTool) fault('speaks of a tool');
      p.heat(tool, s ?? 0, name === 'M109');
    } else if (name === 'G10') {
      const tool = words.get('P');
      if (tool !== undefined && tool > 0 && !ofTool) fault('speaks of a tool');
      if (tool !== undefined && s !== undefined) p.heat(tool, s, false);
    } else if (name === 'M116') {
      for (const [tool, celsius] of p.own) p.waited.set(tool, celsius);
      p.reached = p.nozzle;
    } else if (name === 'M106') p.settings.set(`fan ${words.get('P') ?? 0}`, String(s ?? 255));
    else if (name === 'M107') p.settings.set(`fan ${words.get('P') ?? 0}`, '0');
    else if (name.startsWith('SET_') || name === 'PRESSURE' || name === 'M486')
      p.settings.set(name, code.slice(name.length));
    else if (['M600', 'M0', 'M25', 'PAUSE'].includes(name)) {
      stops++;
      if (coming !== null) filament = coming;
      coming = null;
    } else if (SETTINGS[name]) {
      for (const letter of SETTINGS[name]) {
        if (words.has(letter)) p.settings.set(name + letter, String(words.get(letter)));
      }
    }
    if (name !== 'G0' && name !== 'G1') return;
    const to = (letter: string, from: number): number => {
      const value = words.get(letter);
      return value === undefined ? from : p.relative ? from + value : value;
    };
    const [x0, y0, z0] = [p.x, p.y, p.z];
    [p.x, p.y, p.z] = [to('X', p.x), to('Y', p.y), to('Z', p.z)];
    const number = words.get('E');
    const pushed = number === undefined ? 0 : p.relativeE ? number : number - p.e;
    if (number !== undefined) p.e = p.relativeE ? p.e + number : number;
    const behind = p.gap;
    const out = Math.max(0, pushed - p.gap);
    p.gap = Math.max(0, p.gap - pushed);
    const sideways = Math.hypot(p.x - x0, p.y - y0) > 1e-6;
    const low = Math.min(z0, p.z);
    const way: Four = [x0, y0, p.x, p.y];
    if (sideways && out > 1e-4) {
      if (inBlock) fault('prints inside of a block');
      if (behind > 0.003) fault(`prints with ${behind.toFixed(2)} mm pulled back`);
      for (const bead of dip === null ? [] : beads) {
        const rise = bead.z - p.z;
        if (rise <= 0.01) continue;
        const away = apart(way, bead);
        if (away < HALF - 0.1)
          fault(`prints through line ${bead.line}, ${rise.toFixed(2)} mm higher`);
        else if (rise > (dip ?? 0) + 0.01 && away - HALF < TIP + rise - 0.2)
          fault(`dips ${rise.toFixed(2)} mm beside line ${bead.line}`);
      }
      const hot = ofTool
        ? (p.waited.get(p.tool) ?? p.reached) === p.nozzle
        : p.reached === p.nozzle;
      const settings = new Map(p.settings);
      const [x1, y1, z, nozzle] = [p.x, p.y, p.z, p.nozzle];
      beads.push({ x0, y0, x1, y1, z, filament, nozzle, hot, settings, line: at + 1 });
      return;
    }
    // What a block clears comes out where the head waits, away from all that is printed.
    const waits = inBlock && !sideways && beads.every((bead) => apart(way, bead) > 5);
    if (out > 0.02 && !ofTool && !waits && beads.length > 1) {
      fault(`${out.toFixed(2)} mm come out on the way`);
    }
    if (dip === null || beads.length === 0) return;
    const hit = beads.find((bead) => {
      const rise = bead.z - low;
      if (rise <= 0.01) return false;
      // Straight down the nozzle comes where it prints; sideways nothing may be within its reach.
      return apart(way, bead) - HALF < (sideways ? TIP + rise - 0.2 : -0.1);
    });
    if (hit) fault(`goes at ${low.toFixed(2)} into line ${hit.line}, ${hit.z.toFixed(2)} high`);
  });
  return { beads, faults, stops };
}

type Four = readonly [number, number, number, number];

/** Distance of two straight pieces. */
function apart([ax, ay, bx, by]: Four, { x0, y0, x1, y1 }: Bead): number {
  const cross = (px: number, py: number, qx: number, qy: number, rx: number, ry: number): number =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px);
  const meets =
    cross(ax, ay, bx, by, x0, y0) * cross(ax, ay, bx, by, x1, y1) < -1e-9 &&
    cross(x0, y0, x1, y1, ax, ay) * cross(x0, y0, x1, y1, bx, by) < -1e-9;
  if (meets) return 0;
  const point = (
    px: number,
    py: number,
    qx: number,
    qy: number,
    rx: number,
    ry: number,
  ): number => {
    const [dx, dy] = [rx - qx, ry - qy];
    const length2 = dx * dx + dy * dy;
    const t = length2 === 0 ? 0 : ((px - qx) * dx + (py - qy) * dy) / length2;
    const s = Math.min(1, Math.max(0, t));
    return Math.hypot(px - qx - s * dx, py - qy - s * dy);
  };
  return Math.min(
    point(ax, ay, x0, y0, x1, y1),
    point(bx, by, x0, y0, x1, y1),
    point(x0, y0, ax, ay, bx, by),
    point(x1, y1, ax, ay, bx, by),
  );
}

/** Where a line lies, to compare. */
export const keyOf = ({ x0, y0, x1, y1, z }: Bead): string =>
  [x0, y0, x1, y1, z].map((value) => value.toFixed(2)).join(' ');

/**
 * What is wrong with an output, judged by what the input prints: every line once, in the filament that its tool
 * stands for, told the same, with its heat reached, and nothing hit.
 */
export function nozzleFaults(
  input: string,
  output: string,
  nameOf: (tool: number) => string,
  dip: number,
): string[] {
  const wanted = runNozzle(input, nameOf(0), nameOf, null);
  const [opening] = runNozzle(output, '', null, null).beads.slice(1);
  const first = wanted.beads.find((bead) => keyOf(bead) === keyOf(opening))?.filament ?? nameOf(0);
  const found = runNozzle(output, first, null, dip);
  const faults = [...found.faults];
  const left = new Map<string, Bead[]>();
  for (const bead of wanted.beads) left.set(keyOf(bead), [...(left.get(keyOf(bead)) ?? []), bead]);
  for (const bead of found.beads) {
    const same = left.get(keyOf(bead)) ?? [];
    // Two filaments may share one line.
    const at = Math.max(
      0,
      same.findIndex(({ filament }) => filament === bead.filament),
    );
    const [one] = same.splice(at, 1);
    if (!one) faults.push(`prints what the file does not, on line ${bead.line}`);
    else {
      const isPrime = one === wanted.beads[0];
      for (const field of ['filament', 'nozzle'] as const) {
        if (one[field] !== bead[field] && !isPrime)
          faults.push(`line ${bead.line}: ${field} is ${bead[field]} instead of ${one[field]}`);
      }
      for (const [name, value] of one.settings) {
        const is = bead.settings.get(name);
        if (is !== value) faults.push(`line ${bead.line}: ${name} is ${is} instead of ${value}`);
      }
      if (one.hot && !bead.hot) faults.push(`line ${bead.line} prints before it is hot`);
    }
    if (faults.length > 12) break;
  }
  const lost = [...left.values()].flat();
  if (lost.length > 0 && faults.length === 0) faults.push(`${lost.length} lines are not printed`);
  return faults;
}
