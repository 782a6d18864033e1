import type { Area } from '@/core/draw/areas';

/** How a place is moved: x' = a x + c y + e, y' = b x + d y + f. */
export interface Matrix {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const STAY: Matrix = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** What does `inner` first, and then `outer`. */
export function times(outer: Matrix, inner: Matrix): Matrix {
  return {
    a: outer.a * inner.a + outer.c * inner.b,
    b: outer.b * inner.a + outer.d * inner.b,
    c: outer.a * inner.c + outer.c * inner.d,
    d: outer.b * inner.c + outer.d * inner.d,
    e: outer.a * inner.e + outer.c * inner.f + outer.e,
    f: outer.b * inner.e + outer.d * inner.f + outer.f,
  };
}

export const shift = (e: number, f: number): Matrix => ({ ...STAY, e, f });

/** How much longer lengths become, in the mean of all directions. */
export const scaleOf = ({ a, b, c, d }: Matrix): number => Math.sqrt(Math.abs(a * d - b * c));

/** Outlines moved; those that were mirrored are turned, so that they go round the same way. */
export function moved(area: Area, { a, b, c, d, e, f }: Matrix): Area {
  const isMirrored = a * d - b * c < 0;
  return area.map((path) => {
    const points = path.map(({ x, y }) => ({ x: a * x + c * y + e, y: b * x + d * y + f }));
    return isMirrored ? points.reverse() : points;
  });
}

/** A rectangle of a drawing. */
export interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** How what lies in a view box is put into a frame (SVG 2, 8.2). */
export function viewMatrix(frame: Frame, view: Frame, aspect: string): Matrix {
  const [sx, sy] = [frame.width / view.width, frame.height / view.height];
  const [align = 'xMidYMid', how = 'meet'] = aspect.trim().split(/\s+/);
  if (align === 'none') {
    return { a: sx, b: 0, c: 0, d: sy, e: frame.x - view.x * sx, f: frame.y - view.y * sy };
  }
  const scale = how === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy);
  const share = (place: string): number => (place === 'Min' ? 0 : place === 'Max' ? 1 : 0.5);
  const left = (frame.width - view.width * scale) * share(align.slice(1, 4));
  const top = (frame.height - view.height * scale) * share(align.slice(5, 8));
  return {
    a: scale,
    b: 0,
    c: 0,
    d: scale,
    e: frame.x + left - view.x * scale,
    f: frame.y + top - view.y * scale,
  };
}
