import { headHeight, type NozzleShape } from '../printer/nozzleShape';
import type { Standing } from './precedence';

/** Most dips that are tried. */
const MOST = 12;

/**
 * How far the nozzle may go down between what is higher for another order to become possible, mm, the least
 * first: the steps between the heights of sections that stand side by side, up to what the head lets.
 */
export function helpfulDips(
  standing: Standing | null,
  nozzle: Pick<NozzleShape, 'head' | 'headClearance'>,
): number[] {
  if (!standing) return [];
  const rises = standing.neighbours.map(({ rise }) => Number(rise.toFixed(3)));
  const steps = [...new Set(rises)].filter((rise) => rise <= headHeight(nozzle));
  return [0, ...steps.sort((a, b) => a - b)].slice(0, MOST);
}
