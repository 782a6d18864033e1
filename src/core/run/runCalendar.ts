import type { CalendarEntry } from '../schedule/calendar';
import type { RunPlan } from './runPlan';
import { follow } from './follow';

/** How long before a swap a calendar rings, min. */
const ALARMS = [10, 2];

/** The start, every swap and the end of a run as calendar entries. */
export function runCalendar(plan: RunPlan, runId: string, start: Date): CalendarEntry[] {
  const { upcoming, end } = follow(
    plan,
    [{ kind: 'started', id: 'plan', at: start.getTime() }],
    start.getTime(),
  );
  const swaps = upcoming.map(({ swap, at, spread }): CalendarEntry => {
    const { filament } = plan.bands[swap + 1];
    const { layer, inside, machine, hands } = plan.swaps[swap];
    const minutes = Math.max(1, Math.round(spread / 60));
    return {
      id: `${runId}-${swap + 1}`,
      title: `Swap ${swap + 1} of ${plan.swaps.length}: ${filament.letter} ${filament.name}`,
      text: `${plan.job}, ${inside ? 'in' : 'before'} layer ${layer}. It may come ${minutes} min earlier or later. Hot nozzle, moving axes.`,
      from: new Date(at),
      seconds: machine + hands,
      alarms: ALARMS,
    };
  });
  const [first] = plan.bands;
  return [
    {
      id: `${runId}-start`,
      title: `Start ${plan.job}`,
      text: `Load ${first.filament.letter} ${first.filament.name}. Watch the first layer.`,
      from: start,
      seconds: 600,
      alarms: ALARMS.slice(0, 1),
    },
    ...swaps,
    {
      id: `${runId}-end`,
      title: `${plan.job} is done`,
      text: 'Let the part cool before you pull it off.',
      from: new Date(end?.at ?? start.getTime()),
      seconds: 300,
      alarms: [0],
    },
  ];
}
