import { swapPlace } from '../describeLayer';
import type { CalendarEntry } from '../schedule/calendar';
import type { RunEvent } from './following/events';
import { asPlanned, followed } from './following/follow';
import type { RunPlan } from './runPlan';
import type { RunState } from './following/runState';

/** How long before a swap a calendar rings, min. */
const ALARMS = [10, 2];

/** A run whose calendar is wanted. */
export interface CalendarRun {
  readonly id: string;
  readonly runPlan: RunPlan;
  readonly events: readonly RunEvent[];
  /** When it is to start, ms since 1970; null for not chosen. */
  readonly startAt: number | null;
}

/**
 * A run as it is expected to go: as it stands, or as planned from its chosen start while it has not begun; from now
 * on where that is past.
 */
export function expectedRun({ runPlan, events, startAt }: CalendarRun, now: number): RunState {
  const state = followed(runPlan, events).stateAt(now);
  return state.phase === 'ready' ? asPlanned(runPlan, Math.max(startAt ?? now, now)) : state;
}

/** What is to come of a run as calendar entries: its start while it has not begun, its swaps and its end. */
export function runCalendar(run: CalendarRun, now: number): CalendarEntry[] {
  const { id, runPlan: plan, events } = run;
  const state = expectedRun(run, now);
  const isBegun = followed(plan, events).stateAt(now).phase !== 'ready';
  const common = { revision: events.length };
  const swaps = state.upcoming.map(({ swap, at, spread }): CalendarEntry => {
    const { filament } = plan.bands[swap + 1];
    const { layer, inside, machine, hands } = plan.swaps[swap];
    const minutes = Math.max(1, Math.round(spread / 60));
    const stands = plan.stand?.swap === swap ? ' The printer is paused from then on.' : '';
    return {
      ...common,
      id: `${id}-${swap + 1}`,
      title: `Swap ${swap + 1} of ${plan.swaps.length}: ${filament.letter} ${filament.name}`,
      text: `${plan.job}, ${plan.fileNames.join(', ')}, ${swapPlace({ layer, inside })}. It may come ${minutes} min earlier or later.${stands} Hot nozzle, moving axes.`,
      from: new Date(at),
      seconds: machine + hands,
      alarms: ALARMS,
    };
  });
  const [first] = plan.bands;
  const { startedAt, end } = state;
  const start = new Date(startedAt ?? now);
  return [
    ...(isBegun
      ? []
      : [
          {
            ...common,
            id: `${id}-start`,
            title: `Start ${plan.job}`,
            text: `${plan.fileNames[0]}. Load ${first.filament.letter} ${first.filament.name}. Watch the first layer.`,
            from: start,
            seconds: 600,
            alarms: ALARMS.slice(0, 1),
          },
        ]),
    ...swaps,
    ...standEntry(run, state),
    ...(end
      ? [
          {
            ...common,
            id: `${id}-end`,
            title: `${plan.job} is done`,
            text: 'Let the part cool before you remove it.',
            from: new Date(end.at),
            seconds: 300,
            alarms: [0],
          },
        ]
      : []),
  ];
}

/** When somebody takes a print up again that is to pause at a swap. */
function standEntry({ id, runPlan, events }: CalendarRun, state: RunState): CalendarEntry[] {
  const { stand, bands, swaps } = runPlan;
  if (stand === null || state.band > stand.swap) return [];
  const { letter, name } = bands[stand.swap + 1].filament;
  const { machine, hands } = swaps[stand.swap];
  return [
    {
      revision: events.length,
      id: `${id}-stand`,
      title: `Resume ${runPlan.job}: ${letter} ${name}`,
      text: 'Heat the nozzle, load, purge, and check that the part still sits firmly. Hot nozzle, moving axes.',
      from: new Date(stand.until),
      seconds: machine + hands,
      alarms: ALARMS.slice(0, 1),
    },
  ];
}
