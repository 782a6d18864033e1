import { evenOdd, join, type Area } from '@/core/draw/areas';
import {
  clipped,
  coatOf,
  faded,
  masked,
  NO_COAT,
  over,
  type Coat,
  type Tint,
} from '@/core/draw/coats';
import { strokePieces, type Pen, type PenLine } from '@/core/draw/strokes';
import { moved, scaleOf, shift, STAY, times, viewMatrix, type Frame, type Matrix } from './matrix';
import { paintIn } from './paints';
import { linesOf } from './shapes';
import { isSvg, named, USED, type Stage } from './stage';

/** How far what is drawn may lie from the drawing, in thousandths of its longer side. */
const TOLERANCE = 0.05;

/** What a drawing is painted with: where it stands, and what could not be followed. */
export class Painter {
  /** What could not be followed, as its name in the plural: "gradients". */
  readonly leftOut = new Set<string>();

  constructor(private readonly stage: Stage) {}

  /** Everything in the drawing, y downwards, the longer side of its frame 1000 long. */
  async paintAll(frame: Frame): Promise<Coat> {
    const { root } = this.stage;
    const scale = 1000 / Math.max(frame.width, frame.height);
    const whole: Matrix = { ...STAY, a: scale, d: scale };
    const size = { x: 0, y: 0, width: frame.width, height: frame.height };
    const style = this.stage.styleOf(root);
    if (style.display === 'none') return NO_COAT;
    const coat = faded(await this.inView(root, whole, size), Number.parseFloat(style.opacity));
    return clipped(coat, moved(boxArea(size), whole));
  }

  /** An element with all that is in it. */
  private async paint(element: Element, outer: Matrix): Promise<Coat> {
    if (!isSvg(element) || NOT_PAINTED.has(element.localName)) return NO_COAT;
    const style = this.stage.styleOf(element);
    if (style.display === 'none') return NO_COAT;
    if (NOT_FOLLOWED[element.localName]) {
      this.leftOut.add(NOT_FOLLOWED[element.localName]);
      return NO_COAT;
    }
    const matrix = times(outer, ownMatrix(style));
    this.lookForEffects(style);
    const inside = await this.inside(element, style, matrix);
    if (inside.length === 0) return inside;
    const opacity = Number.parseFloat(style.opacity);
    return this.masked(this.clipped(faded(inside, opacity), element, style, matrix), style, matrix);
  }

  private async inside(
    element: Element,
    style: CSSStyleDeclaration,
    matrix: Matrix,
  ): Promise<Coat> {
    if (element.localName === 'svg') return this.viewport(element as SVGSVGElement, style, matrix);
    if (element.localName === 'switch') {
      const first = [...element.children].find((one) => !one.hasAttribute('requiredExtensions'));
      return first ? this.paint(first, matrix) : NO_COAT;
    }
    if (element.localName === 'g' || element.localName === 'a') return this.group(element, matrix);
    return this.shape(element, style, matrix);
  }

  /** What is in a group, one over the other. */
  private async group(element: Element, matrix: Matrix): Promise<Coat> {
    let coat = NO_COAT;
    for (const child of element.children) {
      coat = over(coat, await this.paint(child, matrix));
      await this.rest();
    }
    return coat;
  }

  /** A drawing in the drawing. */
  private async viewport(
    element: SVGSVGElement,
    style: CSSStyleDeclaration,
    matrix: Matrix,
  ): Promise<Coat> {
    const { x, y, width, height } = element;
    const frame = {
      x: x.baseVal.value,
      y: y.baseVal.value,
      width: width.baseVal.value,
      height: height.baseVal.value,
    };
    if (!(frame.width > 0) || !(frame.height > 0)) return NO_COAT;
    const coat = await this.inView(element, matrix, frame);
    const isOpen = style.overflow === 'visible' || style.overflow === 'auto';
    return isOpen && !element.hasAttribute(USED)
      ? coat
      : clipped(coat, join(moved(boxArea(frame), matrix)));
  }

