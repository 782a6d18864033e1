/** How many bytes a stretch of text is written in at a time. */
const PIECE = 1 << 20;

/**
 * A large made-up print of about `bytes` bytes: layers of curved outlines in short pieces and of
 * straight fill, with retraction, travel and layer comments, like a vase-sized model at fine
 * resolution. Always the same for the same size.
 */
export function makeBigFile(bytes: number): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(bytes + 2 * PIECE);
  const encoder = new TextEncoder();
  let size = 0;
  let e = 0;
  let text = 'G90\nM82\nM140 S60\nM104 S210\nM190 S60\nM109 S210\nG28\nG92 E0\n';
  const flush = (): void => {
    size += encoder.encodeInto(text, out.subarray(size)).written;
    text = '';
  };
  const print = (x: number, y: number, length: number): void => {
    e += length * 0.0374;
    text += `G1 X${x.toFixed(3)} Y${y.toFixed(3)} E${e.toFixed(5)}\n`;
  };
  const travel = (x: number, y: number): void => {
    text += `G1 E${(e - 0.8).toFixed(5)} F2100\nG0 X${x.toFixed(3)} Y${y.toFixed(3)} F9000\nG1 E${e.toFixed(5)} F2100\nG1 F3600\n`;
  };
  for (let layer = 0; size + text.length < bytes; layer++) {
    const z = 0.2 + layer * 0.2;
    text += `; layer ${layer}\nG0 Z${z.toFixed(3)} F600\n`;
    if (layer === 1) text += 'M106 S255\n';
    for (let wall = 0; wall < 3; wall++) outline(layer, wall, travel, print);
    fill(layer, travel, print);
    if (text.length > PIECE) flush();
  }
  text += 'M107\nM104 S0\nM140 S0\nM84\n';
  flush();
  return out.subarray(0, size);
}

type Travel = (x: number, y: number) => void;
type Print = (x: number, y: number, length: number) => void;

/** A closed wavy outline in 400 pieces of about 0.8 mm. */
function outline(layer: number, wall: number, travel: Travel, print: Print): void {
  const pieces = 400;
  const radius = (i: number): number => {
    const angle = (i / pieces) * 2 * Math.PI;
    return 48 + 4 * Math.sin(6 * angle + layer * 0.02) - wall * 0.45;
  };
  const at = (i: number): [number, number] => {
    const angle = (i / pieces) * 2 * Math.PI;
    return [110 + radius(i) * Math.cos(angle), 110 + radius(i) * Math.sin(angle)];
  };
  let [x, y] = at(0);
  travel(x, y);
  for (let i = 1; i <= pieces; i++) {
    const [nextX, nextY] = at(i);
    print(nextX, nextY, Math.hypot(nextX - x, nextY - y));
    [x, y] = [nextX, nextY];
  }
}

/** Straight fill across a disc: a line every 1.6 mm, joined at the ends. */
function fill(layer: number, travel: Travel, print: Print): void {
  const radius = 42;
  const turn = layer % 2 === 0;
  let first = true;
  let right = true;
  for (let c = -radius + 1; c < radius; c += 1.6) {
    const half = Math.sqrt(radius * radius - c * c);
    const [a, b] = right ? [-half, half] : [half, -half];
    const point = (s: number): [number, number] => (turn ? [110 + s, 110 + c] : [110 + c, 110 + s]);
    if (first) travel(...point(a));
    else print(...point(a), 1.8);
    print(...point(b), 2 * half);
    first = false;
    right = !right;
  }
}
