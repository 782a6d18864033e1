import { pairPurge, type OwnPurge } from '../filament/purgeTable';
import type { PaletteFilament } from '../filament/palette';
import type { Spool } from '../filament/shelf/spool';
import type { Band } from '../plan/work/bands';
import type { JobPlan } from '../plan/jobPlan';
import { SWAP_SECONDS } from '../plan/time';
import type { Timeline } from '../plan/work/timeline';
import type { Printer } from '../printer/printer';
import type { Print } from '../print/print';
import type { RunPlan } from '../run/runPlan';
import type { LearnedPerson, LearnedPrinter } from './learn';
import type { Learning, SourcedPurge } from './learning';
import type { Estimate } from './robust';

/** What was learned of a purge from one filament of a plan to another. */
interface LearnedPurge {
  readonly from: string;
  readonly to: string;
  readonly bounds: SourcedPurge;
}

/** A plan with what earlier runs have taught in place of what the model says. */
export interface Reckoned {
  /** Hands' time and purges for which the person has no own value are those that were learned. */
  readonly plan: JobPlan;
  readonly printer: LearnedPrinter;
  readonly person: LearnedPerson;
  /** Purges that were learned, where the person has no own value. */
  readonly purges: readonly LearnedPurge[];
  /** What hands need at a swap, s, by its place. */
  readonly handsAt: (swap: number) => number;
}

/** How a filament of a palette is known again in the logbook: its spool, or its name. */
export function paletteKey({ spoolId, name }: Pick<PaletteFilament, 'spoolId' | 'name'>): string {
  return spoolId ?? name.trim().toLowerCase();
}

/** Puts what was learned in place of what the model says; what the person has set stays. */
export function reckon(
  plan: JobPlan,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
  learning: Learning,
): Reckoned {
  const person = learning.person();
  const isOrdinary = plan.handSeconds === SWAP_SECONDS.hands;
  const inputs = { own: plan.purges, spools, filamentDiameter: printer.filamentDiameter };
  const learned = plan.palette.flatMap((from) =>
    plan.palette.flatMap((to): LearnedPurge[] => {
      const pair = pairPurge(from, to, inputs);
      if (from === to || pair.isOwn) return [];
      const bounds = learning.purge(paletteKey(from), paletteKey(to), pair.mm);
      return bounds.origin.source === 'usual' ? [] : [{ from: from.letter, to: to.letter, bounds }];
    }),
  );
  const purges = learned.map(({ from, to, bounds }): OwnPurge => ({ from, to, mm: bounds.value }));
  const handSeconds = isOrdinary ? person.hands.value : plan.handSeconds;
  const palette = plan.palette.map((one) => withMeasuredHiding(one, plan.palette, learning));
  const isSame =
    learned.length === 0 &&
    handSeconds === plan.handSeconds &&
    palette.every((one, i) => one === plan.palette[i]);
  return {
    plan: isSame ? plan : { ...plan, palette, handSeconds, purges: [...plan.purges, ...purges] },
    printer: learning.printer(printer.name, printer.timeouts),
    person,
    purges: learned,
    handsAt: (swap) => {
      if (!isOrdinary) return plan.handSeconds;
      return (swap === 0 ? person.firstHands : person.hands).value;
    },
  };
}

/** A filament with what test pieces have shown of how it hides others; the same where there is nothing. */
function withMeasuredHiding(
  filament: PaletteFilament,
  palette: readonly PaletteFilament[],
  learning: Learning,
): PaletteFilament {
  const over = palette.flatMap((lower) => {
    const found =
      lower === filament ? null : learning.hiding(paletteKey(filament), paletteKey(lower));
    return found ? [[lower.letter, found.value] as const] : [];
  });
  const lamp = learning.hidingLamp(paletteKey(filament));
  if (over.length === 0 && !lamp) return filament;
  return {
    ...filament,
    ...(over.length > 0 && { hidesOver: Object.fromEntries(over) }),
    ...(lamp && { hidesLamp: lamp.value }),
  };
}

/** Bands that print as slowly as was learned. */
export function reckonedBands(bands: readonly Band[], { motion }: LearnedPrinter): readonly Band[] {
  if (motion.value === 1) return bands;
  return bands.map((band) => ({ ...band, seconds: band.seconds * motion.value }));
}

/** What comes before and after printing, as it was learned, s. */
export function reckonedEnds(
  { secondsBefore, secondsAfter }: Pick<Print, 'secondsBefore' | 'secondsAfter'>,
  { motion, heating }: LearnedPrinter,
): Pick<Print, 'secondsBefore' | 'secondsAfter'> {
  return {
    secondsBefore: secondsBefore * heating.value,
    secondsAfter: secondsAfter * motion.value,
  };
}

/** What of it goes into the plan of a run; null while nothing was learned of the printer. */
export function learnedForRun({ printer: { motion, heating } }: Reckoned): RunPlan['learned'] {
  const runs = Math.max(motion.runs, heating.runs);
  if (motion.value === 1 && heating.value === 1) return null;
  return { motion: motion.value, heating: heating.value, runs };
}

/** How long a print takes by what was learned, s: from, to, and from how many runs. */
export interface LearnedRange {
  readonly low: number;
  readonly high: number;
  readonly runs: number;
}

/** How far off a timeline may be: the printer's and the hands' ranges, as independent ones; null without runs. */
export function rangeOf(
  { stretches, total, handSeconds }: Timeline,
  { printer, person }: Reckoned,
): LearnedRange | null {
  const runs = Math.max(printer.motion.runs, printer.heating.runs);
  if (runs === 0) return null;
  const of = (kind: Timeline['stretches'][number]['kind']): number =>
    stretches.reduce((sum, one) => sum + (one.kind === kind ? one.end - one.start : 0), 0);
  const share = ({ value, high }: Estimate): number => (value > 0 ? (high - value) / value : 0);
  const off = Math.hypot(
    of('band') * share(printer.motion),
    of('prepare') * share(printer.heating),
    handSeconds * share(person.hands),
  );
  return { low: total - off, high: total + off, runs };
}
