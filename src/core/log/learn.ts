import { SWAP_SECONDS } from '../plan/time';
import type { RunFacts } from './facts';
import { estimate, median, type Estimate, type Model } from './robust';
import type { PurgeSeen } from './seams';

/** What can be learned of a printer, and of the person. */
const PRINTER_SUBJECTS = ['motion', 'heating', 'nozzle', 'motors'] as const;
const PERSON_SUBJECTS = ['firstHands', 'hands', 'filament'] as const;
export type PrinterSubject = (typeof PRINTER_SUBJECTS)[number];
export type PersonSubject = (typeof PERSON_SUBJECTS)[number];

/**
 * What is reckoned with before anything was seen. Factors are over the model's times; a person's hands are
 * those of `SWAP_SECONDS`, s. How far off they may be are this program's own experience with its demo
 * prints: an estimate of motion is usually short by a few per cent, heating depends on the room.
 */
const MODELS: Readonly<
  Record<Exclude<PrinterSubject, 'nozzle' | 'motors'> | PersonSubject, Model>
> = {
  motion: { value: 1, spread: 0.06 },
  heating: { value: 1, spread: 0.25 },
  firstHands: { value: SWAP_SECONDS.hands, spread: 60 },
  hands: { value: SWAP_SECONDS.hands, spread: 60 },
  filament: { value: 1, spread: 0.04 },
};
/** A printer's own time-outs are taken from its profile; so much of them may they be off. */
const TIMEOUT_SPREAD = 0.2;

/** What a profile says of a printer. */
export interface PrinterTimeouts {
  readonly nozzleSeconds: number | null;
  readonly motorSeconds: number | null;
}

/** What was learned about one printer; time-outs are null where the profile knows none and none was seen. */
export interface LearnedPrinter {
  readonly motion: Estimate;
  readonly heating: Estimate;
  readonly nozzle: Estimate | null;
  readonly motors: Estimate | null;
}

/** What was learned about the person and the filament. */
export type LearnedPerson = Readonly<Record<PersonSubject, Estimate>>;

/** The runs that teach: those of a printer, and never a lost one. */
function teaching(facts: readonly RunFacts[], printer: string | null): readonly RunFacts[] {
  return facts.filter((one) => !one.isLost && (printer === null || one.printer === printer));
}

/** What a printer's runs teach about it. */
export function learnPrinter(
  facts: readonly RunFacts[],
  printer: string,
  timeouts: PrinterTimeouts,
): LearnedPrinter {
  const runs = teaching(facts, printer);
  const motion = estimate(
    runs.flatMap((one) => one.motion ?? []),
    MODELS.motion,
  );
  const heating = estimate(
    runs.flatMap(({ first, motion: own }) => {
      if (first === null || first.heating <= 0) return [];
      // What the first band took beyond its printing is heating and homing.
      const printing = first.motion * (own ?? motion.value);
      return [Math.max(0, first.taken - printing) / first.heating];
    }),
    MODELS.heating,
  );
  return {
    motion,
    heating,
    nozzle: timeoutOf(
      timeouts.nozzleSeconds,
      runs.flatMap((one) => one.nozzleHeld),
    ),
    motors: timeoutOf(
      timeouts.motorSeconds,
      runs.flatMap((one) => one.motorsHeld),
    ),
  };
}

function timeoutOf(profile: number | null, seen: readonly number[]): Estimate | null {
  const value = profile ?? (seen.length > 0 ? median(seen) : null);
  return value === null ? null : estimate(seen, { value, spread: TIMEOUT_SPREAD * value });
}

/** What all runs teach about the person's hands, s, and about filament taken over filament planned. */
export function learnPerson(facts: readonly RunFacts[]): LearnedPerson {
  const runs = teaching(facts, null);
  // One number a run: the swaps of one evening are alike.
  const handsOf = (isFirst: boolean): number[] => {
    const middles: number[] = [];
    for (const { swaps } of runs) {
      const taken: number[] = [];
      for (const one of swaps) {
        if (one.isFirst === isFirst && one.hands !== null) taken.push(one.hands);
      }
      if (taken.length > 0) middles.push(median(taken));
    }
    return middles;
  };
  return {
    firstHands: estimate(handsOf(true), MODELS.firstHands),
    hands: estimate(handsOf(false), MODELS.hands),
    filament: estimate(
      runs.flatMap((one) => one.filament ?? []),
      MODELS.filament,
    ),
  };
}

/** A purge that was seen, and when. */
export interface DatedPurge extends PurgeSeen {
  readonly at: number;
}

/** The name of a pair of filaments, by their keys. */
export function pairKey(from: string, to: string): string {
  return `${from} → ${to}`;
}

/** All purges that were seen, by pair; a seam that is neither clean nor tinted says nothing of its purge. */
export function purgesByPair(facts: readonly RunFacts[]): ReadonlyMap<string, DatedPurge[]> {
  const pairs = new Map<string, DatedPurge[]>();
  for (const { at, swaps } of teaching(facts, null)) {
    for (const { from, to, mm, rating } of swaps) {
      if (rating !== 'clean' && rating !== 'tinted') continue;
      const key = pairKey(from, to);
      const seen = pairs.get(key) ?? [];
      seen.push({ at, mm, isClean: rating === 'clean' });
      pairs.set(key, seen);
    }
  }
  return pairs;
}
