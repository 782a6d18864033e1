import type { Printer } from '../../../src/core/printer/printer';
import type { FoundValue, MadePiece, Unfit } from '../../../src/core/pieces/piece';
import { movesOf } from '../oracles/pieceOracle';

/** A piece, and what is wrong with what is read off it; null for nothing. */
export type PieceTrial = [MadePiece | Unfit, (made: MadePiece) => string | null];

export const valueOf = (found: readonly FoundValue[], subject: string): number | null =>
  found.find((one) => one.subject === subject)?.value ?? null;

/** A move that leads out of what the printer can reach; null for none. */
export function outside({ gcode }: MadePiece, { bed, volume }: Printer): string | null {
  const centred = bed.shape === 'round' || bed.origin === 'centre';
  const [midX, midY] = centred ? [0, 0] : [volume.x / 2, volume.y / 2];
  for (const { to } of movesOf(gcode)) {
    const [dx, dy] = [Math.abs(to[0] - midX), Math.abs(to[1] - midY)];
    // Before the first move the head is at X 0 Y 0, wherever that is.
    if (to[0] === 0 && to[1] === 0) continue;
    const isOut =
      bed.shape === 'round'
        ? Math.hypot(dx, dy) > volume.x / 2
        : dx > volume.x / 2 || dy > volume.y / 2;
    if (isOut || to[2] < 0 || to[2] > volume.z) return `out of reach at ${to.join(' ')}`;
  }
  return null;
}
