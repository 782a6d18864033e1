import { areaD, EndType, inflatePathsD, JoinType } from 'clipper2-ts';
import { cut, overlap, type Area } from './areas';
import { clustersOf } from './clusters';
import { finestOf, type PlateDrawing } from './plate';
import type { PlateRegions } from './regions';

/** Where a plate is too fine for the line that prints it. */
export interface NarrowPlaces {
  /** Narrower than one line: it is not printed. */
  readonly lost: Area;
  /** Narrower than two lines: it may come out ragged. */
  readonly thin: Area;
  /** Gaps between the same colour that are narrower than a line: they close. */
  readonly closed: Area;
}

/** Looks at every colour of a plate. */
export function narrowPlaces(
  { inks, ground, base }: PlateRegions,
  { lineWidth, arrangement, finest }: Pick<PlateDrawing, 'lineWidth' | 'arrangement' | 'finest'>,
): NarrowPlaces {
  const { stroke, whole, gap } = finestOf({ lineWidth, finest });
  const apart = (area: Area): Area[] => clustersOf(area, 2 * lineWidth * SPARE);
  const regions = (arrangement === 'beside' ? [...inks, ground] : inks).flatMap(apart);
  const lost: Area = [];
  const thin: Area = [];
  for (const area of regions) {
    const narrow = narrower(area, whole);
    // What is nowhere narrower than two lines is nowhere narrower than one.
    if (narrow.length === 0) continue;
    const gone = narrower(area, stroke);
    lost.push(...gone);
    thin.push(...cut(narrow, gone));
  }
  const closed = inks.flatMap(apart).flatMap((area) => overlap(gaps(area, gap), base));
  return { lost, thin: seen(thin, lineWidth), closed };
}

/** The parts of an area into which a disc of a width does not fit. */
function narrower(area: Area, width: number): Area {
  if (area.length === 0) return [];
  const opened = offset(offset(area, -width / 2), (width / 2) * SPARE);
  return seen(cut(area, opened), width);
}

/** The parts around an area into which a disc of a width does not fit. */
function gaps(area: Area, width: number): Area {
  if (area.length === 0) return [];
  const closed = offset(offset(area, width / 2), (-width / 2) * SPARE);
  return seen(cut(closed, area), width);
}

/** What rounding leaves along every edge is taken back. */
const SPARE = 1.02;

const offset = (area: Area, by: number): Area =>
  inflatePathsD(area, by, JoinType.Miter, EndType.Polygon, 3, 4);

/** Pieces that one would see: the tips of corners are none. */
function seen(area: Area, width: number): Area {
  return area.filter((path) => Math.abs(areaD(path)) > width * width * 0.6);
}
