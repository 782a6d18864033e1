import fc from 'fast-check';

/** What a small made-up print is written like; every combination is legal G-code. */
export interface FileStyle {
  readonly layers: number;
  readonly firstLayer: number;
  readonly layerHeight: number;
  readonly ending: '\n' | '\r\n' | '\r';
  readonly relativeE: boolean;
  readonly hop: number;
  readonly retract: number;
  readonly comments: 'none' | 'number' | 'change';
  readonly finalNewline: boolean;
  readonly lowerCase: boolean;
}

export const PLAIN_STYLE: FileStyle = {
  layers: 5,
  firstLayer: 0.24,
  layerHeight: 0.2,
  ending: '\n',
  relativeE: false,
  hop: 0,
  retract: 0.8,
  comments: 'number',
  finalNewline: true,
  lowerCase: false,
};

export const arbitraryStyle: fc.Arbitrary<FileStyle> = fc.record({
  layers: fc.integer({ min: 2, max: 9 }),
  firstLayer: fc.constantFrom(0.2, 0.24, 0.3),
  layerHeight: fc.constantFrom(0.1, 0.2, 0.28),
  ending: fc.constantFrom('\n', '\r\n', '\r'),
  relativeE: fc.boolean(),
  hop: fc.constantFrom(0, 0.4),
  retract: fc.constantFrom(0, 0.8),
  comments: fc.constantFrom('none', 'number', 'change'),
  finalNewline: fc.boolean(),
  lowerCase: fc.boolean(),
});

/** Height of a layer's top, mm, rounded as a file would write it. */
export function topOf(style: FileStyle, layer: number): number {
  return Number((style.firstLayer + (layer - 1) * style.layerHeight).toFixed(3));
}

/** Side of the large square and of the small one with the lines' own width, mm. */
export const LARGE_SIDE = 20.5;
export const SMALL_SIDE = 10.5;

/** Section of a line 0.5 mm wide with round sides, mm². */
function section(thickness: number): number {
  return (0.5 - thickness) * thickness + (Math.PI / 4) * thickness ** 2;
}

/** A print of squares, 20 mm wide, whose upper half of layers is a smaller square of 10 mm. */
export function writePrint(given: Partial<FileStyle> = {}): string {
  const style = { ...PLAIN_STYLE, ...given };
  const lines = ['G90', style.relativeE ? 'M83' : 'M82', 'M104 S205', 'G28', 'G92 E0'];
  let e = 0;
  const push = (mm: number): string => {
    e += mm;
    return `E${(style.relativeE ? mm : e).toFixed(5)}`;
  };
  for (let n = 1; n <= style.layers; n++) {
    const z = topOf(style, n);
    if (style.comments === 'number') lines.push(`; layer ${n - 1}`);
    if (style.comments === 'change') lines.push('; CHANGE LAYER', `; Z ${z}`);
    if (style.retract > 0) lines.push(`G1 ${push(-style.retract)} F2100`);
    if (style.hop > 0) lines.push(`G0 Z${(z + style.hop).toFixed(3)} F600`);
    const side = n > style.layers / 2 ? 10 : 20;
    lines.push(`G0 X50 Y50${style.hop > 0 ? '' : ` Z${z}`} F9000`);
    if (style.hop > 0) lines.push(`G0 Z${z} F600`);
    if (style.retract > 0) lines.push(`G1 ${push(style.retract)} F2100`);
    // Dense lines, so that the square is a closed surface.
    for (let y = 0, right = true; y <= side; y += 0.5, right = !right) {
      const filament = (side * section(n === 1 ? style.firstLayer : style.layerHeight)) / 2.405;
      const x = right ? 50 + side : 50;
      lines.push(`G1 X${x} Y${50 + y} ${push(filament)} F2400`);
      if (y + 0.5 <= side) lines.push(`G1 X${x} Y${50 + y + 0.5} ${push(0.01)}`);
    }
  }
  if (style.retract > 0) lines.push(`G1 ${push(-style.retract)}`);
  lines.push('G0 X0 Y200', 'M104 S0', 'M84');
  const text = lines.join(style.ending) + (style.finalNewline ? style.ending : '');
  return style.lowerCase ? text.toLowerCase() : text;
}

export function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  return new TextEncoder().encode(text);
}

export function textOf(bytes: Uint8Array): string {
  return new TextDecoder().decode(bytes);
}
