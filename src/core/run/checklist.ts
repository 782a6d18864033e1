import type { RunPlan } from './runPlan';

/** One thing to do at a swap. */
export interface Step {
  readonly id: string;
  readonly text: string;
  /** What can hurt, or be lost, if it is done otherwise. */
  readonly caution?: string;
}

/** A swap that is at hand: its place, and what is in the nozzle and goes in, by places of bands that have it. */
export interface SwapAtHand {
  readonly swap: number;
  readonly loaded: number;
  readonly target: number;
}

/**
 * Filament to purge at a swap, mm: what is planned, and no less than at the swaps that were missed since what is
 * in the nozzle was loaded.
 */
export function purgeAt(
  { swaps }: Pick<RunPlan, 'swaps'>,
  { swap, loaded }: Omit<SwapAtHand, 'target'>,
): number {
  const open = swaps.slice(Math.min(loaded, swap), swap + 1);
  return Math.max(...open.map(({ purgeMm }) => purgeMm));
}

/** How the steps of a swap name its filaments, and how much is purged. */
interface StepNames {
  readonly from: string;
  readonly to: string;
  readonly oldColour: string;
  readonly purge: string;
}

/** What hands do at one swap of a plan, in order: from the way it stops, the printer, and what is in the nozzle. */
export function stepsOf(plan: RunPlan, at: SwapAtHand): Step[] {
  const [old, next] = [plan.bands[at.loaded], plan.bands[at.target]].map(
    ({ filament }) => filament,
  );
  const to = `${next.letter} ${next.name}`;
  if (old.letter === next.letter && !plan.unloadsItself) {
    const stays = `${to} is already in the nozzle: leave it there.`;
    return [{ id: 'ready', text: stays }, resumeStep(plan), WATCH];
  }
  return stepsWith(plan, {
    from: `${old.letter} ${old.name}`,
    to,
    oldColour: old.name || old.letter,
    purge: `about ${Math.round(purgeAt(plan, at))} mm`,
  });
}

/** What hands do at every swap of a plan, in words that hold for all of them. */
export function commonSteps(plan: RunPlan): Step[] {
  return stepsWith(plan, {
    from: 'the old filament',
    to: 'the new filament',
    oldColour: 'the old colour',
    purge: 'as much as the table says',
  });
}

const WATCH: Step = { id: 'watch', text: 'Watch the first lines.' };

function resumeStep({ stop }: RunPlan): Step {
  const text =
    stop === 'files'
      ? 'Start the next file at the printer.'
      : stop === 'tones'
        ? 'Press resume at the printer.'
        : 'Press resume at the printer, and catch the first bit of filament with tweezers.';
  return { id: 'resume', text, caution: 'The head moves by itself. Keep your hands away.' };
}

function stepsWith(plan: RunPlan, { from, to, oldColour, purge }: StepNames): Step[] {
  const { printer, stop, unloadsItself } = plan;
  const steps: (Step | false)[] = [
    {
      id: 'ready',
      text: `Take ${to}. Cut its end at a slant, and straighten 10 cm of it.`,
    },
    stop === 'tones' && {
      id: 'pause',
      text: 'Press pause when the tones sound.',
      caution: 'The printer does not stop by itself: stay with it.',
    },
    stop === 'files' && {
      id: 'waits',
      text: 'The file has ended, and the printer waits hot. Do not switch anything off.',
    },
    {
      id: 'card',
      text: 'Lay the card over the print, under the nozzle.',
      caution: 'The nozzle causes burns on contact. Keep sleeves and hair away from the axes.',
    },
    {
      id: 'unload',
      text: unloadsItself
        ? `The printer unloads ${from}. Take the end when it comes out.`
        : printer.feed === 'tube'
          ? `Unload ${from} with the printer’s menu: ${Math.round(printer.unloadMm)} mm through the tube.`
          : `Unload ${from}: open the lever, or use the menu.`,
      caution: unloadsItself ? undefined : 'Never pull cold filament. Heat first.',
    },
    { id: 'wind', text: `Rewind ${from}, and tuck its end into the rim of the spool.` },
    printer.runoutSensor && {
      id: 'tip',
      text: 'Trim the swollen tip of the old filament so it fits through the runout sensor.',
    },
    {
      id: 'feed',
      text: unloadsItself
        ? `Push ${to} in straight until the printer takes it.`
        : `Push ${to} in straight, ${printer.feed === 'tube' ? 'all the way through the tube' : 'until it stops'}. Do not lean on the head.`,
      caution: 'A pushed head prints too low or too high afterwards.',
    },
    {
      id: 'purge',
      text: `Purge until no trace of ${oldColour} is left: ${purge}.`,
    },
    printer.brush && {
      id: 'brush',
      text: 'The head wipes itself on the brush. Keep clear of it.',
    },
    {
      id: 'strand',
      text: 'Remove the purge strand and the card.',
      caution: 'Do this before the head moves back, or it drags the strand over the print.',
    },
    { id: 'nozzle', text: 'Check that the nozzle is clean.' },
    resumeStep(plan),
    WATCH,
  ];
  return steps.filter((step): step is Step => step !== false);
}

/** The step before which the printer must not go on: what hangs at the nozzle would be dragged along. */
export const STRAND_STEP = 'strand';

/** A time that runs while the printer waits. */
export interface WaitTimer {
  readonly id: 'nozzle' | 'motors';
  readonly text: string;
  /** When it is up, ms since 1970. */
  readonly at: number;
  /**
   * True where an ordinary swap is done before: then it is worth an alarm. Where the printer is quicker than
   * hands, every swap runs into it: the checks say so before printing, and the page tells it without an alarm.
   */
  readonly isAlarm: boolean;
}

/** What happens by itself to a printer that has waited since a moment, at a swap or without one. */
export function waitTimers(
  { printer, swaps }: Pick<RunPlan, 'printer' | 'swaps'>,
  since: number,
  swap: number | null,
): WaitTimer[] {
  const ordinary = swap === null ? 0 : swaps[swap].machine + swaps[swap].hands;
  const timer = (id: WaitTimer['id'], text: string, seconds: number | null): WaitTimer[] =>
    seconds === null ? [] : [{ id, text, at: since + seconds * 1000, isAlarm: seconds > ordinary }];
  return [
    ...timer('motors', 'The motors switch off', printer.motorsLetGo),
    ...timer('nozzle', 'The nozzle cools', printer.nozzleCools),
  ];
}
