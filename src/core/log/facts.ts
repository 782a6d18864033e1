import { seenIn } from '../run/following/follow';
import type { SeenRun } from '../run/following/runState';
import type { RunEvent } from '../run/following/events';
import type { RunPlan } from '../run/runPlan';
import type { RunLog } from './runLog';
import type { Rating } from './seams';
import { takenFilament } from './taken';

/** A run as the logbook has it. */
export interface LoggedRun {
  readonly id: string;
  readonly runPlan: RunPlan;
  readonly events: readonly RunEvent[];
  readonly log: RunLog;
}

/** One filament as the logbook knows it again: its spool, or its name. */
function filamentKey({ spoolId, name }: RunPlan['bands'][number]['filament']): string {
  return spoolId ?? name.trim().toLowerCase();
}

/** A swap that was done, and how its seam came out. */
interface SwapFact {
  readonly from: string;
  readonly to: string;
  readonly mm: number;
  readonly rating: Rating | null;
  /** What hands took, s: the machine's own part left out; null where it was not seen, or the printer waited. */
  readonly hands: number | null;
  readonly isFirst: boolean;
}

/** What one run can teach. */
export interface RunFacts {
  readonly id: string;
  readonly printer: string;
  /** When it began, ms since 1970. */
  readonly at: number;
  readonly isLost: boolean;
  /** Printing behind the first band, seen whole: taken over the model's time; null when there was none. */
  readonly motion: number | null;
  /** The first band with its heating: what the model says of both, and what it took, s. */
  readonly first: {
    readonly heating: number;
    readonly motion: number;
    readonly taken: number;
  } | null;
  readonly swaps: readonly SwapFact[];
  /** The command that was to stop it, how many swaps came due, and how many of them it did not stop for. */
  readonly stops: {
    readonly command: string | null;
    readonly due: number;
    readonly missed: number;
  };
  /** What lay on the bed, mm², how hot that was, °C, and whether it came off; null for unknown. */
  readonly bed: {
    readonly contactMm2: number | null;
    readonly celsius: number | null;
    readonly cameOff: boolean;
  };
  /** How long the printer stood hot, and held its motors, s. */
  readonly nozzleHeld: readonly number[];
  readonly motorsHeld: readonly number[];
  /** Filament that it took over what was planned, both printed and purged; null when nobody weighed. */
  readonly filament: number | null;
}

/** Bands that printed for less are told from taps alone, and teach nothing, s. */
const SHORTEST = 120;
/** No printer is so much quicker or slower: a clock was set, or a tap forgotten. */
const QUICKEST = 0.4;
const SLOWEST = 2.5;

/** Draws from a run what it can teach. */
export function factsOf({ id, runPlan, events, log }: LoggedRun): RunFacts | null {
  const seen = seenIn(runPlan, events);
  if (seen.startedAt === null) return null;
  return {
    id,
    printer: runPlan.printer.name,
    at: seen.startedAt,
    isLost: log.result === 'lost' || seen.phase === 'failed',
    motion: motionOf(runPlan, seen),
    first: firstOf(runPlan, seen),
    swaps: swapsOf(runPlan, seen, log),
    stops: {
      command: runPlan.stopCommand,
      due: new Set([...seen.swaps.map(({ swap }) => swap), ...seen.missed]).size,
      missed: seen.missed.length,
    },
    bed: { contactMm2: runPlan.contactMm2, celsius: runPlan.bed, cameOff: log.cameOff },
    nozzleHeld: seen.gone.flatMap(({ what, after }) => (what === 'nozzle' ? [after] : [])),
    motorsHeld: seen.gone.flatMap(({ what, after }) => (what === 'motors' ? [after] : [])),
    filament: filamentOf(runPlan, seen, log),
  };
}

function motionOf({ bands, after }: RunPlan, seen: SeenRun): number | null {
  let planned = 0;
  let taken = 0;
  for (const one of seen.bands) {
    if (one.band === 0) continue;
    planned += bands[one.band].seconds + (one.band === bands.length - 1 ? after : 0);
    taken += one.taken;
  }
  const factor = taken / planned;
  return planned >= SHORTEST && factor >= QUICKEST && factor <= SLOWEST ? factor : null;
}

function firstOf({ bands, before, after }: RunPlan, seen: SeenRun): RunFacts['first'] {
  const first = seen.isWhole ? seen.bands.find(({ band }) => band === 0) : undefined;
  if (!first) return null;
  const motion = bands[0].seconds + (bands.length === 1 ? after : 0);
  if (first.taken < QUICKEST * motion || first.taken > SLOWEST * (before + motion)) return null;
  return { heating: before, motion, taken: first.taken };
}

/** The swaps that were done, from what was in the nozzle to what came in; one that was missed has no seam. */
function swapsOf({ bands, swaps }: RunPlan, seen: SeenRun, log: RunLog): SwapFact[] {
  return swaps.flatMap(({ machine, purgeMm }, i): SwapFact[] => {
    const rating = log.seams[i] ?? null;
    const done = seen.swaps.findLast(({ swap }) => swap === i);
    if (seen.neverDone.includes(i) || (rating === null && !done)) return [];
    return [
      {
        from: filamentKey(bands[done?.from ?? i].filament),
        to: filamentKey(bands[done?.to ?? i + 1].filament),
        mm: purgeMm,
        rating,
        hands: !done || done.isPause ? null : Math.max(0, done.taken - machine),
        isFirst: i === 0,
      },
    ];
  });
}

/** Only where all that was printed was weighed: a part of it says nothing about the whole. */
function filamentOf(plan: RunPlan, seen: SeenRun, { weighed }: RunLog): number | null {
  const used = takenFilament(plan, seen, { weighed: [] });
  if (!used.every(({ letter }) => weighed.some((one) => one.letter === letter))) return null;
  const planned = used.reduce((sum, { grams }) => sum + grams, 0);
  const real = weighed.reduce((sum, { grams }) => sum + grams, 0);
  return planned > 0 ? real / planned : null;
}
