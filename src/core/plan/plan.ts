import { array, mixed, number, object, string, ValidationError, type InferType } from 'yup';
import { refuse, success, type Result } from '../findings';

/** Where in the file a stop goes: see {@link Layer.restartOffset}. */
export type StopPlace = 'restart' | 'before-travel';

const swapSchema = object({
  layer: number().integer().min(1).optional(),
  height: number().positive().optional(),
  filament: string().trim().min(1).max(60).required(),
}).test('one-place', 'A swap needs either a layer or a height in mm.', (swap) => {
  // Whether there is a swap at all is checked apart.
  return !swap || (swap.layer === undefined) !== (swap.height === undefined);
});

const planSchema = object({
  swaps: array(swapSchema.required()).min(1, 'The plan holds no swap.').required(),
  stopAt: mixed<StopPlace>().oneOf(['restart', 'before-travel']).default('restart'),
  recipe: object({
    kind: string().required(),
    command: string().trim().default('M600'),
  })
    .default({ kind: 'change-command', command: 'M600' })
    .required(),
  /** What becomes of stops that the file has already. */
  existingStops: mixed<'keep' | 'remove'>().oneOf(['keep', 'remove']).default('keep'),
  /** SHA-256 of the G-code that the plan was made for. */
  fingerprint: string()
    .matches(/^[0-9a-f]{64}$/)
    .optional(),
});

/** A plan as it is stored in a file: swaps by layer or by height in mm, and how to stop. */
export type PlanFile = InferType<typeof planSchema>;
export type SwapRequest = PlanFile['swaps'][number];

/** Reads a plan from parsed JSON; refuses with a sentence that names the place. */
export function parsePlan(json: unknown): Result<PlanFile> {
  try {
    return success(planSchema.validateSync(json, { stripUnknown: true }));
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return refuse('bad-plan', `The plan cannot be used: ${error.errors[0]}`);
  }
}
