import svgpath from 'svgpath';
import { bezier } from '@/core/draw/curves';
import type { PenLine } from '@/core/draw/strokes';

type Point = PenLine['points'][number];

/**
 * The lines of a shape in its own coordinates, curves in short pieces.
 * @param tolerance how far a piece may lie from its curve.
 * @returns null for what is no shape.
 */
export function linesOf(
  element: Element,
  style: CSSStyleDeclaration,
  tolerance: number,
): PenLine[] | null {
  switch (element.localName) {
    case 'path':
      return pathLines(element.getAttribute('d') ?? '', tolerance);
    case 'rect':
      return rectLines(element as SVGRectElement, style, tolerance);
    case 'circle':
    case 'ellipse':
      return ellipseLines(element as SVGCircleElement | SVGEllipseElement, style, tolerance);
    case 'line': {
      const { x1, y1, x2, y2 } = element as SVGLineElement;
      const points = [
        { x: x1.baseVal.value, y: y1.baseVal.value },
        { x: x2.baseVal.value, y: y2.baseVal.value },
      ];
      return [{ points, isClosed: false }];
    }
    case 'polyline':
    case 'polygon': {
      const points = [...(element as SVGPolylineElement).points].map(({ x, y }) => ({ x, y }));
      return points.length < 2 ? [] : [{ points, isClosed: element.localName === 'polygon' }];
    }
    default:
      return null;
  }
}

/** A length of a shape, which a style sheet may have set. */
function lengthOf(style: CSSStyleDeclaration, name: string, given: SVGAnimatedLength): number {
  const text = style.getPropertyValue(name);
  return /^-?[\d.e-]+px$/.test(text) ? Number.parseFloat(text) : given.baseVal.value;
}

function rectLines(
  element: SVGRectElement,
  style: CSSStyleDeclaration,
  tolerance: number,
): PenLine[] {
  const of = (name: 'x' | 'y' | 'width' | 'height'): number => lengthOf(style, name, element[name]);
  const [x, y, width, height] = [of('x'), of('y'), of('width'), of('height')];
  if (!(width > 0) || !(height > 0)) return [];
  const isAuto = (name: 'rx' | 'ry'): boolean =>
    style.getPropertyValue(name) === 'auto' || !(lengthOf(style, name, element[name]) >= 0);
  const radius = (name: 'rx' | 'ry', other: 'rx' | 'ry'): number =>
    isAuto(name) ? (isAuto(other) ? 0 : lengthOf(style, other, element[other])) : lengthOf(style, name, element[name]); // prettier-ignore
  const rx = Math.min(radius('rx', 'ry'), width / 2);
  const ry = Math.min(radius('ry', 'rx'), height / 2);
  if (!(rx > 0) || !(ry > 0)) {
    const [right, bottom] = [x + width, y + height];
    const points = [{ x, y }, { x: right, y }, { x: right, y: bottom }, { x, y: bottom }]; // prettier-ignore
    return [{ points, isClosed: true }];
  }
  const quarter = (cx: number, cy: number, from: number): Point[] =>
    arcPoints(cx, cy, rx, ry, from, from + Math.PI / 2, tolerance);
  const points = [
    ...quarter(x + width - rx, y + ry, -Math.PI / 2),
    ...quarter(x + width - rx, y + height - ry, 0),
    ...quarter(x + rx, y + height - ry, Math.PI / 2),
    ...quarter(x + rx, y + ry, Math.PI),
  ];
  // A pen that dashes begins at the left end of the upper side.
  return [{ points: [points.at(-1)!, ...points.slice(0, -1)], isClosed: true }];
}

function ellipseLines(
  element: SVGCircleElement | SVGEllipseElement,
  style: CSSStyleDeclaration,
  tolerance: number,
): PenLine[] {
  const cx = lengthOf(style, 'cx', element.cx);
  const cy = lengthOf(style, 'cy', element.cy);
  const [rx, ry] =
    'r' in element
      ? [lengthOf(style, 'r', element.r), lengthOf(style, 'r', element.r)]
      : [lengthOf(style, 'rx', element.rx), lengthOf(style, 'ry', element.ry)];
  if (!(rx > 0) || !(ry > 0)) return [];
  const points = arcPoints(cx, cy, rx, ry, 0, 2 * Math.PI, tolerance);
  return [{ points: points.slice(0, -1), isClosed: true }];
}

function arcPoints(
  cx: number,
  cy: number,
  rx: number,
  ry: number,
  from: number,
  to: number,
  tolerance: number,
): Point[] {
  const step = 2 * Math.acos(Math.max(0, 1 - tolerance / Math.max(rx, ry)));
  const count = Math.max(8, Math.ceil((to - from) / Math.max(step, 1e-3)));
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = from + ((to - from) * i) / count;
    return { x: cx + rx * Math.cos(angle), y: cy + ry * Math.sin(angle) };
  });
}

function pathLines(d: string, tolerance: number): PenLine[] {
  const lines: { points: Point[]; isClosed: boolean }[] = [];
  let points: Point[] = [];
  const end = (isClosed: boolean): void => {
    if (points.length > 0) lines.push({ points, isClosed });
    points = [];
  };
  svgpath(d)
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const from = { x, y };
      // What follows a closed line without a move begins where that one began.
      if (points.length === 0 && segment[0] !== 'M') points.push(from);
      if (segment[0] === 'M') {
        end(false);
        points.push({ x: segment[1], y: segment[2] });
      } else if (segment[0] === 'L') points.push({ x: segment[1], y: segment[2] });
      else if (segment[0] === 'H') points.push({ x: segment[1], y });
      else if (segment[0] === 'V') points.push({ x, y: segment[1] });
      else if (segment[0] === 'Q') {
        const [, x1, y1, x2, y2] = segment;
        points.push(...bezier(from, [{ x: x1, y: y1 }], { x: x2, y: y2 }, tolerance));
      } else if (segment[0] === 'C') {
        const [, x1, y1, x2, y2, x3, y3] = segment;
        const bends = [{ x: x1, y: y1 }, { x: x2, y: y2 }]; // prettier-ignore
        points.push(...bezier(from, bends, { x: x3, y: y3 }, tolerance));
      } else end(true);
    });
  end(false);
  // A move alone draws nothing.
  return lines.filter((line) => line.points.length > 1 || line.isClosed);
}