  private inView(element: SVGSVGElement, matrix: Matrix, frame: Frame): Promise<Coat> {
    const view = element.viewBox.baseVal;
    const hasView = element.hasAttribute('viewBox') && view.width > 0 && view.height > 0;
    const aspect = element.getAttribute('preserveAspectRatio') ?? '';
    const inner = hasView
      ? viewMatrix(frame, view, aspect || 'xMidYMid meet')
      : shift(frame.x, frame.y);
    return this.group(element, times(matrix, inner));
  }

  /** One shape: its fill and its stroke. */
  private shape(element: Element, style: CSSStyleDeclaration, matrix: Matrix): Coat {
    if (style.visibility !== 'visible') return NO_COAT;
    const lines = linesOf(element, style, TOLERANCE / (scaleOf(matrix) || 1));
    if (!lines || lines.length === 0) return NO_COAT;
    for (const end of ['marker-start', 'marker-mid', 'marker-end']) {
      const isMarked = !/^(none)?$/.test(style.getPropertyValue(end));
      if (isMarked) this.leftOut.add('arrowheads and other markers');
    }
    const tint = (kind: 'fill' | 'stroke'): Tint | null =>
      paintIn(style, kind, this.stage, this.leftOut);
    const [fill, stroke] = [tint('fill'), tint('stroke')];
    const filled = fill ? coatOf(filledArea(lines, style.fillRule, matrix), fill) : NO_COAT;
    const stroked = stroke ? coatOf(strokedArea(lines, style, matrix), stroke) : NO_COAT;
    return /^\s*(stroke|markers\s+stroke)/.test(style.getPropertyValue('paint-order'))
      ? over(stroked, filled)
      : over(filled, stroked);
  }

  private clipped(coat: Coat, element: Element, style: CSSStyleDeclaration, matrix: Matrix): Coat {
    const reference = referenceIn(style.clipPath);
    if (reference === null) {
      if (style.clipPath !== 'none' && style.clipPath !== '') this.leftOut.add('clip shapes');
      return coat;
    }
    const clip = named(this.stage.root, reference);
    if (clip?.localName !== 'clipPath') return coat;
    return clipped(coat, this.clipArea(clip, this.unitsOf(clip, element, matrix), 0));
  }

  /** The area of a clip path. */
  private clipArea(clip: Element, outer: Matrix, depth: number): Area {
    const own = this.stage.styleOf(clip);
    const matrix = times(outer, ownMatrix(own));
    const parts: Area = [];
    const visit = (element: Element, at: Matrix): void => {
      if (!isSvg(element)) return;
      const style = this.stage.styleOf(element);
      if (style.display === 'none' || style.visibility !== 'visible') return;
      const moved = times(at, ownMatrix(style));
      const lines = linesOf(element, style, TOLERANCE / (scaleOf(moved) || 1));
      if (lines) {
        const area = filledArea(lines, style.clipRule, moved);
        const inner = named(this.stage.root, referenceIn(style.clipPath));
        const isCut = inner?.localName === 'clipPath' && depth < MOST_CLIPS;
        parts.push(
          ...(isCut
            ? clipped(coatOf(area, BLACK), this.clipArea(inner, moved, depth + 1)).flatMap(
                (one) => one.area,
              )
            : area),
        );
      } else if (element.localName === 'g') {
        for (const child of element.children) visit(child, moved);
      } else if (NOT_FOLLOWED[element.localName]) {
        this.leftOut.add(NOT_FOLLOWED[element.localName]);
      }
    };
    for (const child of clip.children) visit(child, matrix);
    const area = join(parts);
    const around = named(this.stage.root, referenceIn(own.clipPath));
    if (around?.localName !== 'clipPath' || depth >= MOST_CLIPS) return area;
    const outerArea = this.clipArea(around, outer, depth + 1);
    return clipped(coatOf(area, BLACK), outerArea).flatMap((one) => one.area);
  }

