import {
  array,
  boolean,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type AnyObject,
  type ObjectSchema,
} from 'yup';
import { refuse, success, type Result } from '../findings';
import type { CornerModel } from '../motion/limits';
import { canStop, macroWord, RECIPE_KINDS, type RecipeKind } from '../recipe/kinds';
import { isInReach, ORDINARY_PROFILE, parkOf, reachOf, type Printer } from './printer';

const positive = () => number().positive().optional();
const amount = () => number().min(0).optional();

const axes = { x: positive(), y: positive(), z: positive(), e: positive() };

const schema: ObjectSchema<AnyObject> = object({
  limits: object({
    maxFeed: object(axes).optional(),
    acceleration: object({
      print: positive(),
      travel: positive(),
      retract: positive(),
      ...axes,
    }).optional(),
    corner: object({
      kind: mixed<CornerModel['kind']>().oneOf(['jerk', 'deviation']).required(),
      mm: positive(),
      ...axes,
    })
      .optional()
      .default(undefined),
    minimumFeed: amount(),
    queue: number().integer().min(2).nullable().optional(),
  }).optional(),
  heating: object({
    nozzlePerSecond: positive(),
    bedPerSecond: positive(),
    ambient: number().optional(),
  }).optional(),
  homingSeconds: amount(),
  probingSeconds: amount(),
  volume: object({ x: positive(), y: positive(), z: positive() }).optional(),
  filamentDiameter: positive(),
  stopWords: array(string().trim().uppercase().required()).optional(),
  name: string().trim().min(1).max(60).optional(),
  bed: object({
    shape: mixed<Printer['bed']['shape']>().oneOf(['rectangle', 'round']).optional(),
    origin: mixed<Printer['bed']['origin']>().oneOf(['corner', 'centre']).optional(),
  }).optional(),
  nozzleMm: positive(),
  feed: object({
    kind: mixed<Printer['feed']['kind']>().oneOf(['direct', 'tube']).optional(),
    lengthMm: amount(),
  }).optional(),
  park: object({ x: number().required(), y: number().required() })
    .nullable()
    .optional()
    .default(undefined),
  liftMm: amount(),
  retractMm: amount(),
  timeouts: object({
    nozzleSeconds: number().positive().nullable().optional(),
    motorSeconds: number().positive().nullable().optional(),
  }).optional(),
  understands: object({
    kind: mixed<RecipeKind>().oneOf(RECIPE_KINDS).optional(),
    command: string().trim().max(60).optional(),
    testedAt: string()
      .matches(/^\d{4}-\d\d-\d\d$/)
      .nullable()
      .optional(),
  }).optional(),
  beeper: boolean().optional(),
  displayCharacters: number().integer().min(0).max(200).optional(),
  runoutSensor: boolean().optional(),
  brush: object({
    x: number().required(),
    y: number().required(),
    length: number().positive().required(),
    z: number().min(0).required(),
  })
    .nullable()
    .optional()
    .default(undefined),
  host: boolean().optional(),
});

/** Reads a printer's JSON; what it does not name is taken from the ordinary printer. */
export function parsePrinter(json: unknown): Result<Printer> {
  try {
    const given = schema.validateSync(json, { stripUnknown: true });
    // The schema has checked every field that is laid over the ordinary printer's.
    const printer = merged({ ...ORDINARY_PROFILE }, given) as unknown as Printer;
    const problem = problemOf(printer);
    return problem === null ? success(withOwnStopWord(printer)) : refused(problem);
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return refused(error.errors[0]);
  }
}

function refused(problem: string): Result<never> {
  return refuse('bad-printer', `The printer file cannot be used: ${problem}`);
}

/** What does not fit together in a printer, in words; null when all does. */
export function problemOf(printer: Printer): string | null {
  const { kind, command } = printer.understands;
  if (!canStop(kind, command)) return `"${command}" cannot stop a printer in this way (${kind}).`;
  const park = parkOf(printer);
  if (!isInReach(park, 0, reachOf(printer))) {
    return `The park place X ${park.x} Y ${park.y} lies outside of what the nozzle can reach.`;
  }
  return null;
}

/** A printer that is stopped by a macro knows its word. */
export function withOwnStopWord(printer: Printer): Printer {
  const word = macroWord(printer.understands.command);
  if (word === null || printer.stopWords.includes(word)) return printer;
  return { ...printer, stopWords: [...printer.stopWords, word] };
}

/** A printer as JSON, to keep or to hand on. */
export function printerJson(printer: Printer): string {
  return `${JSON.stringify(printer, null, 2)}\n`;
}

type Json = Readonly<Record<string, unknown>>;

/** The defaults with the given values over them; another corner model replaces the whole model. */
function merged(defaults: Json, given: Json): Json {
  const result: Record<string, unknown> = { ...defaults };
  for (const [key, value] of Object.entries(given)) {
    if (value === undefined) continue;
    const known = defaults[key];
    const otherKind =
      isRecord(value) && isRecord(known) && 'kind' in value && value.kind !== known.kind;
    result[key] = isRecord(value) && isRecord(known) && !otherKind ? merged(known, value) : value;
  }
  return result;
}

function isRecord(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
