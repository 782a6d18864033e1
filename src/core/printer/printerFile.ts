import { mixed, number, object, ValidationError, type AnyObject, type ObjectSchema } from 'yup';
import { refuse, success, type Result } from '../findings';
import { ORDINARY_PRINTER, type CornerModel, type PrinterModel } from '../motion/limits';

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
});

/** Reads a printer's JSON; what it does not name is taken from the ordinary printer. */
export function parsePrinter(json: unknown): Result<PrinterModel> {
  try {
    const given = schema.validateSync(json, { stripUnknown: true });
    // The schema has checked every field that is laid over the ordinary printer's.
    return success(merged({ ...ORDINARY_PRINTER }, given) as unknown as PrinterModel);
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return refuse('bad-printer', `The printer file cannot be used: ${error.errors[0]}`);
  }
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
  return typeof value === 'object' && value !== null;
}
