import type { RunEvent } from '../../../src/core/run/following/events';
import type { RunPlan } from '../../../src/core/run/runPlan';

/**
 * What somebody with a notebook would say is in the nozzle: they note the colour that each swap was said to have put
 * in, and cross nothing out. Shares no code with what follows a run; for taps that come some seconds apart.
 */
export function inTheNozzle(plan: RunPlan, events: readonly RunEvent[]): string | null {
  const colours = plan.bands.map(({ filament }) => filament.letter);
  let now: string | null = null;
  let printing = -1;
  let stands: 'no' | 'swap' | 'pause' | 'over' = 'no';
  let coming = '';
  let isLate = false;
  for (const event of events) {
    if (printing < 0) {
      if (event.kind !== 'started') continue;
      const joined = plan.bands.findIndex(({ last }) => last >= (event.layer ?? 1));
      if (joined < 0 || (event.after ?? 0) >= plan.swaps.length) continue;
      printing = joined;
      now = colours[joined];
      continue;
    }
    if (stands === 'over') break;
    const isLast = printing === colours.length - 1;
    if (event.kind === 'stopped') {
      const isByHand = event.how !== 'planned';
      if (stands === 'swap' || (stands === 'pause' && !isByHand)) continue;
      if (event.how === 'late' ? printing === 0 || now === colours[printing] : isLast) continue;
      isLate = event.how === 'late';
      coming = isLate ? colours[printing] : colours[printing + 1];
      stands = 'swap';
    } else if (event.kind === 'paused' && stands === 'no') stands = 'pause';
    else if (event.kind === 'missed' && stands === 'no' && !isLast) printing++;
    else if (event.kind === 'loaded' && colours.includes(event.letter)) {
      if (stands === 'swap') coming = event.letter;
      else now = event.letter;
    } else if (event.kind === 'resumed') {
      if (stands === 'swap') {
        now = coming;
        if (!isLate) printing++;
      }
      stands = 'no';
    } else if (['failed', 'ended', 'finished'].includes(event.kind)) stands = 'over';
  }
  return now;
}
