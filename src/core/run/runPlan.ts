import { array, boolean, mixed, number, object, string, type InferType } from 'yup';
import { HATCHES } from '../filament/hatches';
import type { Result } from '../findings';
import { moment, readShape } from '../shape';

/** A filament as it is shown at the printer. */
const filament = () =>
  object({
    letter: string().max(2).required(),
    name: string().max(80).defined(),
    colour: string()
      .matches(/^#[0-9a-f]{6}$/i)
      .required(),
    hatch: mixed<(typeof HATCHES)[number]>().oneOf(HATCHES).required(),
    /** The spool's own name on the shelf; null for none. */
    spool: string().max(80).nullable().defined(),
    /** Its spool's id on the shelf of the device that wrote it. */
    spoolId: string().max(80).nullable().default(null),
  }).required();

/** A stretch of a print, s: at most four months. */
const seconds = () => number().min(0).max(1e7).required();
/** A height or a length, mm: more than any printer has. */
const mm = () => number().min(-1e5).max(1e5).required();
const layer = () => number().integer().min(1).max(65535).required();

const band = object({
  filament: filament(),
  /** How long it prints, s. */
  seconds: seconds(),
  first: layer(),
  last: layer(),
  /** Heights, machine mm. */
  bottom: mm(),
  top: mm(),
  grams: number().min(0).max(1e6).required(),
  /** What the nozzle is to be heated to, °C; null where the file says it. */
  nozzle: number().min(0).max(1000).nullable().defined(),
}).required();

const swap = object({
  /** The layer that it comes before, or inside of. */
  layer: layer(),
  inside: boolean().required(),
  /** What the printer's own part takes, and what hands take, s. */
  machine: seconds(),
  hands: seconds(),
  purgeMm: mm().min(0),
}).required();

const printer = object({
  name: string().max(80).defined(),
  feed: mixed<'direct' | 'tube'>().oneOf(['direct', 'tube']).required(),
  unloadMm: mm().min(0),
  /** Diameter of its filament, mm. */
  filamentDiameter: number().min(0.5).max(6).default(1.75),
  runoutSensor: boolean().required(),
  brush: boolean().required(),
  beeper: boolean().required(),
  /** Seconds of waiting after which the nozzle cools, and the motors switch off; null for never. */
  nozzleCools: number().min(0).max(1e7).nullable().defined(),
  motorsLetGo: number().min(0).max(1e7).nullable().defined(),
}).required();

/** What earlier runs have taught about this printer, as it was reckoned with: 1 is as the model has it. */
const learned = object({
  motion: number().min(0.2).max(5).required(),
  heating: number().min(0.2).max(5).required(),
  /** How many runs it comes from. */
  runs: number().integer().min(0).required(),
});

/** How the printer is stopped, as far as hands notice. */
const STOP_FORMS = ['change', 'pause', 'moves', 'tones', 'host', 'files'] as const;

const runPlan = object({
  version: number().oneOf([1]).required(),
  job: string().max(160).defined(),
  fileNames: array(string().max(200).required()).max(400).required(),
  printer,
  learned: learned.nullable().default(null),
  /** The command that stops it, as `M600`; null where none does, or from before it was kept. */
  stopCommand: string().max(200).nullable().default(null),
  /** What lies on the bed, mm², and how hot that is, °C; null for unknown. */
  contactMm2: number().min(0).max(1e9).nullable().default(null),
  bed: number().min(0).max(300).nullable().default(null),
  stop: mixed<(typeof STOP_FORMS)[number]>().oneOf(STOP_FORMS).required(),
  /** The printer itself pulls the old filament out and pushes the new one in. */
  unloadsItself: boolean().required(),
  /** Heating and homing before the first layer, and what comes after the last, s. */
  before: seconds(),
  after: seconds(),
  bands: array(band).min(1).max(2000).required(),
  /** One fewer than bands: each leads to the next band. */
  swaps: array(swap).max(2000).required(),
  /** Planned seconds of printing at the start of each layer, swaps left out; null where layers are not printed one by one. */
  layerStarts: array(number().min(0).max(1e8).required()).max(65535).nullable().defined(),
  /** The printer asks for the first filament before it begins. */
  loadFirst: boolean().required(),
  /** The swap, by its place, at which the printer is to stand, and until when, ms since 1970; null for none. */
  stand: object({ swap: number().integer().min(0).required(), until: moment().required() })
    .nullable()
    .default(null),
}).required();

/** All that a person at the printer needs of a plan that was written: it stands for itself. */
export type RunPlan = InferType<typeof runPlan>;
export type RunBand = RunPlan['bands'][number];

/** Reads a stored or handed-on plan of a run, or says why it cannot. */
export function parseRunPlan(stored: unknown): Result<RunPlan> {
  const words = { what: 'The plan of the run', code: 'bad-record', passOverUnknown: true } as const;
  const read = readShape(runPlan, stored, words);
  if (!read.ok) return read;
  const { bands, swaps, stand } = read.value;
  const why =
    swaps.length !== bands.length - 1
      ? 'has not one swap between two bands'
      : plannedTotal(read.value) > LONGEST_PRINT
        ? 'takes longer than a year'
        : stand !== null && stand.swap >= swaps.length
          ? `has no swap ${stand.swap + 1} to pause at`
          : null;
  if (why === null) return read;
  return { ok: false, refusal: { code: 'bad-record', message: `The plan of the run ${why}.` } };
}

/** No print takes longer, s: clocks and calendars are walked through day by day. */
const LONGEST_PRINT = 366 * 86_400;

/**
 * What each band takes, s, with what comes before the first and after the last: the model's times, drawn by
 * what earlier runs have taught.
 */
export function bandTimes({ before, after, bands, learned }: RunPlan): number[] {
  const { motion = 1, heating = 1 } = learned ?? {};
  const last = bands.length - 1;
  return bands.map(
    ({ seconds }, i) =>
      seconds * motion + (i === 0 ? before * heating : 0) + (i === last ? after * motion : 0),
  );
}

/** What swaps and printing take in all, as planned, s. */
export function plannedTotal(plan: RunPlan): number {
  const printing = bandTimes(plan).reduce((sum, one) => sum + one, 0);
  return plan.swaps.reduce((sum, { machine, hands }) => sum + machine + hands, printing);
}

/** Planned seconds from the start to each swap, when somebody stands by at all of them. */
export function swapOffsets(plan: RunPlan): number[] {
  const times = bandTimes(plan);
  let now = 0;
  return plan.swaps.map(({ machine, hands }, i) => {
    now += times[i];
    const at = now;
    now += machine + hands;
    return at;
  });
}
