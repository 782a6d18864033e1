import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { RATINGS, type Rating } from './seams';

/** How a print came out. */
export const RESULTS = ['good', 'usable', 'lost'] as const;
export type RunResult = (typeof RESULTS)[number];

const id = () => string().min(1).max(80).required();

/** What a person has added to a run. */
export const runLog = object({
  result: mixed<RunResult>().oneOf(RESULTS).nullable().defined(),
  /** What to change next time. */
  change: string().max(2000).defined(),
  /** How the seam of each swap came out, by its place; null for not looked at. */
  seams: array(mixed<Rating>().oneOf(RATINGS).nullable().defined()).max(2000).required(),
  /** The part came off the bed. */
  cameOff: boolean().required(),
  photos: array(id()).max(12).required(),
  /** What it really took of each filament, g, by letter, where somebody has weighed. */
  weighed: array(
    object({
      letter: string().max(2).required(),
      grams: number().min(0).max(1e6).required(),
    }).required(),
  )
    .max(60)
    .required(),
  /** What was taken off the spools of the shelf for it, g; empty until that was done. */
  taken: array(object({ spoolId: id(), grams: number().min(0).max(1e6).required() }).required())
    .max(60)
    .required(),
}).required();

export type RunLog = InferType<typeof runLog>;

/** Nothing was added yet. */
export const EMPTY_LOG: RunLog = {
  result: null,
  change: '',
  seams: [],
  cameOff: false,
  photos: [],
  weighed: [],
  taken: [],
};

/** The log with the seam of one swap rated; null takes a rating back. */
export function withSeam(log: RunLog, swap: number, rating: Rating | null): RunLog {
  const seams = [...log.seams];
  while (seams.length <= swap) seams.push(null);
  seams[swap] = rating;
  return { ...log, seams };
}

/** As many photos a print may have. */
const MOST_PHOTOS = 12;

/**
 * Puts together what was added to a run in two places. Where both say something of the same, the one that was
 * changed last counts; what only one of them says is kept.
 */
export function mergedLog(last: RunLog, other: RunLog): RunLog {
  const count = Math.max(last.seams.length, other.seams.length);
  const letters = new Set(last.weighed.map(({ letter }) => letter));
  return {
    result: last.result ?? other.result,
    change: last.change === '' ? other.change : last.change,
    seams: Array.from({ length: count }, (_, i) => last.seams[i] ?? other.seams[i] ?? null),
    cameOff: last.cameOff || other.cameOff,
    photos: [...new Set([...last.photos, ...other.photos])].slice(0, MOST_PHOTOS),
    weighed: [...last.weighed, ...other.weighed.filter(({ letter }) => !letters.has(letter))],
    taken: last.taken.length > 0 ? last.taken : other.taken,
  };
}
