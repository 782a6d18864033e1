import type { Random } from './fuzz/random';

/** Where the word that changes the tool stands. */
export const WORD_PLACES = ['before way', 'on way', 'behind way', 'behind lowering'] as const;
/** How filament is pulled and pushed at a change. */
export const CHANGE_PULLS = ['none', 'short', 'far', 'after', 'ramming'] as const;
/** How the nozzle of the next tool is heated. */
export const CHANGE_HEATS = [
  'none',
  'ahead',
  'behind',
  'both',
  'around',
  'by number',
  'table',
] as const;
/** How blocks of the tools lie. */
export const LAYOUTS = ['row', 'islands', 'inlay', 'shared line'] as const;

/** How a made-up print for several tools is written, at its changes and on its travels. */
export interface ChangeStyle {
  readonly layout: (typeof LAYOUTS)[number];
  readonly tools: number;
  /** Which tools print in each layer, in the order of the file. */
  readonly layers: readonly (readonly number[])[];
  readonly height: number;
  readonly word: (typeof WORD_PLACES)[number];
  readonly change: (tool: number) => readonly string[];
  readonly pull: (typeof CHANGE_PULLS)[number];
  readonly heat: (typeof CHANGE_HEATS)[number];
  readonly relativeE: boolean;
  readonly resets: boolean;
  readonly retract: number;
  readonly hop: number;
  /** Travels inside a part are not retracted for. */
  readonly bareTravels: boolean;
  /** A block beside the print, on which each tool begins. */
  readonly tower: boolean;
  /** Lines at each change, in front of its word, behind it, and on the way to a block. */
  readonly before: (tool: number) => readonly string[];
  readonly after: (tool: number) => readonly string[];
  readonly onTravel: (n: number) => readonly string[];
  /** Lines round each block. */
  readonly begins: (tool: number) => readonly string[];
  readonly ends: readonly string[];
  /** Room between two blocks, mm. */
  readonly gap: number;
}

export const PLAIN_CHANGES: ChangeStyle = {
  layout: 'row',
  tools: 2,
  layers: [
    [0, 1],
    [1, 0],
    [0, 1],
  ],
  height: 0.2,
  word: 'before way',
  change: (tool) => [`T${tool}`],
  pull: 'short',
  heat: 'none',
  relativeE: true,
  resets: true,
  retract: 0.8,
  hop: 0,
  bareTravels: false,
  tower: false,
  before: () => [],
  after: () => [],
  onTravel: () => [],
  begins: () => [],
  ends: [],
  gap: 3,
};

/** Temperature of a tool's filament in these prints, °C. */
export const heatOf = (tool: number): number => 200 + 10 * tool;

const WIDTH = 0.45;
const FAR = 12;

interface Place {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly d: number;
}

/** Rectangles that a tool fills in each layer. */
function placesOf({ layout, tools, gap }: ChangeStyle, tool: number): Place[] {
  const size = 4.5;
  switch (layout) {
    case 'row':
      return [{ x: 60 + tool * (size + gap), y: 60, w: size, d: size }];
    case 'islands':
      return [0, 1, 2].map((i) => {
        return { x: 60 + (i * tools + tool) * (size / 1.5 + gap), y: 60, w: size / 1.5, d: size };
      });
    case 'inlay':
      // Strips beside each other with no room between, the outer ones of the first tool.
      return tool === 0
        ? [0, 1].map((i) => ({ x: 60, y: 60 + i * (tools * 2.7), w: 9, d: 2.7 }))
        : [{ x: 60, y: 60 + tool * 2.7, w: 9, d: 2.7 }];
    case 'shared line':
      return [{ x: 60 + tool * size - tool * WIDTH, y: 60, w: size, d: size }];
  }
}

/** Writes a print in a style, line by line. */
export function changePrint(given: Partial<ChangeStyle> = {}): string {
  const style = { ...PLAIN_CHANGES, ...given };
  const pen = new Pen(style);
  pen.start();
  style.layers.forEach((tools, i) => {
    const z = Number(((i + 1) * style.height).toFixed(3));
    pen.say(`; layer ${i + 1}`);
    for (const tool of tools) {
      pen.take(tool, z);
      if (style.tower) pen.block({ x: 130, y: 60 + 6 * tool, w: 4.5, d: 2.25 }, z, tool);
      for (const place of placesOf(style, tool)) pen.block(place, z, tool);
    }
  });
  pen.end();
  return `${pen.lines.join('\n')}\n`;
}

/** Whether a file stops for its changes, in place of naming tools. */
export function stopsFor({ change }: Pick<ChangeStyle, 'change'>): boolean {
  return change(1).every((line) => !/^(T\d|M6 T|TOOL_CHANGE)/.test(line));
}

class Pen {
  readonly lines: string[] = [];
  private e = 0;
  private tool = 0;
  private z = 0;
  private hand = 0;
  /** How far the file believes each tool to be retracted, mm. */
  private readonly pulledOf: number[];
  private coming: { tool: number } | null = null;

