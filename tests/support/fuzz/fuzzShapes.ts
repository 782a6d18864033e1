import type { Random } from './random';

/** A made-up print, and what is true of it by the way it was made. */
export interface ShapedPrint {
  readonly text: string;
  /** Heights of its layers in the order of printing, mm; null when the file is damaged on purpose. */
  readonly layers: readonly number[] | null;
  /** Some lines cannot be followed, so nothing may be proven. */
  readonly hopeless: boolean;
  readonly shape: string;
}

type Go = (x: number, y: number, push?: number) => void;

/** Writes lines in the modes that a file has chosen, and keeps the numbers that they need. */
class Writer {
  readonly lines: string[] = [];
  readonly layers: number[] = [];
  private e = 0;
  private x = 0;
  private y = 0;
  private z = 0;
  private pending: number | null = null;

  constructor(
    private readonly style: {
      readonly relative: boolean;
      readonly relativeE: boolean;
      readonly unit: number;
      readonly volume: number;
      /** Added to X and Y: a bed that counts from its middle. */
      readonly shift: number;
    },
  ) {}

  say(...lines: readonly string[]): void {
    this.lines.push(...lines);
  }

  private number(value: number): string {
    return String(Number((value / this.style.unit).toFixed(5)));
  }

  private axis(letter: string, to: number, from: number): string {
    return ` ${letter}${this.number(this.style.relative ? to - from : to)}`;
  }

  private filament(mm: number): string {
    const amount = mm * (this.style.volume || 1);
    this.e += amount;
    const { relativeE } = this.style;
    return ` E${Number(((relativeE ? amount : this.e) / this.style.unit).toFixed(6))}`;
  }

  readonly travel: Go = (toX, toY) => {
    const [x, y] = [toX + this.style.shift, toY + this.style.shift];
    this.lines.push(
      `G0${this.axis('X', x, this.x)}${this.axis('Y', y, this.y)} F${this.number(9000)}`,
    );
    [this.x, this.y] = [x, y];
  };

  readonly print: Go = (toX, toY, push) => {
    this.printBy('G1', toX, toY, '', push);
  };

  /** Prints along a curve to a place; `how` are the words that bend it, in mm. */
  bend(
    code: 'G2' | 'G3' | 'G5',
    toX: number,
    toY: number,
    how: Readonly<Record<string, number>>,
  ): void {
    const words = Object.entries(how).map(([letter, mm]) => ` ${letter}${this.number(mm)}`);
    this.printBy(code, toX, toY, words.join(''));
  }

  private printBy(code: string, toX: number, toY: number, words: string, push?: number): void {
    const [x, y] = [toX + this.style.shift, toY + this.style.shift];
    const mm = push ?? 0.04 * (Math.abs(x - this.x) + Math.abs(y - this.y));
    if (this.pending !== null) {
      const last = this.layers.at(-1);
      if (last === undefined || Math.abs(last - this.pending) > 0.004)
        this.layers.push(this.pending);
      this.pending = null;
    }
    this.lines.push(
      `${code}${this.axis('X', x, this.x)}${this.axis('Y', y, this.y)}${words}${this.filament(mm)} F${this.number(1800)}`,
    );
    [this.x, this.y] = [x, y];
  }

  extrude(mm: number): void {
    this.lines.push(`G1${this.filament(mm)} F${this.number(2100)}`);
  }

  /** Goes to a height; what is printed next is a layer there, unless it only primes. */
  height(z: number, isLayer = true): void {
    this.lines.push(`G0${this.axis('Z', z, this.z)} F${this.number(600)}`);
    this.z = z;
    this.pending = isLayer ? z : null;
  }

  resetE(): void {
    this.lines.push('G92 E0');
    this.e = 0;
  }
}

const LABELS = [
  'none',
  'none',
  'number',
  'change',
  'from the second',
  'of all',
  'slash',
  'shown',
] as const;

