import {
  array,
  boolean,
  mixed,
  number,
  object,
  string,
  type AnyObject,
  type ObjectSchema,
} from 'yup';
import { refuse, success, type Result } from '../findings';
import { readShape, type ShapeWords } from '../shape';
import type { CornerModel } from '../motion/limits';
import { Z_HOMES, type AxisEnd, type ZHome } from './homeKinds';
import { canStop, macroWord, RECIPE_KINDS, type RecipeKind } from './stopKinds';
import { isInReach, ORDINARY_PROFILE, parkOf, reachOf, type Printer } from './printer';

/** More than any machine does; numbers beyond come from another unit or a slip of the hand. */
const upTo = (most: number) => number().positive().max(most).optional();
const amount = (most: number) => number().min(0).max(most).optional();
const place = (most: number) => number().min(-most).max(most).required();
const capitals = (text: unknown): unknown =>
  typeof text === 'string' ? text.trim().toUpperCase() : text;
const macroName = string()
  .matches(/^\s*[a-z_][a-z_0-9]*\s*$/i, 'a stop word or macro is one word of letters, digits and _')
  .max(40)
  .required()
  .transform(capitals);

const MOST_MM = 5000;
const axes = (most: number) => ({ x: upTo(most), y: upTo(most), z: upTo(most), e: upTo(most) });

/** What a test piece may have found, mm. */
const found = (most: number) => number().min(0).max(most).nullable().optional();
const box = {
  minX: place(MOST_MM),
  maxX: place(MOST_MM),
  minY: place(MOST_MM),
  maxY: place(MOST_MM),
};
const headBox = object({
  name: string().trim().min(1).max(40).required(),
  ...box,
  heightMm: number().min(0).max(500).required(),
});
const end = () => mixed<AxisEnd>().oneOf(['low', 'high']).required();
const homing = object({
  x: end(),
  y: end(),
  z: mixed<ZHome>().oneOf(Z_HOMES).required(),
  place: object({ x: place(MOST_MM), y: place(MOST_MM) })
    .nullable()
    .default(null),
  probe: object({ dx: place(200), dy: place(200) })
    .nullable()
    .default(null),
  area: object(box).nullable().default(null),
});

const schema: ObjectSchema<AnyObject> = object({
  limits: object({
    maxFeed: object(axes(5000)).optional(),
    acceleration: object({
      print: upTo(1e6),
      travel: upTo(1e6),
      retract: upTo(1e6),
      ...axes(1e6),
    }).optional(),
    corner: object({
      kind: mixed<CornerModel['kind']>().oneOf(['jerk', 'deviation']).required(),
      mm: upTo(10),
      ...axes(1000),
    })
      .optional()
      .default(undefined),
    minimumFeed: amount(1000),
    queue: number().integer().min(2).max(100_000).nullable().optional(),
  }).optional(),
  heating: object({
    nozzlePerSecond: upTo(100),
    bedPerSecond: upTo(100),
    ambient: number().min(-50).max(100).optional(),
  }).optional(),
  homingSeconds: amount(3600),
  probingSeconds: amount(3600),
  volume: object({ x: upTo(MOST_MM), y: upTo(MOST_MM), z: upTo(MOST_MM) }).optional(),
  filamentDiameter: number().min(0.5).max(10).optional(),
  stopWords: array(macroName).max(50).optional(),
  macros: array(macroName).max(50).optional(),
  name: string()
    .matches(/\S/, 'the printer needs a name')
    .max(60)
    .optional()
    .transform((text: unknown) => (typeof text === 'string' ? text.trim() : text)),
  bed: object({
    shape: mixed<Printer['bed']['shape']>().oneOf(['rectangle', 'round']).optional(),
    origin: mixed<Printer['bed']['origin']>().oneOf(['corner', 'centre']).optional(),
  }).optional(),
  nozzleMm: number().min(0.05).max(5).optional(),
  nozzle: object({
    tipMm: number().min(0.05).max(20).optional(),
    coneDegrees: number().min(1).max(85).optional(),
    headClearance: object({ radiusMm: amount(200), heightMm: amount(200) }).optional(),
    head: array(headBox).max(12).optional(),
  }).optional(),
  homing: homing.nullable().optional().default(undefined),
  returns: object({ stopMm: found(20), homeMm: found(20), motorsMm: found(20) }).optional(),
  finest: object({ strokeMm: found(20), gapMm: found(20), moduleMm: found(20) }).optional(),
  feed: object({
    kind: mixed<Printer['feed']['kind']>().oneOf(['direct', 'tube']).optional(),
    lengthMm: amount(MOST_MM),
  }).optional(),
  park: object({ x: place(MOST_MM), y: place(MOST_MM) })
    .nullable()
    .optional()
    .default(undefined),
  liftMm: amount(MOST_MM),
  retractMm: amount(100),
  timeouts: object({
    nozzleSeconds: number().positive().max(1e6).nullable().optional(),
    motorSeconds: number().positive().max(1e6).nullable().optional(),
  }).optional(),
  understands: object({
    kind: mixed<RecipeKind>().oneOf(RECIPE_KINDS).optional(),
    command: string()
      .max(60)
      .optional()
      .transform((text: unknown) => (typeof text === 'string' ? text.trim() : text)),
    testedAt: string()
      .matches(/^\d{4}-\d\d-\d\d$/)
      .nullable()
      .optional(),
  }).optional(),
  beeper: boolean().optional(),
  displayCharacters: number().integer().min(0).max(200).optional(),
  runoutSensor: boolean().optional(),
  brush: object({
    x: place(MOST_MM),
    y: place(MOST_MM),
    length: number().positive().max(MOST_MM).required(),
    z: number().min(0).max(MOST_MM).required(),
  })
    .nullable()
    .optional()
    .default(undefined),
  host: boolean().optional(),
  firmware: object({
    namesMotors: boolean().optional(),
    longestPushMm: number().min(1).max(500).optional(),
  }).optional(),
});