  private async masked(coat: Coat, style: CSSStyleDeclaration, matrix: Matrix): Promise<Coat> {
    const mask = named(this.stage.root, referenceIn(style.mask || style.maskImage));
    if (mask?.localName !== 'mask' || this.maskDepth >= MOST_CLIPS) return coat;
    if (mask.getAttribute('maskContentUnits') === 'objectBoundingBox') {
      this.leftOut.add('masks measured by what they cover');
      return coat;
    }
    this.maskDepth++;
    const shown = await this.group(mask, matrix);
    this.maskDepth--;
    return masked(coat, shown);
  }

  private maskDepth = 0;
  private worked = performance.now();

  /** Lets the page answer now and then: a drawing may have thousands of shapes. */
  private async rest(): Promise<void> {
    if (performance.now() - this.worked < STRETCH) return;
    await new Promise((resolve) => setTimeout(resolve));
    this.worked = performance.now();
  }

  /** Where a clip path stands: in the coordinates of what it cuts, or in shares of its box. */
  private unitsOf(clip: Element, element: Element, matrix: Matrix): Matrix {
    if (clip.getAttribute('clipPathUnits') !== 'objectBoundingBox') return matrix;
    const { x, y, width, height } = (element as SVGGraphicsElement).getBBox();
    return times(matrix, { a: width, b: 0, c: 0, d: height, e: x, f: y });
  }

  private lookForEffects(style: CSSStyleDeclaration): void {
    if (style.filter !== 'none' && style.filter !== '') this.leftOut.add('filters');
    const mix = style.mixBlendMode;
    if (mix !== 'normal' && mix !== '') this.leftOut.add('blend modes');
  }
}

/** The page is kept for so long at a stretch, ms. */
const STRETCH = 20;
const BLACK: Tint = { r: 0, g: 0, b: 0, a: 1 };
/** Clip paths and masks in one another. */
const MOST_CLIPS = 8;

/** Elements that show nothing where they stand. */
const NOT_PAINTED: ReadonlySet<string> = new Set(
  'defs symbol clipPath mask marker pattern linearGradient radialGradient filter style title desc metadata script view'.split(
    ' ',
  ),
);

/** Elements that are seen and not followed, and what is said of them. */
const NOT_FOLLOWED: Readonly<Record<string, string>> = {
  text: 'text',
  tspan: 'text',
  image: 'pictures',
  foreignObject: 'embedded pages',
  video: 'films',
};

const boxArea = ({ x, y, width, height }: Frame): Area => [
  [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ],
];

/** What a style refers to by `url(…)`; null for nothing. */
const referenceIn = (text: string): string | null =>
  /^url\(["']?(?:[^#"')]*)(#[^"')]+)["']?\)/.exec(text)?.[1] ?? null;

/** How an element is moved by itself. */
function ownMatrix(style: CSSStyleDeclaration): Matrix {
  const found = /^matrix\(([^)]*)\)$/.exec(style.transform);
  if (!found) return STAY;
  const [a, b, c, d, e, f] = found[1].split(',').map(Number);
  const [x = 0, y = 0] = style.transformOrigin.split(' ').map(Number.parseFloat);
  return times(shift(x, y), times({ a, b, c, d, e, f }, shift(-x, -y)));
}

function filledArea(lines: readonly PenLine[], rule: string, matrix: Matrix): Area {
  const area = moved(
    lines.map(({ points }) => [...points]),
    matrix,
  );
  return rule === 'evenodd' ? evenOdd(area) : join(area);
}

function strokedArea(lines: readonly PenLine[], style: CSSStyleDeclaration, matrix: Matrix): Area {
  const width = Number.parseFloat(style.strokeWidth);
  const pen: Pen = {
    width,
    cap: style.strokeLinecap as Pen['cap'],
    join: ['round', 'bevel'].includes(style.strokeLinejoin)
      ? (style.strokeLinejoin as Pen['join'])
      : 'miter',
    miterLimit: Number.parseFloat(style.strokeMiterlimit) || 4,
    dashes: (style.strokeDasharray.match(/[\d.e+-]+/g) ?? []).map(Number),
    dashOffset: Number.parseFloat(style.strokeDashoffset) || 0,
    tolerance: TOLERANCE / (scaleOf(matrix) || 1),
  };
  return join(moved(strokePieces(lines, pen), matrix));
}