  constructor(private readonly style: ChangeStyle) {
    const far = style.pull === 'far' || style.pull === 'ramming';
    this.pulledOf = Array.from({ length: style.tools }, (_, i) => (far && i > 0 ? FAR : 0));
  }

  private get pulled(): number {
    return this.pulledOf[this.nozzle];
  }

  private set pulled(mm: number) {
    this.pulledOf[this.nozzle] = mm;
  }

  /** A file that stops for its changes knows of one nozzle. */
  private get nozzle(): number {
    return stopsFor(this.style) ? 0 : this.tool;
  }

  say(...lines: readonly string[]): void {
    this.lines.push(...lines);
  }

  start(): void {
    const { relativeE, heat, tools } = this.style;
    this.say('G21', 'G90', relativeE ? 'M83' : 'M82', 'M140 S60', `M104 S${heatOf(0)}`, 'M190 S60');
    this.say(`M109 S${heatOf(0)}`, 'M204 P900', 'M106 S0', 'G28', 'G92 E0');
    if (heat === 'table') {
      for (let i = 0; i < tools; i++) this.say(`G10 P${i} S${heatOf(i)} R${heatOf(i) - 40}`);
    }
    this.say('G0 Z0.2 F600', 'G0 X5 Y20 F9000', `G1 Y80 ${this.push(3)} F1200`, 'G92 E0', 'G0 Z2');
    this.e = 0;
    this.z = 2;
  }

  end(): void {
    this.pull(this.style.retract);
    this.say('G0 Z20 F600', 'G0 X0 Y200 F9000', 'M107', 'M104 S0', 'M140 S0', 'M84');
  }

  private push(mm: number): string {
    this.e += mm;
    return `E${(this.style.relativeE ? mm : this.e).toFixed(5)}`;
  }

  private pull(mm: number): void {
    const missing = mm - this.pulled;
    if (missing <= 0) return;
    this.say(`G1 ${this.push(-missing)} F2100`);
    this.pulled = mm;
  }

  private forward(): void {
    const mm = this.pulled;
    if (mm > 0) this.say(`G1 ${this.push(mm)} F2100`);
    this.pulled = 0;
  }

  /** The next block is another tool's. */
  take(tool: number, z: number): void {
    if (tool === this.tool) return;
    const { pull, retract, word } = this.style;
    this.coming = { tool };
    if (pull === 'ramming') this.say(`G1 ${this.push(0.4)} F900`, `G1 ${this.push(-0.4)} F900`);
    if (pull === 'short') this.pull(retract);
    if (pull === 'far' || pull === 'ramming') this.pull(FAR);
    if (word === 'before way') this.change(z);
  }

  private change(z: number): void {
    const { coming, style } = this;
    if (!coming) return;
    this.coming = null;
    const { tool } = coming;
    const { heat, pull, retract } = style;
    const s = heatOf(tool);
    this.say(...style.before(tool));
    if (heat === 'ahead' || heat === 'around') this.say(`M104 T${tool} S${s}`);
    if (heat === 'by number') this.say(`M109 T${tool} S${s}`);
    if (heat === 'both') this.say(`M104 S${s}`);
    this.say(`; tool ${tool}`, ...style.change(tool));
    this.tool = tool;
    if (style.resets) {
      this.say('G92 E0');
      this.e = 0;
    }
    if (heat === 'behind' || heat === 'both') this.say(`M109 S${s}`);
    if (heat === 'ahead') this.say(`M109 T${tool} S${s}`);
    if (heat === 'around')
      this.say(`M109 T${tool} S${s}`, `M104 T${tool === 0 ? 1 : 0} S${heatOf(tool === 0 ? 1 : 0)}`);
    if (heat === 'table') this.say('M116');
    this.say(...style.after(tool));
    if (pull === 'far' || pull === 'ramming') {
      // Pushed up to the tip again, and retracted a little for the way that is left.
      this.forward();
      if (style.word === 'before way' || style.word === 'on way') this.pull(retract);
    }
    if (pull === 'after') this.pull(retract);
    if (z < 0) throw new Error('below the bed');
  }

  /** Goes to a rectangle, and fills it. */
  block({ x, y, w, d }: Place, z: number, tool: number): void {
    const { style } = this;
    const [left, right] = [x + WIDTH / 2, x + w - WIDTH / 2];
    this.way(left, y + WIDTH / 2, z);
    this.say(...style.begins(tool));
    const rows = Math.max(2, Math.round(d / WIDTH));
    const flow = (WIDTH * style.height) / 2.405;
    for (let row = 0; row < rows; row++) {
      const at = (y + WIDTH / 2 + row * WIDTH).toFixed(3);
      // Half way up the pen goes into the fill from the other side.
      const turns = row === rows >> 1 && style.bareTravels;
      const [start, to] = (row % 2 === 0) !== turns ? [left, right] : [right, left];
      if (turns) this.say(`G0 X${start.toFixed(3)} Y${at} F9000`);
      else if (row > 0) this.say(`G1 Y${at} ${this.push(WIDTH * flow)} F2400`);
      this.say(`G1 X${to.toFixed(3)} ${this.push((w - WIDTH) * flow)} F2400`);
      if (turns) break;
    }
    this.say(...style.ends);
  }

