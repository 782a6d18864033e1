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