function label(kind: (typeof LABELS)[number], n: number, total: number, z: number): string[] {
  switch (kind) {
    case 'none':
      return [];
    case 'number':
      return [`; layer ${n - 1}`];
    case 'change':
      return ['; Next-Layer', `; z = ${z}`];
    case 'from the second':
      return n === 1 ? [] : [`; layer ${n}`];
    case 'of all':
      return [`; --- layer ${n} of ${total} ---`];
    case 'slash':
      return [`; Layer=${n}/${total}`];
    case 'shown':
      return [`M117 layer ${n}/${total}`];
  }
}

const STOPS = [
  'M600',
  'M0',
  'M25',
  'PAUSE',
  'M400 U1',
  'M125',
  'G4 S120',
  'M0 Put the magnets in',
] as const;
const HOPELESS = [
  'G55',
  'G5.2 X1 Y1 E1',
  'G1 X1.2.3',
  'G1 X Y20',
  'G53 G0 X1 E1',
  'G61 X F900',
  'G1 X1e2 Y3',
  'G90 G1 X20',
] as const;

/** Makes a print of one of many shapes. */
export function shapedPrint(random: Random): ShapedPrint {
  const { chance, int, pick } = random;
  const shapes: string[] = [];
  const style = {
    relative: chance(0.1),
    relativeE: chance(0.6),
    unit: chance(0.08) ? 25.4 : 1,
    volume: 0,
    shift: chance(0.08) ? -110 : 0,
  };
  if (style.unit === 1 && chance(0.12)) style.volume = (Math.PI / 4) * 1.75 ** 2;
  const out = new Writer(style);
  const startMacro = chance(0.12);
  out.say('; made up');
  if (chance(0.1)) out.say('; layer 1 fan speed = 20', '; layer 2 fan speed = 60');
  out.say(
    ...(startMacro ? ['START_PRINT HEAT=205'] : ['M104 S205', 'M140 S60', 'M109 S205']),
    'G28',
  );
  if (chance(0.15)) out.say('M204 P800 T1200', 'M201 X900 Y900', 'M900 K0.04');
  if (style.volume > 0) out.say('M200 D1.75');
  // The orders of mode commands on which firmwares agree, and one on which they do not.
  const ambiguous = chance(0.06) && !style.relative;
  if (style.unit !== 1) out.say('G20');
  if (ambiguous) out.say(style.relativeE ? 'M83' : 'M82', 'G90');
  else if (style.relative) out.say('G91', style.relativeE ? 'M83' : 'M82');
  else out.say('G90', style.relativeE ? 'M83' : 'M82');
  out.resetE();

  const objects = pick(1, 1, 1, 2, 3);
  const layerCount = objects > 1 ? int(1, 4) : int(2, 6);
  const thickness = pick(0.1, 0.2, 0.28);
  const first = pick(0.2, 0.24, 0.3);
  const labels = pick(...LABELS);
  const total = layerCount * objects;
  const left = objects > 1 ? 20 : pick(20, 60, 105);
  const gap = pick(2, 12, 30);
  const front = pick(20, 60, 150);
  const retract = pick(0, 0.8, 5);
  const width = pick(8, 12, 20);

  if (chance(0.5)) {
    shapes.push('primed');
    const x = chance(0.5) ? 3 : 214;
    const z = pick(0.2, 0.3, 0.5);
    out.height(z, false);
    out.travel(x, 10);
    if (chance(0.3)) for (let i = 0; i < 20; i++) out.print(x + (i % 2 ? 0 : 3), 10 + 2 * i, 0.3);
    else {
      out.print(x, 90, 8);
      out.print(x + 0.5, 90, 0.02);
      out.print(x + 0.5, 10, 8);
    }
    if (chance(0.8) || Math.abs(z - first) < 0.004) out.resetE();
  }

  let number = 0;
  const kinds = pick('square', 'wall', 'ring', 'curves');
  const strayAt = chance(0.15) && labels === 'none' ? int(2, total) : -1;
  const stopAt = chance(0.3) ? int(1, total) : -1;
  const stopInside = chance(0.5);
  const settingAt = chance(0.3) ? int(1, total) : -1;
  const shows = chance(0.15);
  for (let object = 0; object < objects; object++) {
    const x0 = left + object * (width + gap);
    if (object > 0) {
      shapes.push('objects');
      out.height(first + layerCount * thickness + 8, false);
    }
    for (let n = 1; n <= layerCount; n++) {
      number++;
      const z = Number((first + (n - 1) * thickness).toFixed(3));
      if (number === stopAt && !stopInside) out.say(pick(...STOPS));
      out.say(...label(labels, labels === 'number' || labels === 'change' ? n : number, total, z));
      if (number === strayAt) out.say('; layer 7');
      if (shows) out.say(`M73 P${Math.round((number / total) * 100)} R${total - number + 3}`);
      if (number === settingAt)
        out.say(
          pick('M104 S200', 'M106 S90', 'M107', 'M221 S96', 'M220 S80', 'M109 S200', 'M204 P500'),
        );
      if (retract > 0) out.extrude(-retract);
      out.height(z);
      out.travel(x0, front);
      if (retract > 0) out.extrude(retract);
      drawLayer(out, kinds, x0, front, width);
      if (number === stopAt && stopInside) {
        shapes.push('stop inside');
        out.say(pick(...STOPS));
      }
      drawLayer(out, 'square', x0 + 1, front + 1, 4);
    }
  }
  out.height(first + layerCount * thickness + 10, false);
  if (retract > 0) out.extrude(-retract);
  out.say(...(startMacro ? ['END_PRINT'] : ['M104 S0', 'M140 S0', 'M84']));

  let { lines } = out;
  let layers: readonly number[] | null = out.layers;
  let hopeless = false;
  const odd = pick(...HOPELESS);
  if (chance(0.06)) {
    shapes.push('not followed');
    lines = [...lines];
    lines.splice(int(Math.floor(lines.length / 2), lines.length - 4), 0, odd);
    hopeless = true;
  }
  if (chance(0.08)) {
    shapes.push('numbered');
    lines = numbered(lines, chance(0.8));
  }
  const ending = pick('\n', '\n', '\r\n', '\r');
  let text = lines.join(ending) + (chance(0.8) ? ending : '');
  if (chance(0.06)) {
    shapes.push('cut off');
    text = text.slice(0, int(Math.floor(text.length / 2), text.length - 1));
    layers = null;
  }
  // What stands behind the last printing move changes nothing.
  const behind = hopeless ? text.slice(text.lastIndexOf(odd) + odd.length) : '';
  hopeless = hopeless && text.includes(odd) && /G[1-5] X[^\r\n]* E[-\d.]+/.test(behind);
  if (ambiguous) shapes.push('ambiguous');
  if (style.shift !== 0) shapes.push('round the origin');
  if (kinds === 'curves') shapes.push('curves');
  if (style.volume > 0) shapes.push('volume');
  if (startMacro) shapes.push('start macro');
  if (strayAt > 0) shapes.push('stray note');
  return { text, layers, hopeless, shape: [...new Set(shapes)].join(', ') || 'plain' };
}

