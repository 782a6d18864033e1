import {
  areaD,
  ClipperD,
  ClipType,
  EndType,
  FillRule,
  JoinType,
  differenceD,
  inflatePathsD,
  intersectD,
  isPositiveD,
  unionD,
  type PathD,
  type PathsD,
} from 'clipper2-ts';

/** Areas are closed outlines in mm, holes included; outlines wind as the clipping library leaves them. */
export type Area = PathsD;

const DECIMALS = 4;

export function rectangle(x: number, y: number, width: number, height: number): Area {
  return [
    [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ],
  ];
}

/** A rectangle whose corners are rounded by `radius` mm. */
export function roundedRectangle(
  x: number,
  y: number,
  width: number,
  height: number,
  radius: number,
): Area {
  const core = rectangle(x + radius, y + radius, width - 2 * radius, height - 2 * radius);
  return inflatePathsD(core, radius, JoinType.Round, EndType.Polygon, 2, DECIMALS, 0.02);
}

/** A line of `width` mm drawn through points with round ends: letters and digits are made of these. */
export function stroke(points: readonly (readonly [number, number])[], width: number): Area {
  const path: PathD = points.map(([x, y]) => ({ x, y }));
  return inflatePathsD([path], width / 2, JoinType.Round, EndType.Round, 2, DECIMALS, 0.02);
}

/** A circle in short pieces. */
export function disc(x: number, y: number, radius: number): Area {
  const pieces = Math.max(24, Math.round(radius * 4));
  const point = (i: number): PathD[number] => {
    const angle = (i / pieces) * 2 * Math.PI;
    return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) };
  };
  return [Array.from({ length: pieces }, (_, i) => point(i))];
}

/** A closed outline through points, its corners rounded off by `radius` mm. */
export function blob(points: readonly (readonly [number, number])[], radius: number): Area {
  const outline: PathD = points.map(([x, y]) => ({ x, y }));
  const core = isPositiveD(outline) ? outline : outline.toReversed();
  const round = (area: Area, by: number): Area =>
    inflatePathsD(area, by, JoinType.Round, EndType.Polygon, 2, DECIMALS, 0.02);
  return round(round(round([core], -radius), 2 * radius), -radius);
}

export function grow(area: Area, by: number): Area {
  return inflatePathsD(area, by, JoinType.Miter, EndType.Polygon, 2, DECIMALS);
}

export function join(...areas: readonly Area[]): Area {
  return unionD(areas.flat(), [], FillRule.NonZero, DECIMALS);
}

export function cut(area: Area, away: Area): Area {
  return away.length === 0 ? area : differenceD(area, away, FillRule.NonZero, DECIMALS);
}

export function overlap(a: Area, b: Area): Area {
  return a.length === 0 || b.length === 0 ? [] : intersectD(a, b, FillRule.NonZero, DECIMALS);
}

/** Outlines in outlines are holes. */
export function evenOdd(paths: Area): Area {
  const clipper = new ClipperD(DECIMALS);
  clipper.addSubjectPaths(paths.filter(({ length }) => length > 2));
  const found: Area = [];
  clipper.execute(ClipType.Union, FillRule.EvenOdd, found);
  return found;
}

/** Size of an area, holes taken off. */
export const sizeOf = (area: Area): number =>
  Math.abs(area.reduce((sum, path) => sum + areaD(path), 0));

/** Whether a point lies in an area (even-odd rule). */
export function isIn(area: Area, { x, y }: PathD[number]): boolean {
  let inside = false;
  for (const outline of area) {
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
      const [a, b] = [outline[i], outline[j]];
      const crosses = a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x;
      if (crosses) inside = !inside;
    }
  }
  return inside;
}
