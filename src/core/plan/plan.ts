import {
  array,
  boolean,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type InferType,
} from 'yup';
import { refuse, success, type Result } from '../findings';

/** Where in the file a stop goes: see {@link Layer.restartOffset}. */
export type StopPlace = 'restart' | 'before-travel';

/** What a swap may set on purpose, and what it pushes through. */
export const swapFields = {
  nozzle: number().min(1).max(500).nullable().optional(),
  fan: number().min(0).max(100).nullable().optional(),
  flow: number().min(10).max(300).nullable().optional(),
  speed: number().min(10).max(300).nullable().optional(),
  purge: number().min(0).max(1000).nullable().optional(),
};

const swapSchema = object({
  layer: number().integer().min(1).optional(),
  height: number().positive().optional(),
  filament: string().trim().min(1).max(60).required(),
  ...swapFields,
}).test('one-place', 'A swap needs either a layer or a height in mm.', (swap) => {
  // Whether there is a swap at all is checked apart.
  return !swap || (swap.layer === undefined) !== (swap.height === undefined);
});

const planSchema = object({
  swaps: array(swapSchema.required()).min(1, 'The plan holds no swap.').required(),
  stopAt: mixed<StopPlace>().oneOf(['restart', 'before-travel']).default('restart'),
  /** See `recipe/recipeFile`; checked there. */
  recipe: mixed<{ kind: string; command?: string }>().default({
    kind: 'change-command',
    command: 'M600',
  }),
  /** Filament to ask for before layer 1. */
  loadFirst: string().trim().max(60).nullable().default(null),
  /** Put a band's temperature in place of those that the file sets in it. */
  rewriteTemperatures: boolean().default(false),
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
