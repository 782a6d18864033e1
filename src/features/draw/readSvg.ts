import { EndType, inflatePathsD, JoinType, type PathsD } from 'clipper2-ts';
import type { ShapePath } from 'three';
import { SVGLoader } from 'three/addons/loaders/SVGLoader.js';
import { join, type Area } from '@/core/draw/areas';
import { unitPicture, type PlatePicture } from '@/core/draw/picture';
import { moduleOf } from '@/core/draw/code';
import { MOST_INKS } from '@/core/draw/plate';
import { evenOdd } from '@/core/draw/tracing';
import { refuse, success, type Result } from '@/core/findings';

/** Largest drawing that is read, bytes. */
const LARGEST = 4 << 20;
/** Curves are drawn in so many pieces. */
const PIECES = 10;

interface SvgStyle {
  readonly fill?: string;
  readonly fillRule?: string;
  readonly stroke?: string;
  readonly strokeWidth?: number;
}

/** Reads a drawing's filled shapes and lines, by colour. */
export async function readSvg(file: Blob, name: string): Promise<Result<PlatePicture>> {
  if (file.size > LARGEST)
    return refuse('too-large', 'The drawing is larger than 4 MB. Simplify it.');
  const text = await file.text();
  if (/<!(DOCTYPE[^>]*\[|ENTITY)/i.test(text)) {
    return refuse('cannot-read', 'The drawing makes up entities of its own. Save it without them.');
  }
  const document = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (document.querySelector('parsererror') || document.documentElement.tagName !== 'svg') {
    return refuse('cannot-read', 'This is no SVG drawing, or it is damaged.');
  }
  if (isDeep(document.documentElement)) return DEEP;
  const shapes = pathsIn(text);
  if (shapes === null) return DEEP;
  const byColour = new Map<string, Area[]>();
  const add = (colour: string, area: Area): void => {
    byColour.set(colour, [...(byColour.get(colour) ?? []), area]);
  };
  for (const path of shapes) {
    const {
      fill,
      fillRule,
      stroke,
      strokeWidth = 1,
    } = ((path.userData as { readonly style?: SvgStyle } | undefined)?.style ?? {}) as SvgStyle;
    const lines: PathsD = path.subPaths.map((one) =>
      one.getPoints(PIECES).map(({ x, y }) => ({ x, y: -y })),
    );
    const colour = `#${path.color.getHexString()}`;
    if (fill !== undefined && fill !== 'none' && fill !== 'transparent') {
      add(colour, fillRule === 'evenodd' ? evenOdd(lines) : join(lines));
    }
    if (stroke !== undefined && stroke !== 'none') {
      add(colour, inflatePathsD(lines, strokeWidth / 2, JoinType.Round, EndType.Round, 2, 4, 0.02));
    }
  }
  const colours = [...byColour].map(([colour, areas]) => ({ colour, area: join(...areas) }));
  const drawn = colours.filter(({ area }) => area.length > 0);
  if (drawn.length === 0) {
    return refuse('not-flat', 'There is no filled shape and no line in this drawing.');
  }
  if (drawn.length > MOST_INKS) {
    return refuse(
      'not-flat',
      `The drawing has ${drawn.length} colours, and a plate takes ${MOST_INKS} on its base. Join some of them first.`,
    );
  }
  const leftOut = document.querySelector('text, image, use[href^="http"]') !== null;
  const notes = leftOut
    ? ['Letters and pictures in the drawing were left out. Turn letters into outlines first.']
    : [];
  const unit = unitPicture(drawn);
  return success({
    name,
    colours: unit,
    moduleSide: moduleOfAreas(unit.map(({ area }) => area)),
    notes,
  });
}

const DEEP = refuse(
  'cannot-read',
  'The drawing is nested too deeply, or a part of it refers to itself. Ungroup it first.',
);

/** Groups in groups: more than this no hand has drawn. */
const DEEPEST = 200;

/** Whether elements lie in one another deeper than what reads them can follow. */
function isDeep(root: Element): boolean {
  let level: Element[] = [root];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return true;
    level = level.flatMap(({ children }) => [...children]);
  }
  return false;
}

/** The paths of a drawing; null for one whose parts refer to themselves. */
function pathsIn(text: string): ShapePath[] | null {
  try {
    return new SVGLoader().parse(text).paths;
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** Height at which a drawing is looked through for a code to scan, px. */
const LOOKED_AT = 400;

/** Side of a module of a code in heights of the drawing; null where it is none. */
function moduleOfAreas(areas: readonly Area[]): number | null {
  const pen = new OffscreenCanvas(2 * LOOKED_AT, LOOKED_AT).getContext('2d');
  if (!pen) return null;
  pen.setTransform(LOOKED_AT, 0, 0, -LOOKED_AT, LOOKED_AT, LOOKED_AT / 2);
  for (const area of areas) {
    pen.beginPath();
    for (const path of area) {
      path.forEach(({ x, y }, i) => (i === 0 ? pen.moveTo(x, y) : pen.lineTo(x, y)));
      pen.closePath();
    }
    pen.fill('evenodd');
  }
  const { width, height, data } = pen.getImageData(0, 0, 2 * LOOKED_AT, LOOKED_AT);
  const dark = Uint8Array.from({ length: width * height }, (_, i) =>
    data[i * 4 + 3] > 127 ? 1 : 0,
  );
  const moduleSide = moduleOf({ width, height, dark });
  return moduleSide === null ? null : moduleSide / LOOKED_AT;
}
