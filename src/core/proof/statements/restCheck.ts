import { HAIR } from '../../tolerances';
import type { ByteSource } from '../../byteSource';
import { forEachBit } from '../../geometry/raster/stampBits';
import { canShape, sectionShapes } from '../../order/sectionShapes';
import type { ProofCheck, ProvenRun } from '../proofTypes';

/** Check 3, of what is printed itself: no section is printed before what it lies on. */
export async function checkSupport(
  input: ByteSource,
  { reading, printer, order: { order, keepsOrder } }: ProvenRun,
): Promise<ProofCheck[]> {
  const { sections } = reading;
  // In its own order a file knows itself, and one that only rises lies on all that is below it.
  const goesDown = order.some(
    ({ section }, i) => i > 0 && sections[section].z < sections[order[i - 1].section].z - HAIR,
  );
  const isShort = order.length < sections.length;
  const knowsItself = keepsOrder || !goesDown;
  if (reading.sources.length > 1 || (knowsItself && !isShort)) return [];
  const fail = (message: string): ProofCheck[] => [{ check: 3, ok: false, message }];
  if (!canShape(reading)) {
    return fail('The print is too large to follow its heights in another order.');
  }
  const { shapes, ...grid } = await sectionShapes(input, reading, printer.filamentDiameter);
  const cells = grid.wordsPerRow * 32 * grid.rows;
  const fileOrder = sections
    .map((_, i) => i)
    .sort((a, b) => sections[a].z - sections[b].z || a - b);
  // The height that each section's lines lie on when the file prints from the bed up.
  const below = new Map<number, Map<number, number>>();
  const inFile = new Float32Array(cells);
  for (let first = 0; first < fileOrder.length;) {
    let end = first;
    const { z } = sections[fileOrder[first]];
    while (end < fileOrder.length && sections[fileOrder[end]].z <= z + HAIR) end++;
    const level = fileOrder.slice(first, end);
    for (const i of level) {
      const lies = new Map<number, number>();
      forEachBit(shapes[i].rests, (cell) => {
        if (inFile[cell] > 0) lies.set(cell, inFile[cell]);
      });
      below.set(i, lies);
    }
    for (const i of level) forEachBit(shapes[i].covers, (cell) => (inFile[cell] = sections[i].z));
    first = end;
  }
  const printed = new Float32Array(cells);
  for (const { section } of order) {
    const { z, layer } = sections[section];
    for (const [cell, height] of below.get(section) ?? []) {
      if (printed[cell] < height - HAIR) {
        return fail(`In layer ${layer} something is printed before the part below it.`);
      }
    }
    forEachBit(shapes[section].covers, (cell) => (printed[cell] = Math.max(printed[cell], z)));
  }
  return [{ check: 3, ok: true, message: 'Nothing is printed before the part below it.' }];
}