  private way(x: number, y: number, z: number): void {
    const { style, coming } = this;
    const { hop, word } = style;
    if (!(style.bareTravels && coming === null) || style.pull === 'far') this.pull(style.retract);
    if (z !== this.z && hop === 0) this.say(`G0 Z${z} F600`);
    if (hop > 0) this.say(`G0 Z${(z + hop).toFixed(3)} F600`);
    this.z = z;
    if (word === 'on way') this.change(z);
    this.say(...style.onTravel(this.hand));
    this.hand++;
    this.say(`G0 X${(x - 1).toFixed(3)} Y${(y - 1).toFixed(3)} F9000`);
    this.say(...style.onTravel(this.hand));
    this.say(`G0 X${x.toFixed(3)} Y${y.toFixed(3)} F9000`);
    if (word === 'behind way') this.change(z);
    if (hop > 0) this.say(`G0 Z${z} F600`);
    if (word === 'behind lowering') this.change(z);
    this.forward();
  }
}

const CHANGE_WORDS: readonly ((tool: number) => readonly string[])[] = [
  (tool) => [`T${tool}`],
  (tool) => [`T${tool}`],
  (tool) => [`T${tool}`],
  (tool) => [`M6 T${tool}`],
  (tool) => [`T${tool} ; next`],
  (tool) => [`TOOL_CHANGE T=${tool}`],
  (tool) => [`M0 ${NAMES[tool]}`],
  (tool) => [`M117 ${NAMES[tool]}`, 'M600'],
  () => ['PAUSE'],
];

/** What stops call the filaments of the tools. */
const NAMES = ['Peat black', 'Bone white', 'Reed green'] as const;

// prettier-ignore
const ROUND_CHANGES: readonly ((tool: number) => readonly string[])[] = [
  () => [], () => [], () => [],
  (tool) => [`M204 P${700 + 100 * tool}`],
  (tool) => [`M106 S${100 + tool}`],
  (tool) => [`M106 P1 S${50 + tool}`],
  (tool) => [`M900 K0.0${tool + 1}`],
  (tool) => [`SET_PRESSURE_ADVANCE ADVANCE=0.0${tool + 1}`],
  () => ['M117 next'],
  () => ['M73 P10 R5'],
  (tool) => [`M205 X${8 + tool}`],
  (tool) => [`PRESSURE VALUE=0.0${tool + 1}`],
  (tool) => [`M486 S${tool}`],
  (tool) => [`TOOL_READY N=${tool}`],
];

// prettier-ignore
const ON_TRAVELS: readonly ((n: number) => readonly string[])[] = [
  () => [], () => [], () => [],
  () => ['M106 S120'],
  () => ['M117 going'],
  (n) => [`M73 P${n % 100} R7`],
  () => ['; a note'],
  () => ['G4 P10'],
];

// prettier-ignore
const LABELS: readonly [begins: (tool: number) => readonly string[], ends: readonly string[]][] = [
  [() => [], []],
  [() => [], []],
  [(tool) => [`M486 S${tool}`], ['M486 S-1']],
  [(tool) => [`START_OBJECT NAME=part_${tool}`], ['END_OBJECT']],
  [(tool) => [`EXCLUDE_OBJECT_START NAME=part_${tool}`], ['EXCLUDE_OBJECT_END']],
];

/** A style of many, and what is special of it in a few words. */
export function randomChanges(random: Random): ChangeStyle {
  const { pick, chance, int } = random;
  const tools = pick(2, 2, 3);
  const count = int(2, 5);
  const layers = Array.from({ length: count }, (_, i) => {
    const own = Array.from({ length: tools }, (_unused, tool) => tool).filter(() => chance(0.85));
    const some = own.length === 0 ? [0] : own;
    const turned = chance(0.5) ? some : some.toReversed();
    return i === 0 && !turned.includes(0) ? [0, ...turned] : turned;
  });
  const [begins, ends] = pick(...LABELS);
  return {
    layout: pick(...LAYOUTS),
    tools,
    layers,
    height: pick(0.2, 0.2, 0.3),
    word: pick(...WORD_PLACES),
    change: pick(...CHANGE_WORDS),
    pull: pick(...CHANGE_PULLS),
    heat: pick(...CHANGE_HEATS),
    relativeE: chance(0.6),
    resets: chance(0.7),
    retract: pick(0.8, 0.8, 3),
    hop: pick(0, 0, 0.4),
    bareTravels: chance(0.4),
    tower: chance(0.25),
    before: pick(...ROUND_CHANGES),
    after: pick(...ROUND_CHANGES),
    onTravel: pick(...ON_TRAVELS),
    begins,
    ends,
    gap: pick(0.3, 1, 3),
  };
}

/** The same in words, for a failure. */
export function styleText(style: ChangeStyle): string {
  const shown = {
    ...style,
    change: style.change(1).join(),
    before: style.before(1).join(),
    after: style.after(1).join(),
    onTravel: style.onTravel(1).join(),
    begins: style.begins(1).join(),
  };
  return JSON.stringify(shown);
}
