import { HAIR } from '../../tolerances';
import type { ByteSource } from '../../byteSource';
import { LEADS } from '../../blocks/blocks';
import { forEachBit } from '../../geometry/raster/stampBits';
import { NearWay } from '../../order/precedence';
import { nozzleRadius, type NozzleShape } from '../../printer/nozzleShape';
import {
  canShape,
  sectionShapes,
  type SectionShape,
  type SectionShapes,
} from '../../order/sectionShapes';
import type { ProofCheck, ProvenRun } from '../proofTypes';

/**
 * Check 3, of what is printed itself: where the order goes down again, nothing that is too high stands within
 * the nozzle's reach, and no section is printed before what it lies on. The print grows in a map of heights,
 * in the order of the output.
 */
export async function checkStanding(
  input: ByteSource,
  { reading, planned, printer, found, order: { order, asFile } }: ProvenRun,
): Promise<ProofCheck[]> {
  const { sections } = reading;
  // In its own order a file knows itself, and one that only rises lies on all that is below it; where files are
  // printed together, every move is looked at instead.
  const goesDown = order.some(
    ({ section }, i) => i > 0 && sections[section].z < sections[order[i - 1].section].z - HAIR,
  );
  const isShort = order.length < sections.length;
  if (asFile || reading.sources.length > 1 || (!goesDown && !isShort)) return [];
  const fail = (message: string): ProofCheck[] => [{ check: 3, ok: false, message }];
  if (!canShape(reading)) {
    return fail('The print is too large for its heights to be followed in another order.');
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
  let top = 0;
  let deepest = 0;
  for (const { section, at } of order) {
    const { z, layer } = sections[section];
    for (const [cell, height] of below.get(section) ?? []) {
      if (printed[cell] < height - HAIR) {
        return fail(`In layer ${layer} something is printed before what it lies on.`);
      }
    }
    if (z < top - HAIR) {
      const limit = planned?.arrangement.dipMm ?? saidDip(found.blocks, at);
      const hit = highestNear(shapes[section], z, top, printed, grid, printer.nozzle);
      deepest = Math.max(deepest, Math.min(hit.rise, limit));
      if (hit.rise > limit + HAIR || hit.head) {
        const what = hit.head ? 'the head' : 'the nozzle';
        return fail(
          `In layer ${layer} ${what} would go ${hit.rise.toFixed(2)} mm deep between what is printed; ${limit} mm are planned.`,
        );
      }
    }
    forEachBit(shapes[section].covers, (cell) => (printed[cell] = Math.max(printed[cell], z)));
    top = Math.max(top, z);
  }
  const message = `Nothing is printed before what it lies on, and the nozzle dips ${deepest.toFixed(2)} mm between what is higher.`;
  return [{ check: 3, ok: true, message }];
}

/** How far the latest block before a place of the output says that it may go down. */
function saidDip(blocks: ProvenRun['found']['blocks'], at: number): number {
  return blocks.findLast(({ start, kind }) => start <= at && LEADS.has(kind))?.dipMm ?? 0;
}

/** How much higher than `z` the highest thing stands that the nozzle on a section's way could touch, mm. */
function highestNear(
  shape: SectionShape,
  z: number,
  top: number,
  printed: Float32Array,
  grid: Omit<SectionShapes, 'shapes'>,
  nozzle: NozzleShape,
): { rise: number; head: boolean } {
  const { radiusMm, heightMm } = nozzle.headClearance;
  // The head comes near only to what is higher than its clearance.
  const reach = nozzleRadius(nozzle, Math.min(top - z, heightMm));
  const near = new NearWay(shape, top - z > heightMm ? Math.max(radiusMm, reach) : reach, grid);
  let rise = 0;
  let head = false;
  for (let cell = 0; cell < printed.length; cell++) {
    const higher = printed[cell] - z;
    if (higher <= HAIR) continue;
    const distance = near.of(cell);
    if (higher > heightMm + HAIR && distance < radiusMm) head = true;
    if (higher > rise && distance < nozzleRadius(nozzle, Math.min(higher, heightMm))) rise = higher;
    if (head && higher > rise) rise = higher;
  }
  return { rise, head };
}
