import { onPaper } from '@/core/draw/coats';
import { paintSvg } from '@/features/draw/readSvg';

/** How much a drawing differs from the browser's own picture, and what was left out of it. */
export interface Likeness {
  /** Share of the pixels that differ clearly, and from those around as well. */
  readonly other: number;
  readonly leftOut: readonly string[];
}

/** Parts of a colour may differ by so much, of 255. */
const NEAR = 40;

/** Compares a drawing as Lamella reads it with what the browser makes of one, in pictures of a side, px. */
async function compareDrawings(ours: string, theirs: string, side: number): Promise<Likeness> {
  const painted = await paintSvg(ours);
  if (!painted.ok) throw new Error(painted.refusal.message);
  const { coat, leftOut } = painted.value;
  const mine = paper(side);
  mine.scale(side / 1000, side / 1000);
  for (const [colour, area] of onPaper(coat)) {
    mine.fillStyle = colour;
    mine.beginPath();
    for (const path of area) {
      path.forEach(({ x, y }, i) => (i === 0 ? mine.moveTo(x, y) : mine.lineTo(x, y)));
      mine.closePath();
    }
    mine.fill('evenodd');
  }
  const picture = new Image();
  picture.src = `data:image/svg+xml,${encodeURIComponent(theirs)}`;
  await picture.decode();
  const scale = side / Math.max(picture.naturalWidth, picture.naturalHeight);
  const browsers = paper(side);
  browsers.drawImage(picture, 0, 0, picture.naturalWidth * scale, picture.naturalHeight * scale);
  return { other: differing(mine, browsers, side), leftOut };
}

function paper(side: number): OffscreenCanvasRenderingContext2D {
  const pen = new OffscreenCanvas(side, side).getContext('2d')!;
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, side, side);
  return pen;
}

function differing(
  one: OffscreenCanvasRenderingContext2D,
  other: OffscreenCanvasRenderingContext2D,
  side: number,
): number {
  const a = one.getImageData(0, 0, side, side).data;
  const b = other.getImageData(0, 0, side, side).data;
  const isNear = (i: number, k: number): boolean =>
    [0, 1, 2].every((part) => Math.abs(a[i + part] - b[k + part]) < NEAR);
  let count = 0;
  for (let y = 1; y < side - 1; y++) {
    for (let x = 1; x < side - 1; x++) {
      const i = (y * side + x) * 4;
      if (isNear(i, i)) continue;
      const beside = [-side - 1, -side, 1 - side, -1, 1, side - 1, side, side + 1].map(
        (off) => i + off * 4,
      );
      if (!beside.some((k) => isNear(i, k)) || !beside.some((k) => isNear(k, i))) count++;
    }
  }
  return count / side ** 2;
}

Object.assign(window, { compareDrawings });
