import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { success, type Result } from '../../findings';
import { ORDERS, type Order } from '../../order/ordering';
import { HOMES, type Home } from '../../recipe/betweenFiles';
import { SETTING_NAMES, type BandSettings } from '../../recipe/settings';
import { readShape, type ShapeWords } from '../../shape';
import { DELIVERIES, type Delivery } from '../arrangement';
import { PLAN_DEFAULTS } from '../jobPlan';
import type { StopPlace } from '../stopPlace';

/** What a swap may set on purpose, and what it purges. */
export const swapFields = {
  nozzle: number().min(1).max(500).nullable().optional(),
  fan: number().min(0).max(100).nullable().optional(),
  flow: number().min(10).max(300).nullable().optional(),
  speed: number().min(10).max(300).nullable().optional(),
  purge: number().min(0).max(1000).nullable().optional(),
};

const trimmed = (text: unknown): unknown => (typeof text === 'string' ? text.trim() : text);

const swapSchema = object({
  layer: number().integer().min(1).optional(),
  height: number().positive().optional(),
  filament: string()
    .matches(/\S/, 'the filament of a swap needs a name')
    .max(60)
    .required()
    .transform(trimmed),
  ...swapFields,
}).test(
  'one-place',
  'a swap needs either a layer or a height in mm',
  (swap: Readonly<{ layer?: number; height?: number }> | undefined) => {
    // Whether there is a swap at all is checked apart.
    return !swap || (swap.layer === undefined) !== (swap.height === undefined);
  },
);

const common = {
  stopAt: mixed<StopPlace>().oneOf(['restart', 'before-travel']).default(PLAN_DEFAULTS.stopAt),
  /** See `recipe/recipeFile`; checked there. */
  recipe: mixed<{ kind: string; command?: string }>().default({
    kind: 'change-command',
    command: 'M600',
  }),
  /** Filament to ask for before layer 1. */
  loadFirst: string().max(60).nullable().default(null).transform(trimmed),
  /** Put what a band has of its own in place of what the file sets in it: all, or what is named. */
  rewrite: mixed<boolean | (keyof BandSettings)[]>()
    .test(
      'settings',
      '"rewrite" should be true, false, or a list of "nozzle", "fan", "flow" and "speed"',
      (value) =>
        value === undefined ||
        typeof value === 'boolean' ||
        (Array.isArray(value) && value.every((one) => SETTING_NAMES.includes(one))),
    )
    .default(false),
  /** The same for temperatures only. */
  rewriteTemperatures: boolean().default(false),
  /** Add the time of the swaps to the times left that the file shows. */
  moveRemainingTimes: boolean().default(false),
  /** What becomes of stops that the file has already: none goes, all go, or those on these lines. */
  existingStops: mixed<'keep' | 'remove' | number[]>()
    .test(
      'stops',
      '"existingStops" should be "keep", "remove", or a list of line numbers',
      (value) =>
        value === undefined ||
        value === 'keep' ||
        value === 'remove' ||
        (Array.isArray(value) && value.every((line) => Number.isInteger(line) && line > 0)),
    )
    .default('keep'),
  /** SHA-256 of the G-code that it was made for. */
  fingerprint: string()
    .matches(/^[0-9a-f]{64}$/)
    .optional(),
};

const betweenFiles = {
  delivery: mixed<Delivery>().oneOf(DELIVERIES).default('one-file'),
  between: object({ home: mixed<Home>().oneOf(HOMES).default('nothing') }).default({
    home: 'nothing',
  }),
};

const listSchema = object({
  swaps: array(swapSchema.required()).min(1, 'it has no swaps').required(),
  /** A print of one part has no other order. */
  order: mixed<Order>().oneOf(['as-sliced']).default('as-sliced'),
  ...betweenFiles,
  ...common,
});

const filamentName = string()
  .matches(/\S/, 'the filament of a part needs a name')
  .max(60)
  .required()
  .transform(trimmed);

const partSchema = object({
  filament: filamentName,
  swaps: array(swapSchema.required()).default([]),
}).required();

/** A list with parts: whichever the person names, each by its filament or with swaps of its own. */
function partsSchema(parts: unknown) {
  const named = typeof parts === 'object' && parts !== null ? Object.entries(parts) : [];
  const fields = named.map(([key, wish]) => [
    key,
    typeof wish === 'string' ? filamentName : partSchema,
  ]);
  return object({
    swaps: array(swapSchema.required())
      .max(0, 'in a plan with parts, the swaps belong to the parts')
      .default([]),
    parts: object(Object.fromEntries(fields) as Record<string, typeof partSchema>).default({}),
    order: mixed<Order>().oneOf(ORDERS).default('as-sliced'),
    dipMm: number().min(0).max(50).default(0),
    ...betweenFiles,
    ...common,
  });
}

/** How a short list gives a part its filament: by name, or with swaps of its own. */
export type PartWish = string | { readonly filament: string; readonly swaps: SwapList['swaps'] };

/** What a short list says of parts that are printed side by side, by their keys: `T0`, `T1`, or `P1`, `P2`. */
export interface PartWishes {
  readonly parts: Readonly<Record<string, PartWish>>;
  readonly order: Order;
  /** How far the nozzle may go down between what is higher, mm. */
  readonly dipMm: number;
  readonly delivery: Delivery;
  /** What is homed between the files of a delivery. */
  readonly home: Home;
}

/**
 * The short list: swaps by layer or by height in mm, and how to stop, as a person or a script writes
 * them by hand. The plan that the screens save is a `JobPlan`.
 */
export type SwapList = InferType<typeof listSchema> & { readonly byParts: PartWishes | null };

/** Reads a short list from parsed JSON; refuses with a sentence that names the place. */
export function parseSwapList(json: unknown): Result<SwapList> {
  const words: ShapeWords = { what: 'The plan', code: 'bad-plan' };
  if (!isByParts(json)) {
    const read = readShape(listSchema, json, words);
    return read.ok ? success({ ...read.value, byParts: null }) : read;
  }
  const read = readShape(partsSchema('parts' in json ? json.parts : undefined), json, words);
  if (!read.ok) return read;
  const { parts, order, dipMm, delivery, between, ...list } = read.value;
  const wishes = { parts: parts as PartWishes['parts'], order, dipMm, delivery };
  const whole = { order: 'as-sliced', delivery, between } as const;
  return success({ ...list, ...whole, byParts: { ...wishes, home: between.home } });
}

/** A list names parts, or an order or delivery without any swaps: then each part has its own filament. */
function isByParts(json: unknown): json is object {
  if (typeof json !== 'object' || json === null) return false;
  if ('parts' in json) return true;
  const hasSwaps = 'swaps' in json && Array.isArray(json.swaps) && json.swaps.length > 0;
  return !hasSwaps && ('order' in json || 'delivery' in json);
}

/** Which settings of the file a short list wants replaced. */
export function rewrittenSettings({
  rewrite,
  rewriteTemperatures,
}: Pick<SwapList, 'rewrite' | 'rewriteTemperatures'>): readonly (keyof BandSettings)[] {
  if (Array.isArray(rewrite)) return rewrite;
  return rewrite ? SETTING_NAMES : rewriteTemperatures ? ['nozzle'] : [];
}
