import { crc32, deflateSync } from 'node:zlib';

/** A picture (PNG) whose pixels are made by their place: red, green, blue, and how solid. */
export function pngOf(
  width: number,
  height: number,
  at: (x: number, y: number) => readonly [number, number, number, number],
): Uint8Array {
  const rows = Buffer.alloc((width * 4 + 1) * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) rows.set(at(x, y), y * (width * 4 + 1) + 1 + x * 4);
  }
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 6], 8);
  const chunk = (name: string, data: Buffer): Buffer => {
    const named = Buffer.concat([Buffer.from(name), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    sum.writeUInt32BE(crc32(named));
    return Buffer.concat([length, named, sum]);
  };
  const begin = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);
  return Buffer.concat([begin, chunk('IHDR', head), chunk('IDAT', deflateSync(rows)), chunk('IEND', Buffer.alloc(0))]); // prettier-ignore
}

type Rgb = readonly [number, number, number];

const mixed = (a: Rgb, b: Rgb, share: number): [number, number, number, number] => {
  const at = Math.max(0, Math.min(1, share));
  return [0, 1, 2].map((k) => Math.round(a[k] + (b[k] - a[k]) * at)).concat(255) as never;
};

/** A marsh at dusk, made up: sky, sun, dyke, reed and water, in soft shades. */
export function marshAtDusk(width: number, height: number): Uint8Array {
  return pngOf(width, height, (column, row) => {
    const [x, y] = [(column / width) * 480, (row / height) * 320];
    const ridge = Math.sin(x / 37) * 18 + Math.sin(x / 11 + 2) * 7;
    if (Math.hypot(x - 340, y - 95) < 38) return [250, 228, 180, 255];
    if (y < 150 + ridge * 0.6) return mixed([60, 78, 105], [226, 150, 90], y / 150);
    if (y < 175 + ridge) return [58, 66, 48, 255];
    const near = (y - 175) / 145;
    const wave = Math.sin(x / 9 + y / 3) * 0.5 + 0.5;
    const isReed = y > 235 && Math.sin(x / 13 + Math.sin(y / 20) * 2) > 0.3;
    if (isReed) return mixed([96, 112, 58], [44, 52, 30], near);
    return mixed([150, 140, 110], [70, 84, 90], near * 0.8 + wave * 0.2);
  });
}