function drawLayer(
  out: Writer,
  kind: 'square' | 'wall' | 'ring' | 'curves',
  x: number,
  y: number,
  width: number,
): void {
  if (kind === 'square') {
    for (let row = 0; row <= width; row += 0.5) {
      out.print(row % 1 === 0 ? x + width : x, y + row);
      out.print(row % 1 === 0 ? x + width : x, y + row + 0.5, 0.02);
    }
    return;
  }
  if (kind === 'curves') {
    out.bend('G3', x + width, y, { I: width / 2, J: 0 });
    out.bend('G5', x + width, y + width, { I: 4, J: 4, P: 4, Q: -4 });
    out.bend('G2', x, y + width, { R: width });
    out.print(x, y);
    return;
  }
  // A ring of one line, or with a long thin wall that stands out of it.
  const reach = kind === 'wall' ? 40 : width;
  out.print(x + width, y);
  out.print(x + width, y + reach);
  out.print(x, y + width);
  out.print(x, y);
}

function numbered(lines: readonly string[], sums: boolean): string[] {
  let number = 0;
  return lines.map((line) => {
    if (line.startsWith(';')) return line;
    const text = `N${++number} ${line}`;
    if (!sums) return text;
    let xor = 0;
    for (let i = 0; i < text.length; i++) xor ^= text.charCodeAt(i);
    return `${text}*${xor}`;
  });
}
