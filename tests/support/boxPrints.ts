/** A made-up file that prints one box, as somebody slices a single part. */
export interface BoxStyle {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly depth: number;
  /** Height of its underside, and its layers. */
  readonly from: number;
  readonly layers: number;
  readonly height: number;
  readonly inches: boolean;
  readonly relativeE: boolean;
  readonly hop: number;
  /** A travel goes up or down while it goes sideways. */
  readonly slopes: boolean;
  readonly skirt: boolean;
  readonly prime: boolean;
  readonly nozzle: number;
  readonly acceleration: number;
  /** Left open in the middle, mm from each side; 0 for none. */
  readonly pocket: number;
  /** What stands between the two moves of each way, which then goes round a corner. */
  readonly onTravel: readonly string[];
}

export const PLAIN_BOX: BoxStyle = {
  x: 60,
  y: 60,
  width: 6,
  depth: 6,
  from: 0,
  layers: 3,
  height: 0.2,
  inches: false,
  relativeE: true,
  hop: 0,
  slopes: false,
  skirt: false,
  prime: false,
  nozzle: 205,
  acceleration: 900,
  pocket: 0,
  onTravel: [],
};

const LINE = 0.5;
const FILAMENT = Math.PI * (1.75 / 2) ** 2;

/** The file of a box: rows from left to right, each with a way back to the left, so that there are many travels. */
export function boxPrint(given: Partial<BoxStyle> = {}): string {
  const box = { ...PLAIN_BOX, ...given };
  const unit = box.inches ? 25.4 : 1;
  const n = (mm: number): string => String(Number((mm / unit).toFixed(box.inches ? 6 : 4)));
  const lines = [box.inches ? 'G20' : 'G21', 'G90', box.relativeE ? 'M83' : 'M82'];
  lines.push('M140 S60', `M104 S${box.nozzle}`, 'M190 S60', `M109 S${box.nozzle}`);
  lines.push(`M204 P${box.acceleration}`, 'G28', 'G92 E0');
  let e = 0;
  const E = (mm: number): string => {
    e += mm;
    return `E${n(box.relativeE ? mm : e)}`;
  };
  const F = (mmPerMin: number): string => `F${n(mmPerMin)}`;
  const push = (length: number): number => (length * LINE * box.height) / FILAMENT;
  if (box.prime) {
    lines.push(`G0 X${n(5)} Y${n(10)} Z${n(0.2)} ${F(6000)}`);
    lines.push(`G1 Y${n(50)} ${E(push(40))} ${F(1200)}`, `G0 Z${n(2)}`, 'G92 E0');
    e = 0;
  }
  let [x, y] = [5, 10];
  const row = (toX: number, toY: number): void => {
    lines.push(`G1 X${n(toX)} Y${n(toY)} ${E(push(Math.hypot(toX - x, toY - y)))} ${F(2400)}`);
    [x, y] = [toX, toY];
  };
  for (let layer = 1; layer <= box.layers; layer++) {
    const z = box.from + layer * box.height;
    const go = (toX: number, toY: number, first: boolean): void => {
      lines.push(`G1 ${E(-0.8)} ${F(2100)}`);
      if (box.slopes) lines.push(`G0 X${n(toX)} Y${n(toY)} Z${n(z)} ${F(9000)}`);
      else {
        if (box.hop > 0 || first) lines.push(`G0 Z${n(z + box.hop)} ${F(600)}`);
        if (box.onTravel.length > 0) lines.push(`G0 X${n((x + toX) / 2)} Y${n(toY)} ${F(9000)}`);
        lines.push(...box.onTravel.map((line) => line.replace('UP', `Z${n(z + box.hop + 0.3)}`)));
        lines.push(`G0 X${n(toX)} Y${n(toY)} ${F(9000)}`);
        if (box.hop > 0 || box.onTravel.some((line) => line.includes('UP')))
          lines.push(`G0 Z${n(z)} ${F(600)}`);
      }
      lines.push(`G1 ${E(0.8)} ${F(2100)}`);
      [x, y] = [toX, toY];
    };
    const [left, right] = [box.x + LINE / 2, box.x + box.width - LINE / 2];
    if (layer === 1 && box.skirt) {
      const [a, b] = [box.x - 3, box.y - 3];
      go(a, b, true);
      row(box.x + box.width + 3, b);
      row(box.x + box.width + 3, box.y + box.depth + 3);
      row(a, box.y + box.depth + 3);
      row(a, b);
    }
    for (let at = LINE / 2; at < box.depth; at += LINE) {
      const inside = at > box.pocket && at < box.depth - box.pocket;
      go(left, box.y + at, at === LINE / 2);
      if (box.pocket > 0 && inside) {
        row(box.x + box.pocket - LINE / 2, box.y + at);
        go(box.x + box.width - box.pocket + LINE / 2, box.y + at, false);
      }
      row(right, box.y + at);
    }
  }
  const top = box.from + box.layers * box.height;
  lines.push(`G1 ${E(-0.8)} ${F(2100)}`, `G0 Z${n(top + 10)} ${F(600)}`);
  lines.push(`G0 X${n(0)} Y${n(200)} ${F(9000)}`, 'M107', 'M104 S0', 'M140 S0', 'M84');
  return `${lines.join('\n')}\n`;
}
