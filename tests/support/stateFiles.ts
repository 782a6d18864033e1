import { writePrint } from './printFiles';

/** How a small print of squares is numbered. */
interface Numbering {
  readonly relative?: boolean;
  readonly relativeE?: boolean;
  readonly inches?: boolean;
  /** Numbers that `G92` gives to X 40 Y 40. */
  readonly origin?: readonly [x: number, y: number];
}

/** Six layers of closed squares, 12 mm wide, numbered in unusual but legal ways. */
export function numberedPrint({
  relative = false,
  relativeE = relative,
  inches = false,
  origin,
}: Numbering): string {
  const unit = inches ? 25.4 : 1;
  const lines = ['M104 S205', 'M140 S60', 'G28', 'G90', 'G0 X40 Y40 Z5 F6000'];
  if (inches) lines.push('G20');
  let [x, y, z, e] = [40, 40, 5, 0];
  let [shiftX, shiftY] = [0, 0];
  if (origin) {
    lines.push(`G92 X${origin[0]} Y${origin[1]} E0`);
    [shiftX, shiftY] = [40 - origin[0], 40 - origin[1]];
  }
  lines.push(relative ? 'G91' : 'G90', relativeE ? 'M83' : 'M82');
  const number = (value: number): string => (value / unit).toFixed(6);
  const go = (code: string, toX: number, toY: number, toZ: number, push = 0): void => {
    const at = (to: number, from: number, shift: number): string =>
      number(relative ? to - from : to - shift);
    const E = push === 0 ? '' : ` E${number(relativeE ? push : e + push)}`;
    lines.push(
      `${code} X${at(toX, x, shiftX)} Y${at(toY, y, shiftY)} Z${at(toZ, z, 0)}${E} F${number(2400)}`,
    );
    [x, y, z, e] = [toX, toY, toZ, e + push];
  };
  for (let n = 1; n <= 6; n++) {
    const top = 0.2 * n;
    go('G0', 60, 60, top + 0.3);
    go('G0', 60, 60, top);
    for (let row = 0; row <= 12; row += 0.5) {
      go('G1', row % 1 === 0 ? 72 : 60, 60 + row, top, 0.45);
      go('G1', x, 60.5 + row, top, 0.02);
    }
  }
  lines.push('M104 S0', 'M140 S0');
  return `${lines.join('\n')}\n`;
}

const relativeE = writePrint({ relativeE: true });

/** A spiral wall that rises while it prints. */
export function spiralPrint(): string {
  let text = 'M104 S205\nG28\nM83\nG0 X30 Y20 Z0.2\nG1 X20 Y30 E1\nG1 X30 Y20 E1\n';
  for (let i = 1; i <= 240; i++) {
    const [x, y] = [20 + 10 * Math.cos(i / 9.55), 20 + 10 * Math.sin(i / 9.55)];
    text += `G1 X${x.toFixed(3)} Y${y.toFixed(3)} Z${(0.2 + i * 0.004).toFixed(4)} E0.05\n`;
  }
  return `${text}M104 S0\n`;
}

/** Two objects, each from the bed up, with a lift between them. */
function oneByOne(): string {
  const first = writePrint({ layers: 6, comments: 'none', relativeE: true });
  const body = first.slice(first.indexOf('G1 E-'), first.indexOf('G0 X0 Y200'));
  const second = body.replace(/X(\d+(?:\.\d+)?)/g, (_, x: string) => `X${Number(x) + 60}`);
  return first.replace('G0 X0 Y200', `G0 Z8\n${second}G0 X0 Y200`);
}

/** One file for each state that a swap may find the printer in. */
export const STATE_FILES: Readonly<Record<string, string>> = {
  'pulled back': writePrint(),
  'not pulled back': writePrint({ retract: 0 }),
  'hopped, then pulled back': writePrint({ hop: 0.4 }),
  'relative filament': relativeE,
  'pulled back by firmware': relativeE
    .replaceAll('G1 E-0.80000 F2100', 'G10')
    .replaceAll('G1 E0.80000 F2100', 'G11'),
  'wiping while pulling back': relativeE.replaceAll(
    'G1 E-0.80000 F2100',
    'G1 X55 Y52 E-0.40000 F2100\nG1 E-0.40000',
  ),
  arcs: relativeE.replaceAll('G1 X70 Y50 E', 'G3 X70 Y50 I10 J0 E'),
  'several objects': oneByOne(),
  spiral: spiralPrint(),
  'relative positioning': numberedPrint({ relative: true }),
  'relative places, absolute filament': numberedPrint({ relative: true, relativeE: false }),
  inches: numberedPrint({ inches: true }),
  'relative inches': numberedPrint({ inches: true, relative: true }),
  'an origin of its own': numberedPrint({ origin: [0, -7.5] }),
};
