import { array, mixed, number, object, string } from 'yup';
import { PIECE_IDS, type PieceId } from '@/core/measured/measurement';
import { createSettings } from '@/store/settings/createSettings';

/** What the person chose for the test pieces, the same until it is changed: the printed piece is read by it. */
export interface PieceSettings {
  readonly piece: PieceId;
  /** null for the person's own printer, or the first of the list. */
  readonly printerId: string | null;
  /** Ids of spools, the first ones of the shelf while empty. */
  readonly spools: readonly string[];
  readonly stepMm: number;
  readonly firstMm: number;
}

export const PIECE_LIMITS = {
  step: { least: 4, most: 40 },
  first: { least: 0, most: 100 },
} as const;
const MOST_SPOOLS = 4;

export const usePieceSettings = createSettings<PieceSettings>(
  'lamella-pieces',
  'the choices for test pieces',
  object({
    piece: mixed<PieceId>().oneOf(PIECE_IDS).required(),
    printerId: string().max(80).nullable().defined(),
    spools: array(string().max(80).required()).max(MOST_SPOOLS).required(),
    stepMm: number().min(PIECE_LIMITS.step.least).max(PIECE_LIMITS.step.most).required(),
    firstMm: number().min(PIECE_LIMITS.first.least).max(PIECE_LIMITS.first.most).required(),
  }).required(),
  { piece: 'purge-ladder', printerId: null, spools: [], stepMm: 10, firstMm: 10 },
);
