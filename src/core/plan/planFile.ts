import { array, number, object, string, mixed } from 'yup';
import { refuse, success, type Result } from '../findings';
import { layerNumber } from '../gcode/layers';
import type { JobPlan } from './jobPlan';
import { parseJobPlan } from './planSchema';
import { readShape } from '../shape';
import { anchorsOf, type Anchor, type PlanGround } from './reslice';

/** A plan as a file: with what its swaps mean, so that it can move to another print. */
export interface PlanFile {
  readonly plan: JobPlan;
  readonly anchors: readonly Anchor[];
  readonly stepCount: number;
  /** Height of the print it was made for, mm. */
  readonly height: number;
}

/** Writes a plan down for keeping or for another job. */
export function writePlanFile(plan: JobPlan, ground: PlanGround): string {
  const file = {
    lamella: 'plan',
    plan,
    anchors: anchorsOf(plan, ground),
    stepCount: ground.steps.length,
    height: ground.layers.at(-1)?.z ?? 0,
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

const NOT_ONE = refuse('bad-plan', 'This is not a plan that Lamella wrote.');

/** The same for parsed JSON. */
export function parsePlanFile(json: unknown): Result<PlanFile> {
  if (!isPlanFile(json)) return NOT_ONE;
  const words = { what: 'The plan', code: 'bad-plan', passOverUnknown: true };
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
    })),
    stepCount,
    height,
  });
}

/** True for what the screens save as a plan, whether or not it can be read. */
export function isPlanFile(json: unknown): boolean {
  return typeof json === 'object' && json !== null && 'lamella' in json && json.lamella === 'plan';
}
