import type { SlicedFile, SlicedSection } from '../read/slicedFile';
import { nozzleRadius, type NozzleShape } from '../printer/nozzleShape';
import { BitWindow, NearPath } from './nearPath';
import type { SectionShape, SectionShapes } from './sectionShapes';

type Files = Pick<SlicedFile, 'sections' | 'sources'>;

/** The sections that are skirts with which files begin, as places among the reading's. */
export function leadInsOf({ sources }: Pick<Files, 'sources'>): Set<number> {
  const places = sources.flatMap(({ firstSection, leadIns }) =>
    Array.from({ length: leadIns }, (_, i) => firstSection + i),
  );
  return new Set(places);
}

/** Shapes of which some are empty. */
export function withoutShapes(
  shapes: readonly SectionShape[],
  gone: ReadonlySet<number>,
): readonly SectionShape[] {
  if (gone.size === 0) return shapes;
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  return shapes.map((shape, i) => {
    if (!gone.has(i)) return shape;
    const empty = new Int32Array(shape.covers.length);
    return { covers: empty, rests: empty, path: empty, box };
  });
}

/** Whether a skirt stands within the nozzle's reach of what another file prints lower. */
export function standsNear(
  skirt: number,
  { shapes, ...grid }: SectionShapes,
  sections: readonly Pick<SlicedSection, 'source' | 'z'>[],
  nozzle: NozzleShape,
): boolean {
  const { source, z } = sections[skirt];
  return sections.some((other, i) => {
    if (other.source === source || other.z >= z) return false;
    const reach = nozzleRadius(nozzle, z - other.z);
    const path = new NearPath(shapes[i], new BitWindow(shapes[i].box, reach, grid), grid);
    let near = false;
    path.forEachNear(shapes[skirt].covers, reach, () => {
      near = true;
    });
    return near;
  });
}

/** An order without the skirts of files that others are printed before. */
export interface OrderWithoutLeadIns {
  readonly printed: readonly number[];
  readonly leftOut: readonly number[];
}

/**
 * Leaves out the skirts that files begin with, but for the file whose own start the output has: there the
 * skirt comes first, as the file has it, unless another file prints over it.
 */
export function withoutLeadIns(
  sources: Files['sources'],
  order: readonly number[],
  inTheWay: readonly number[],
): OrderWithoutLeadIns {
  const leadIns = leadInsOf({ sources });
  const rest = order.filter((section) => !leadIns.has(section));
  const file = sources.find(({ endSection }) => rest[0] < endSection);
  const begins = file?.firstSection ?? 0;
  const count = file?.leadIns ?? 0;
  const kept = rest[0] === begins + count && !inTheWay.includes(begins) ? count : 0;
  const first = Array.from({ length: kept }, (_, i) => begins + i);
  const leftOut = [...leadIns].filter((section) => !first.includes(section));
  return { printed: [...first, ...rest], leftOut };
}
