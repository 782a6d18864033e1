import { array, number, object, string, mixed } from 'yup';
import { refuse, success, type Result } from '../../findings';
import { layerNumber } from '../../layers';
import type { JobPlan } from '../jobPlan';
import { chosenVariant, parsePlanBook } from './planBook';
import { parseJobPlan } from './planSchema';
import { readShape, type ShapeWords } from '../../shape';
import { WHOLE } from '../parts';
import { anchorsOf, type Anchor, type SteppedPrint } from '../edits/reslice';

/** A plan as a file: with what its swaps mean, so that it can move to another print. */
export interface PlanFile {
  readonly plan: JobPlan;
  readonly anchors: readonly Anchor[];
  readonly stepCount: number;
  /** Height of the print it was made for, mm. */
  readonly height: number;
}

/** Writes a plan down for keeping or for another job. */
export function writePlanFile(plan: JobPlan, inputs: SteppedPrint): string {
  const file = {
    lamella: 'plan',
    plan,
    anchors: anchorsOf(plan, inputs),
    stepCount: inputs.steps.length,
    height: inputs.layers.at(-1)?.z ?? 0,
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

const schema = object({
  lamella: string().oneOf(['plan']).required(),
  plan: mixed().required(),
  anchors: array(
    object({
      layer: number().integer().min(2).required(),
      letter: string().required(),
      part: string().nullable().default(null),
      z: number().min(0).required(),
      step: number().integer().min(0).nullable().defined(),
    }).required(),
  ).required(),
  stepCount: number().integer().min(0).required(),
  height: number().min(0).required(),
}).required();

/** Reads a plan file; refuses anything else in the person's words. */
export function readPlanFile(text: string): Result<PlanFile> {
  try {
    return parsePlanFile(JSON.parse(text));
  } catch {
    return NOT_ONE;
  }
}

const NOT_ONE = refuse('bad-plan', 'This is not a plan written by Lamella.');

/** The same for parsed JSON. */
export function parsePlanFile(json: unknown): Result<PlanFile> {
  if (!isPlanFile(json)) return NOT_ONE;
  const words: ShapeWords = { what: 'The plan', code: 'bad-plan', passOverUnknown: true };
  const file = readShape(schema, json, words);
  if (!file.ok) return file;
  const plan = parseJobPlan(file.value.plan);
  if (!plan.ok) return plan;
  const { anchors, stepCount, height } = file.value;
  return success({
    plan: plan.value,
    anchors: anchors.map((one) => ({
      ...one,
      layer: layerNumber(one.layer),
      step: one.step ?? null,
      // Files of older versions name no part for a swap of the whole print.
      part: one.part ?? WHOLE,
    })),
    stepCount,
    height,
  });
}

/** True for what the screens save as a plan, whether or not it can be read. */
export function isPlanFile(json: unknown): boolean {
  return typeof json === 'object' && json !== null && 'lamella' in json && json.lamella === 'plan';
}

/**
 * The plan in what the screens save: a plan file, a plan as a job keeps it, or the one in use of a job's
 * book. null when it is something else.
 */
export function savedPlan(json: unknown): Result<JobPlan> | null {
  if (isPlanFile(json)) {
    const file = parsePlanFile(json);
    return file.ok ? success(file.value.plan) : file;
  }
  if (typeof json !== 'object' || json === null || !('version' in json)) return null;
  if (!('variants' in json)) return parseJobPlan(json);
  const read = parsePlanBook(json);
  if (!read.ok) return read;
  const { book } = read.value;
  // Another plan of the book must not be written in place of the one that was chosen.
  if ('chosen' in json && json.chosen !== book.chosen) return UNREADABLE_CHOICE;
  return success(chosenVariant(book).plan);
}

const UNREADABLE_CHOICE = refuse('bad-plan', 'The plan that was in use cannot be read.');
