import type { Spool } from '@/core/filament/shelf/spool';
import { lightnessOf } from '@/core/filament/colour';
import type { PieceId } from '@/core/measured/measurement';
import { hidingStairs, stairValues } from '@/core/pieces/hidingStairs';
import { nozzleReach, reachValues } from '@/core/pieces/nozzleReach';
import type { Answers, FoundValue, MadePiece, PieceFilament, Unfit } from '@/core/pieces/piece';
import { placeAgain, placeValues } from '@/core/pieces/placeAgain';
import { ladderValues, purgeLadder, type Pair } from '@/core/pieces/purgeLadder';
import { smallest, smallestValues } from '@/core/pieces/smallest';
import { timeValues } from '@/core/pieces/timePiece';
import type { Printer } from '@/core/printer/printer';
import type { PieceSettings } from './pieceSettings';

/** Pieces that are printed; the others only move and heat. */
export type PrintedId = Exclude<PieceId, 'time' | 'stop'>;

/** How many filaments a piece is printed in, at least and at most. */
export const FILAMENTS: Readonly<Record<PieceId, readonly [number, number]>> = {
  'purge-ladder': [2, 4],
  'hiding-stairs': [2, 2],
  'nozzle-reach': [1, 1],
  'place-again': [2, 2],
  smallest: [2, 2],
  time: [0, 0],
  stop: [0, 0],
};

/** What each place in the list of filaments is for. */
export const FILAMENT_ROLES: Readonly<Partial<Record<PieceId, readonly string[]>>> = {
  'hiding-stairs': ['Below', 'On top'],
  'place-again': ['Before the stop', 'After the stop'],
};

/** A spool as a piece is printed with it. */
function asFilament(spool: Spool): PieceFilament {
  return { ...spool, key: spool.id, spoolId: spool.id };
}

const pairsOf = (count: number): Pair[] =>
  Array.from({ length: count }, (_, a) => a).flatMap((a) =>
    Array.from({ length: count - a - 1 }, (_, i): Pair => [a, a + 1 + i]),
  );

/** Makes a piece for a printer and some spools; words where that cannot be done. */
export function makePiece(
  piece: PrintedId,
  printer: Printer,
  spools: readonly Spool[],
  { stepMm, firstMm }: Pick<PieceSettings, 'stepMm' | 'firstMm'>,
): MadePiece | Unfit {
  const filaments = spools.map(asFilament);
  const [least] = FILAMENTS[piece];
  if (filaments.length < least)
    return { problem: 'Put the spools on the shelf first, then choose them here.' };
  const [one, other] = filaments;
  switch (piece) {
    case 'purge-ladder':
      return purgeLadder(printer, filaments, pairsOf(filaments.length), {
        stepMm,
        firstMm,
        longestMm: null,
      });
    case 'hiding-stairs':
      return hidingStairs(printer, [one, other], { layerMm: null });
    case 'nozzle-reach':
      return nozzleReach(printer, one);
    case 'place-again':
      return placeAgain(printer, [one, other]);
    case 'smallest': {
      // Codes are scanned dark on pale.
      const isPale = lightnessOf(one) >= lightnessOf(other);
      return smallest(printer, isPale ? [one, other] : [other, one]);
    }
  }
}

/** What the answers say of a piece. */
export function valuesOf(
  made: MadePiece | null,
  piece: PieceId,
  printer: Printer,
  answers: Answers,
  { stepMm, firstMm }: Pick<PieceSettings, 'stepMm' | 'firstMm'>,
): FoundValue[] {
  if (piece === 'time') return timeValues(printer, answers);
  if (!made) return [];
  switch (made.id) {
    case 'purge-ladder':
      return ladderValues(made, answers, { stepMm, firstMm, longestMm: null });
    case 'hiding-stairs':
      return stairValues(made, answers);
    case 'nozzle-reach':
      return reachValues(printer, made, answers);
    case 'place-again':
      return placeValues(answers);
    case 'smallest':
      return smallestValues(made, answers);
    default:
      return [];
  }
}