/** Reads a printer's JSON; what it does not name is taken from the ordinary printer. */
export function parsePrinter(json: unknown): Result<Printer> {
  const read = readPrinter(json, false);
  if (!read.ok) return read;
  const problem = problemOf(read.value);
  return problem === null ? read : refused(problem);
}

/**
 * The same for what Lamella itself stored: fields of another version are passed over, and what does
 * not fit together yet is left to the form, which says so.
 */
export function parseStoredProfile(json: unknown): Result<Printer> {
  return readPrinter(json, true);
}

function readPrinter(json: unknown, passOverUnknown: boolean): Result<Printer> {
  const words: ShapeWords = { what: 'The printer file', code: 'bad-printer', passOverUnknown };
  const given = readShape(schema, json, words);
  if (!given.ok) return given;
  // The schema has checked every field that is laid over the ordinary printer's.
  const printer = merged({ ...ORDINARY_PROFILE }, given.value) as unknown as Printer;
  return success(withOwnStopWord(printer));
}

function refused(problem: string): Result<never> {
  return refuse('bad-printer', `The printer file cannot be used: ${problem}`);
}

/** What does not fit together in a printer, in words; null when all does. */
export function problemOf(printer: Printer): string | null {
  const { kind, command } = printer.understands;
  if (!canStop(kind, command))
    return `"${command}" cannot stop a printer with this type of stop (${kind}).`;
  const park = parkOf(printer);
  if (!isInReach(park, 0, reachOf(printer))) {
    return `The nozzle cannot reach the park position X ${park.x} Y ${park.y}.`;
  }
  return null;
}

/** A printer that is stopped by a macro knows its word. */
export function withOwnStopWord(printer: Printer): Printer {
  const word = macroWord(printer.understands.command);
  if (word === null || printer.stopWords.includes(word)) return printer;
  return { ...printer, stopWords: [...printer.stopWords, word] };
}

/**
 * The printer with another command that stops it, not tested yet. A macro's word takes the place of the one that was
 * typed on the way to it.
 */
export function withStopCommand(printer: Printer, command: string): Printer {
  const { understands, stopWords } = printer;
  const [before, word] = [macroWord(understands.command), macroWord(command)];
  const isTypedOn =
    before !== null && word !== null && (word.startsWith(before) || before.startsWith(word));
  return withOwnStopWord({
    ...printer,
    understands: { ...understands, command, testedAt: null },
    stopWords: isTypedOn ? stopWords.filter((one) => one !== before) : stopWords,
  });
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
