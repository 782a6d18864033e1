import { array, number, object, string, ValidationError } from 'yup';
import type { FoundStop } from '../gcode/stops';
import { refuse, success, type Result } from '../findings';
import { migratePlan } from './planMigrations';
import { layerNumber, type LayerNumber } from '../gcode/layers';

/** How a filament is drawn besides its colour, so that no band is shown by colour alone. */
export const HATCHES = ['plain', 'rising', 'falling', 'level', 'upright', 'dots', 'cross'] as const;
export type Hatch = (typeof HATCHES)[number];

/** One filament of a plan's palette. */
export interface PaletteFilament {
  /** A, B, C …: how bands name it. */
  readonly letter: string;
  readonly name: string;
  /** `#rrggbb`. */
  readonly colour: string;
  readonly hatch: Hatch;
}

/** A swap on a plan: before `layer`, to the filament with `letter`. */
export interface PlannedSwap {
  readonly layer: LayerNumber;
  readonly letter: string;
}

/** The plan of one job: what is loaded first, and each swap in the order of printing. */
export interface JobPlan {
  readonly version: 2;
  /** SHA-256 of the G-code that it was made for. */
  readonly fingerprint: string;
  readonly palette: readonly PaletteFilament[];
  readonly firstLetter: string;
  readonly swaps: readonly PlannedSwap[];
  /** Lines of stops that the file has itself and that are taken out of the output. */
  readonly takenOut: readonly number[];
}

/** Colours to start with, until the shelf holds one's own. */
export const STARTING_PALETTE: readonly PaletteFilament[] = [
  { letter: 'A', name: 'Peat black', colour: '#2f2b28', hatch: 'plain' },
  { letter: 'B', name: 'Bone white', colour: '#efe7d4', hatch: 'rising' },
  { letter: 'C', name: 'Reed green', colour: '#7c9a4b', hatch: 'falling' },
  { letter: 'D', name: 'Tide blue', colour: '#3f7fa8', hatch: 'level' },
  { letter: 'E', name: 'Ochre', colour: '#d49a2a', hatch: 'upright' },
  { letter: 'F', name: 'Brick red', colour: '#b5493b', hatch: 'dots' },
  { letter: 'G', name: 'Heron grey', colour: '#9aa3a6', hatch: 'cross' },
];

/** A plan without swaps. */
export function emptyPlan(
  fingerprint: string,
  firstLetter: string = STARTING_PALETTE[0].letter,
): JobPlan {
  return {
    version: 2,
    fingerprint,
    palette: STARTING_PALETTE,
    firstLetter,
    swaps: [],
    takenOut: [],
  };
}

/** The filament with a letter; throws when the plan does not hold it, which the schema rules out. */
export function filamentOf(plan: JobPlan, letter: string): PaletteFilament {
  const filament = plan.palette.find((one) => one.letter === letter);
  if (!filament) throw new Error(`No filament ${letter} in the plan's palette`);
  return filament;
}

/** The letter that prints `layer`. */
export function letterAt(plan: JobPlan, layer: number): string {
  let letter = plan.firstLetter;
  for (const swap of plan.swaps) {
    if (swap.layer > layer) break;
    letter = swap.letter;
  }
  return letter;
}

/** A letter for a new swap before `layer`: the first one unused, or else the next after its neighbours. */
function freshLetter(plan: JobPlan, layer: LayerNumber): string {
  const used = new Set([plan.firstLetter, ...plan.swaps.map((swap) => swap.letter)]);
  const below = letterAt(plan, layer);
  const unused = plan.palette.find(({ letter }) => !used.has(letter));
  const other = plan.palette.find(({ letter }) => letter !== below);
  return (unused ?? other ?? plan.palette[0]).letter;
}

/** Adds a swap before `layer` in a colour not yet used; the plan as it is when one is there already. */
export function withSwap(plan: JobPlan, layer: LayerNumber): JobPlan {
  if (layer < 2 || plan.swaps.some((swap) => swap.layer === layer)) return plan;
  const swaps = [...plan.swaps, { layer, letter: freshLetter(plan, layer) }];
  return { ...plan, swaps: swaps.sort((a, b) => a.layer - b.layer) };
}

