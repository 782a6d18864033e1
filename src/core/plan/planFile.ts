import { array, number, object, string, mixed, ValidationError } from 'yup';
import { refuse, success, type Result } from '../findings';
import { layerNumber } from '../gcode/layers';
import type { JobPlan } from './jobPlan';
import { parseJobPlan } from './planSchema';
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
  const notOne = refuse('bad-plan', 'This is not a plan that Lamella wrote.');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return notOne;
  }
  try {
    const file = schema.validateSync(json, { strict: true });
    const plan = parseJobPlan(file.plan);
    if (!plan.ok) return plan;
    const anchors = file.anchors.map((one) => ({
      ...one,
      layer: layerNumber(one.layer),
      step: one.step ?? null,
    }));
    return success({
      plan: plan.value,
      anchors,
      stepCount: file.stepCount,
      height: file.height,
    });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return notOne;
  }
}
