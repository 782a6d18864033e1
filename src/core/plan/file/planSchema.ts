import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { refuse, success, type Result } from '../../findings';
import { layerNumber } from '../../layers';
import { parseRecipe } from '../../recipe/recipeFile';
import { NO_SETTINGS } from '../../recipe/settings';
import { isMoment, readShape, type ShapeWords } from '../../shape';
import { ORDERS, type Order } from '../../order/ordering';
import { HOMES, type Home } from '../../recipe/betweenFiles';
import { DELIVERIES, type Delivery } from '../arrangement';
import type { JobPlan } from '../jobPlan';
import type { PlannedPart } from '../parts';
import type { PlannedSwap } from '../plannedSwap';
import { swapFields } from '../lists/swapList';
import { type StopPlace } from '../stopPlace';
import { HATCHES, type Hatch } from '../../filament/hatches';
import { migratePlan } from './planMigrations';

const letterSchema = string()
  .matches(/^[A-Z]$/)
  .required();
const { purge: _purge, ...settingFields } = swapFields;

const keySchema = string()
  .matches(/^(all|[TP]\d{1,9}|\d{1,2}(\.T\d{1,9})?)$/)
  .required();
/** More layers and lines than any file has that can be opened. */
const layerSchema = () => number().integer().min(1).max(1e6).required();
const lineSchema = () => number().integer().min(1).max(1e10).required();

const swapSchema = object({
  layer: layerSchema(),
  letter: letterSchema,
  settings: object(settingFields).optional().default(undefined),
  purge: swapFields.purge.nonNullable(),
}).required();

const PLAN_VERSION = 8;

const schema = object({
  version: number().oneOf([PLAN_VERSION]).required(),
  fingerprint: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  palette: array(
    object({
      letter: letterSchema,
      name: string().matches(/\S/).max(60).required(),
      colour: string()
        .matches(/^#[0-9a-f]{6}$/i)
        .required(),
      hatch: string<Hatch>().oneOf(HATCHES).required(),
      hidingDepth: number().min(0).max(20).required(),
      spoolId: string().max(80).optional(),
    }).required(),
  )
    .min(1)
    .required(),
  parts: array(
    object({
      key: keySchema,
      firstLetter: letterSchema,
      settings: object(settingFields).optional().default(undefined),
      purge: swapFields.purge.nonNullable(),
      swaps: array(swapSchema).required(),
    }).required(),
  )
    .min(1)
    .required(),
  order: mixed<Order>().oneOf(ORDERS).required(),
  dipMm: number().min(0).max(50).required(),
  layerOrders: array(
    object({
      layer: layerSchema(),
      parts: array(keySchema).required(),
    }).required(),
  ).required(),
  delivery: mixed<Delivery>().oneOf(DELIVERIES).required(),
  home: mixed<Home>().oneOf(HOMES).required(),
  withoutPurgeBlock: boolean().required(),
  stretches: array(object({ line: lineSchema(), part: keySchema }).required()).required(),
  takenOut: array(lineSchema()).required(),
  extraLayer: boolean().required(),
  ignoredSteps: array(layerSchema()).required(),
  handSeconds: number().min(0).max(7200).required(),
  startAt: string()
    .matches(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/)
    .nullable()
    .defined(),
  printerId: string().max(80).nullable().defined(),
  recipe: mixed().nullable().defined(),
  stopAt: mixed<StopPlace>().oneOf(['restart', 'before-travel']).required(),
  loadFirst: boolean().required(),
  rewrite: boolean().required(),
  addToRemaining: boolean().required(),
  purges: array(
    object({
      from: letterSchema,
      to: letterSchema,
      mm: number().min(0).max(1000).required(),
    }).required(),
  ).required(),
  known: array(
    object({ id: string().max(80).required(), note: string().max(200).defined() }).required(),
  ).required(),
  namePattern: string().max(80).required(),
}).required();

function plannedSwap(swap: InferType<typeof swapSchema>): PlannedSwap {
  const { settings, purge } = swap;
  return {
    layer: layerNumber(swap.layer),
    letter: swap.letter,
    ...(settings && { settings: { ...NO_SETTINGS, ...settings } }),
    ...(purge !== undefined && { purge }),
  };
}

function plannedPart({
  key,
  firstLetter,
  settings,
  purge,
  swaps,
}: InferType<typeof schema>['parts'][number]): PlannedPart {
  return {
    key,
    firstLetter,
    ...(settings && { settings: { ...NO_SETTINGS, ...settings } }),
    ...(purge !== undefined && { purge }),
    swaps: swaps.map(plannedSwap),
  };
}

/** A start that no calendar has is none: it can be chosen again. */
function startIn(startAt: string | null): string | null {
  return startAt !== null && isMoment(new Date(startAt).getTime()) ? startAt : null;
}

/** Reads a stored plan; refuses what does not fit instead of repairing it silently. */
export function parseJobPlan(json: unknown): Result<JobPlan> {
  const { version } = (migratePlan(json) ?? {}) as { version?: unknown };
  if (typeof version === 'number' && version !== PLAN_VERSION) {
    return refuse(
      'bad-plan',
      `The plan has version ${version}, and this Lamella reads up to version ${PLAN_VERSION}. Update Lamella to open it.`,
    );
  }
  const words: ShapeWords = { what: 'The stored plan', code: 'bad-plan', passOverUnknown: true };
  const read = readShape(schema, migratePlan(json), words);
  if (!read.ok) return read;
  const plan = read.value;
  const known = new Set(plan.palette.map(({ letter }) => letter));
  const used = plan.parts.flatMap(({ firstLetter, swaps }) => [
    firstLetter,
    ...swaps.map(({ letter }) => letter),
  ]);
  const unknown = used.find((letter) => !known.has(letter));
  if (unknown)
    return refuse(
      'bad-plan',
      `The stored plan uses filament ${unknown}, which is not in its list.`,
    );
  const [first, ...others] = plan.parts;
  const recipe = plan.recipe === null ? success(null) : parseRecipe(plan.recipe, true);
  if (!recipe.ok) return refuse('bad-plan', recipe.refusal.message);
  return success({
    ...plan,
    version: 8,
    startAt: startIn(plan.startAt),
    printerId: plan.printerId ?? null,
    recipe: recipe.value,
    parts: [plannedPart(first), ...others.map(plannedPart)],
    layerOrders: plan.layerOrders.map((one) => ({ ...one, layer: layerNumber(one.layer) })),
  });
}