export function withoutSwap(plan: JobPlan, layer: LayerNumber): JobPlan {
  return { ...plan, swaps: plan.swaps.filter((swap) => swap.layer !== layer) };
}

/** Moves a swap to another layer; the plan as it is when that layer is taken or does not exist. */
export function withMovedSwap(
  plan: JobPlan,
  from: LayerNumber,
  to: LayerNumber,
  layerCount: number,
): JobPlan {
  const taken = plan.swaps.some((swap) => swap.layer === to);
  if (taken || to < 2 || to > layerCount) return plan;
  const swaps = plan.swaps.map((swap) => (swap.layer === from ? { ...swap, layer: to } : swap));
  return { ...plan, swaps: swaps.sort((a, b) => a.layer - b.layer) };
}

/** Gives the band that prints `layer` another filament. */
export function withLetterAt(plan: JobPlan, layer: number, letter: string): JobPlan {
  const start = plan.swaps.findLast((swap) => swap.layer <= layer);
  if (!start) return { ...plan, firstLetter: letter };
  const swaps = plan.swaps.map((swap) => (swap === start ? { ...swap, letter } : swap));
  return { ...plan, swaps };
}

/** What becomes of a stop that the file has itself. */
export type StopAnswer = 'keep' | 'take-over' | 'remove';

/** How a stop of the file is answered in a plan: taken over means a swap in its place. */
export function stopAnswer(plan: JobPlan, stop: FoundStop): StopAnswer {
  if (!plan.takenOut.includes(stop.line)) return 'keep';
  return plan.swaps.some((swap) => swap.layer === stop.layer) ? 'take-over' : 'remove';
}

/** Answers a stop of the file. A stop before layer 1 or after the print cannot be taken over. */
export function withStopAnswer(plan: JobPlan, stop: FoundStop, answer: StopAnswer): JobPlan {
  const others = plan.takenOut.filter((line) => line !== stop.line);
  const before = stopAnswer(plan, stop);
  if (answer === before) return plan;
  const layer = stop.layer !== null && stop.layer > 1 ? layerNumber(stop.layer) : null;
  const cleared = before === 'take-over' && layer ? withoutSwap(plan, layer) : plan;
  if (answer === 'keep') return { ...cleared, takenOut: others };
  const out = { ...cleared, takenOut: [...others, stop.line].sort((a, b) => a - b) };
  return answer === 'take-over' && layer ? withSwap(out, layer) : out;
}

const letterSchema = string()
  .matches(/^[A-Z]$/)
  .required();
const schema = object({
  version: number().oneOf([2]).required(),
  fingerprint: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  palette: array(
    object({
      letter: letterSchema,
      name: string().trim().min(1).max(60).required(),
      colour: string()
        .matches(/^#[0-9a-f]{6}$/i)
        .required(),
      hatch: string<Hatch>().oneOf(HATCHES).required(),
    }).required(),
  )
    .min(1)
    .required(),
  firstLetter: letterSchema,
  swaps: array(
    object({ layer: number().integer().min(2).required(), letter: letterSchema }).required(),
  ).required(),
  takenOut: array(number().integer().min(1).required()).required(),
}).required();

/** Reads a stored plan; refuses what does not fit instead of repairing it silently. */
export function parseJobPlan(json: unknown): Result<JobPlan> {
  try {
    const plan = schema.validateSync(migratePlan(json), { strict: true });
    const known = new Set(plan.palette.map(({ letter }) => letter));
    const used = [plan.firstLetter, ...plan.swaps.map(({ letter }) => letter)];
    const unknown = used.find((letter) => !known.has(letter));
    if (unknown)
      return refuse('bad-plan', `The stored plan uses filament ${unknown}, which it lacks.`);
    const swaps = plan.swaps.map(({ layer, letter }) => ({ layer: layerNumber(layer), letter }));
    return success({ ...plan, version: 2, swaps });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return refuse('bad-plan', `The stored plan cannot be read: ${error.errors[0]}`);
  }
}
