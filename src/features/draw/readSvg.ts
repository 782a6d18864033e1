import { isIn, type Area } from '@/core/draw/areas';
import { boxOf } from '@/core/draw/box';
import { moduleOf } from '@/core/draw/code';
import { onPaper, type Coat } from '@/core/draw/coats';
import { largestFirst, unitPicture, type PlatePicture } from '@/core/draw/picture';
import { MOST_INKS } from '@/core/draw/plate';
import { refuse, success, type Result } from '@/core/findings';
import type { Frame } from './svg/matrix';
import { Painter } from './svg/painter';
import { openStage } from './svg/stage';

/** Largest drawing that is read, bytes. */
const LARGEST = 4 << 20;

/** A drawing as it looks, y downwards, its longer side 1000 long; and what is not as in the drawing. */
export interface PaintedDrawing {
  readonly coat: Coat;
  readonly leftOut: readonly string[];
}

/** Paints a drawing (SVG) with areas of one colour each, as a browser shows it. */
export async function paintSvg(text: string): Promise<Result<PaintedDrawing>> {
  const opened = openStage(text);
  if (!opened.ok) return opened;
  const stage = opened.value;
  try {
    const painter = new Painter(stage);
    const coat = await painter.paintAll(frameOf(stage.root));
    return success({ coat, leftOut: [...painter.leftOut] });
  } finally {
    stage.close();
  }
}

/** The frame of a drawing, in its own pixels. */
function frameOf(root: SVGSVGElement): Frame {
  const view = root.viewBox.baseVal;
  const hasView = root.hasAttribute('viewBox') && view.width > 0 && view.height > 0;
  const given = (name: 'width' | 'height'): number | null => {
    const text = root.getAttribute(name);
    return text === null || text.includes('%') ? null : root[name].baseVal.value;
  };
  const [width, height] = [given('width'), given('height')];
  const [own, tall] = hasView ? [view.width, view.height] : [300, 150];
  return {
    x: 0,
    y: 0,
    width: width || (height ? (height * own) / tall : own),
    height: height || (width ? (width * tall) / own : tall),
  };
}

/** Reads a drawing by colour, the largest first. What fills it to its edges is the ground, and is left out. */
export async function readSvg(file: Blob, name: string): Promise<Result<PlatePicture>> {
  if (file.size > LARGEST)
    return refuse('too-large', 'The drawing is larger than 4 MB. Simplify it.');
  const painted = await paintSvg(await file.text());
  if (!painted.ok) return painted;
  const { coat, leftOut } = painted.value;
  const drawn = [...onPaper(coat)]
    .map(([colour, area]) => ({ colour, area: upright(area) }))
    .filter(({ area }) => area.length > 0);
  if (drawn.length === 0) {
    return refuse('not-flat', `This drawing has no filled shapes or lines.${saidOf(leftOut)}`);
  }
  const ground = drawn.length > 1 ? groundOf(drawn) : -1;
  const shown = drawn.filter((_, i) => i !== ground);
  if (shown.length > MOST_INKS) {
    return refuse(
      'not-flat',
      `The drawing has ${shown.length} colours, and a plate takes ${MOST_INKS} on its base. Merge some of them first.`,
    );
  }
  const unit = largestFirst(unitPicture(shown));
  const notes = [
    ...(ground >= 0
      ? [`The background (${drawn[ground].colour}) is left out: the base shows there.`]
      : []),
    ...(leftOut.length > 0 ? [saidOf(leftOut).trim()] : []),
  ];
  return success({
    name,
    colours: unit,
    moduleSide: moduleOfAreas(unit),
    notes,
  });
}

const saidOf = (leftOut: readonly string[]): string => {
  if (leftOut.length === 0) return '';
  const gradients = leftOut.includes('gradients')
    ? ' Gradients are drawn in their mean colour.'
    : '';
  const others = leftOut.filter((one) => one !== 'gradients');
  return others.length === 0
    ? gradients
    : `${gradients} Left out of the drawing: ${others.join(', ')}. Convert them to shapes first.`;
};

const upright = (area: Area): Area =>
  area.map((path) => path.map(({ x, y }) => ({ x, y: -y })).reverse());

interface Drawn {
  readonly colour: string;
  readonly area: Area;
}

/** The ground lies along so much of the edge of the drawing. */
const GROUND_SHARE = 0.99;
/** Places along each side where the edge is looked at, and how far inside, in shares of the side. */
const LOOKS = 60;
const INSIDE = 0.002;

/** The colour that lies along the edges of the drawing; −1 for none. */
function groundOf(drawn: readonly Drawn[]): number {
  const { left, right, front, back } = boxOf(drawn.flatMap(({ area }) => area));
  const [wide, deep] = [right - left, back - front];
  const places = Array.from({ length: LOOKS }, (_, i) => (i + 0.5) / LOOKS).flatMap((share) => [
    { x: left + share * wide, y: front + INSIDE * deep },
    { x: left + share * wide, y: back - INSIDE * deep },
    { x: left + INSIDE * wide, y: front + share * deep },
    { x: right - INSIDE * wide, y: front + share * deep },
  ]);
  return drawn.findIndex(
    ({ area }) =>
      places.filter((place) => isIn(area, place)).length >= GROUND_SHARE * places.length,
  );
}

/** Height at which a drawing is looked through for a code to scan, px. */
const LOOKED_AT = 400;
/** Colours darker than this are the dark of a code, of 255. */
const DARK = 128;

/** Side of a module of a code in heights of the drawing; null where it is none. */
function moduleOfAreas(colours: readonly Drawn[]): number | null {
  const pen = new OffscreenCanvas(2 * LOOKED_AT, LOOKED_AT).getContext('2d');
  if (!pen) return null;
  pen.setTransform(LOOKED_AT, 0, 0, -LOOKED_AT, LOOKED_AT, LOOKED_AT / 2);
  for (const { colour, area } of colours) {
    pen.fillStyle = colour;
    pen.beginPath();
    for (const path of area) {
      path.forEach(({ x, y }, i) => (i === 0 ? pen.moveTo(x, y) : pen.lineTo(x, y)));
      pen.closePath();
    }
    pen.fill('evenodd');
  }
  const { width, height, data } = pen.getImageData(0, 0, 2 * LOOKED_AT, LOOKED_AT);
  const dark = Uint8Array.from({ length: width * height }, (_, i) => {
    const [r, g, b, a] = data.subarray(i * 4, i * 4 + 4);
    return a > 127 && 0.2126 * r + 0.7152 * g + 0.0722 * b < DARK ? 1 : 0;
  });
  const moduleSide = moduleOf({ width, height, dark });
  return moduleSide === null ? null : moduleSide / LOOKED_AT;
}
