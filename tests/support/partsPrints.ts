/** What a made-up print of blocks side by side is written like. */
export interface SideStyle {
  readonly layers: number;
  /** Which tools print in each layer, in the order of the file. */
  readonly tools: (layer: number) => readonly number[];
  readonly relativeE: boolean;
  readonly retract: number;
  readonly hop: number;
  /** Retracted before a tool change, un-retracted after it, both, or not at all. */
  readonly change: 'before' | 'after' | 'both' | 'none';
  /** How a change is written: a tool, or a stop of any printer. */
  readonly word: 'tool' | 'M600' | 'M0 Next colour' | 'PAUSE';
  /** Each tool has a temperature and an acceleration of its own. */
  readonly ownHeat: boolean;
  readonly ownLimits: boolean;
  /** Room between two blocks, mm. */
  readonly gap: number;
  /** Lines put in before a layer, by its number. */
  readonly before: ReadonlyMap<number, string>;
  /** Lines on the way to each block of a layer, and in the middle of it. */
  readonly settings: (layer: number, tool: number) => readonly [way: string[], middle: string[]];
}

export const PLAIN_SIDES: SideStyle = {
  layers: 4,
  tools: (layer) => (layer % 2 === 0 ? [0, 1, 2] : [2, 0, 1]),
  relativeE: false,
  retract: 0.8,
  hop: 0,
  change: 'before',
  word: 'tool',
  ownHeat: false,
  ownLimits: false,
  gap: 3,
  before: new Map(),
  settings: () => [[], []],
};

export const SIDE_HEIGHT = 0.2;
const BLOCK = 6;
const LINE = 0.5;

/** Where the block of a tool begins, mm. */
export function blockX(tool: number, gap: number): number {
  return 40 + tool * (BLOCK + gap);
}

/** A print of square blocks in a row, one for each tool. */
export function partsPrint(given: Partial<SideStyle> = {}): string {
  const style = { ...PLAIN_SIDES, ...given };
  const { relativeE, retract, change } = style;
  const lines = ['G21', 'G90', relativeE ? 'M83' : 'M82', 'M140 S60', 'M104 S205', 'M190 S60'];
  lines.push('M109 S205', 'M204 P900 T1500', 'G28', 'G92 E0');
  if (style.ownHeat) {
    for (const tool of [0, 1, 2, 3]) lines.push(`M104 T${tool} S${205 + 5 * tool}`);
  }
  let e = 0;
  let tool = 0;
  let pulled = 0;
  const push = (mm: number): string => {
    e += mm;
    return `E${(relativeE ? mm : e).toFixed(5)}`;
  };
  const pull = (): void => {
    if (pulled > 0 || retract === 0) return;
    lines.push(`G1 ${push(-retract)} F2100`);
    pulled = retract;
  };
  const forward = (): void => {
    if (pulled === 0) return;
    lines.push(`G1 ${push(pulled)} F2100`);
    pulled = 0;
  };
  const takeTool = (next: number): void => {
    if (change === 'before' || change === 'both') pull();
    lines.push(style.word === 'tool' ? `T${next}` : style.word);
    tool = next;
    if (!relativeE) lines.push('G92 E0');
    e = 0;
    // A writer for several extruders believes that the new one is not retracted.
    if (change === 'both' && style.word === 'tool') pulled = 0;
    if (change === 'after' || change === 'both') pull();
    if (style.ownLimits) lines.push(`M204 P${1000 + 100 * next}`, `M106 S${100 + 10 * next}`);
  };
  const section = (LINE - SIDE_HEIGHT) * SIDE_HEIGHT + (Math.PI / 4) * SIDE_HEIGHT ** 2;
  for (let layer = 1; layer <= style.layers; layer++) {
    const z = Number((layer * SIDE_HEIGHT).toFixed(3));
    lines.push(`; layer ${layer}`);
    const extra = style.before.get(layer);
    if (extra) lines.push(...extra.split('\n'));
    for (const wanted of style.tools(layer)) {
      if (wanted !== tool) takeTool(wanted);
      const x = blockX(wanted, style.gap) + LINE / 2;
      const right = x + BLOCK - LINE;
      pull();
      const [way, middle] = style.settings(layer, wanted);
      lines.push(...way);
      if (style.hop > 0) lines.push(`G0 Z${(z + style.hop).toFixed(3)} F600`);
      lines.push(`G0 X${x} Y40.25${style.hop > 0 ? '' : ` Z${z}`} F9000`);
      if (style.hop > 0) lines.push(`G0 Z${z} F600`);
      forward();
      for (let y = 0, atLeft = true; y < BLOCK - LINE; y += LINE, atLeft = !atLeft) {
        if (y === 2 * LINE) lines.push(...middle);
        const filament = ((BLOCK - LINE) * section) / 2.405;
        const to = atLeft ? right : x;
        lines.push(`G1 X${to} Y${40.25 + y} ${push(filament)} F2400`);
        lines.push(`G1 X${to} Y${40.25 + y + LINE} ${push((LINE * section) / 2.405)}`);
      }
    }
  }
  pull();
  lines.push('G0 Z20 F600', 'G0 X0 Y200 F9000', 'M107', 'M104 S0', 'M140 S0', 'M84');
  return `${lines.join('\n')}\n`;
}
