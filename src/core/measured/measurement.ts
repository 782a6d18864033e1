import { array, mixed, number, object, string, type InferType } from 'yup';
import type { Result } from '../findings';
import { arrival, readShape, recordId } from '../shape';
import { SET, type Origin, type Sourced } from './origin';

/** The test pieces that bring numbers. */
export const PIECE_IDS = [
  'purge-ladder',
  'hiding-stairs',
  'nozzle-reach',
  'place-again',
  'time',
  'smallest',
  'stop',
] as const;
export type PieceId = (typeof PIECE_IDS)[number];

const value = object({
  /** What it is a number of: see `subjects.ts`. */
  subject: string().min(1).max(300).required(),
  value: number().min(-1e6).max(1e6).required(),
  /** How far off it may be, in the number's own unit. */
  spread: number().min(0).max(1e6).required(),
  /** What a printer's profile had before; null where it goes into no profile. */
  before: number().min(-1e6).max(1e6).nullable().defined(),
}).required();

const measurement = object({
  id: recordId().required(),
  /** When it was taken, ms since 1970, and the local day of it. */
  takenAt: arrival().required(),
  day: string()
    .matches(/^\d{4}-\d\d-\d\d$/)
    .required(),
  piece: mixed<PieceId>().oneOf(PIECE_IDS).required(),
  /** The printer that printed the piece; null where nobody chose one. */
  printerId: string().max(80).nullable().defined(),
  /** What was measured, for a person: *Peat black → Bone white*. */
  about: string().max(300).defined(),
  values: array(value).min(1).max(100).required(),
});

/** One look at one test piece, and the numbers that it brought. */
export type Measurement = InferType<typeof measurement>;
export type MeasuredValue = Measurement['values'][number];

/** Reads a measurement as it is stored. */
export function parseMeasurement(stored: unknown): Result<Measurement> {
  return readShape(measurement, stored, {
    what: 'The stored measurement',
    code: 'bad-record',
    passOverUnknown: true,
  });
}

/** Those of a printer, and those of which nobody has said on which one; all where no printer is chosen. */
export function measuredOn(
  measurements: readonly Measurement[],
  printerId: string | null,
): readonly Measurement[] {
  if (printerId === null) return measurements;
  return measurements.filter((one) => one.printerId === printerId || one.printerId === null);
}

/** A number that was measured once or several times. */
export interface Combined {
  readonly value: number;
  /** The larger of what the step of the piece leaves open and of what the repetitions differ by. */
  readonly spread: number;
  readonly times: number;
  /** The day of the last one. */
  readonly day: string;
}

/**
 * The mean of all that was measured of a subject on a printer, with how far off it may be: each reading may be off by
 * its own step, the mean of n by that over √n, and by the standard error of what they differ.
 * @param printerId measurements of another printer say nothing; null takes those of any.
 */
export function combined(
  measurements: readonly Measurement[],
  subject: string,
  printerId: string | null,
): Combined | null {
  const found = measurements
    .filter((one) => printerId === null || one.printerId === printerId)
    .flatMap((one) =>
      one.values
        .filter((it) => it.subject === subject)
        .map((it) => ({ ...it, takenAt: one.takenAt, day: one.day })),
    );
  if (found.length === 0) return null;
  const n = found.length;
  const mean = found.reduce((sum, one) => sum + one.value, 0) / n;
  const step = Math.sqrt(found.reduce((sum, one) => sum + one.spread ** 2, 0) / n / n);
  const off = n < 2 ? 0 : found.reduce((sum, one) => sum + (one.value - mean) ** 2, 0) / (n - 1);
  const latest = found.reduce((last, one) => (one.takenAt > last.takenAt ? one : last));
  return { value: mean, spread: Math.max(step, Math.sqrt(off / n)), times: n, day: latest.day };
}

/** A combined number with its origin; null stays null. */
export function asSourced(found: Combined | null): Sourced | null {
  if (found === null) return null;
  const { value: mean, day, times, spread } = found;
  return { value: mean, origin: { source: 'measured', day, times, spread } };
}

/** Numbers that differ by less are the same: profiles are typed with few digits. */
const SAME = 5e-3;

/**
 * Where a number of a profile comes from: measured where it is what the test pieces say, usual where it is
 * the ordinary printer's, else the person's own.
 */
export function profileOrigin(
  now: number | null,
  usual: number | null,
  found: Combined | null,
): Origin {
  if (
    now !== null &&
    found !== null &&
    Math.abs(now - found.value) <= SAME * Math.max(1, Math.abs(now))
  ) {
    return asSourced(found)!.origin;
  }
  return now === usual ? { source: 'usual' } : SET;
}
