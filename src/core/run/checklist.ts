import type { RunPlan } from './runPlan';

/** One thing to do at a swap. */
export interface Step {
  readonly id: string;
  readonly text: string;
  /** What can hurt, or be lost, if it is done otherwise. */
  readonly caution?: string;
}

/** What hands do at one swap of a plan, in order: from the way it stops and from the printer. */
export function stepsOf(plan: RunPlan, swap: number): Step[] {
  const { printer, stop, unloadsItself, bands, swaps } = plan;
  const [old, next] = [bands[swap], bands[swap + 1]].map(({ filament }) => filament);
  const from = `${old.letter} ${old.name}`;
  const to = `${next.letter} ${next.name}`;
  const { purgeMm } = swaps[swap];
  const steps: (Step | false)[] = [
    {
      id: 'ready',
      text: `Take ${to}. Cut its end at a slant, and straighten 10 cm of it.`,
    },
    stop === 'tones' && {
      id: 'pause',
      text: 'Press pause when the tones call.',
      caution: 'Nothing stops by itself: stay by the printer.',
    },
    stop === 'files' && {
      id: 'waits',
      text: 'The file is done, and the printer waits hot. Do not switch anything off.',
    },
    {
      id: 'card',
      text: 'Lay the card over the print, under the nozzle.',
      caution: 'The nozzle burns at once. Keep sleeves and hair away from the axes.',
    },
    {
      id: 'unload',
      text: unloadsItself
        ? `The printer pulls ${from} out. Take it when it lets go.`
        : printer.feed === 'tube'
          ? `Pull ${from} out with the printer’s menu: ${Math.round(printer.unloadMm)} mm through the tube.`
          : `Pull ${from} out: open the lever, or use the menu.`,
      caution: unloadsItself ? undefined : 'Never pull cold filament. Heat first.',
    },
    { id: 'wind', text: `Wind ${from} back, and tuck its end into the rim of the spool.` },
    printer.runoutSensor && {
      id: 'tip',
      text: 'Trim the thick tip of the old filament, so that it passes the sensor.',
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
      text: `Push through until no ${old.name} is left: about ${Math.round(purgeMm)} mm.`,
    },
    printer.brush && {
      id: 'brush',
      text: 'The head draws itself over the brush. Keep clear of it.',
    },
    {
      id: 'strand',
      text: 'Take the strand away, and the card.',
      caution: 'Before the head moves back, or it drags the strand over the print.',
    },
    { id: 'nozzle', text: 'Look: is the nozzle clean?' },
    {
      id: 'resume',
      text:
        stop === 'files'
          ? 'Start the next file at the printer.'
          : stop === 'tones'
            ? 'Let it go on: press resume at the printer.'
            : 'Press resume at the printer, and catch the first bit.',
      caution: 'The head moves by itself. Hands away.',
    },
    { id: 'watch', text: 'Watch the first lines.' },
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
}

/** What happens by itself to a printer that has waited since a moment. */
export function waitTimers({ printer }: Pick<RunPlan, 'printer'>, since: number): WaitTimer[] {
  const { nozzleCools, motorsLetGo } = printer;
  const timers: (WaitTimer | false)[] = [
    motorsLetGo !== null && {
      id: 'motors',
      text: 'The motors let go',
      at: since + motorsLetGo * 1000,
    },
    nozzleCools !== null && {
      id: 'nozzle',
      text: 'The nozzle cools',
      at: since + nozzleCools * 1000,
    },
  ];
  return timers.filter((one): one is WaitTimer => one !== false);
}
