import { addSeconds } from 'date-fns';
import { swapPlace } from '../describeLayer';
import { formatDuration } from '../format';
import { clockTime } from '../schedule/clock';
import { absenceAt } from '../schedule/presence';
import { checkOf, type Check } from './check';
import type { CheckInputs } from './inputs';

/** Swaps beyond which most people lose patience or count. */
const MANY_SWAPS = 12;
/** A stretch without anyone beyond which someone should look in, s. */
const LONG_ALONE = 3 * 3600;

/** When someone has to be at the printer, and for how long nobody is. */
export function timeChecks({ timeline, start, bands, presence, clock }: CheckInputs): Check[] {
  const checks: Check[] = [];
  const swaps = timeline.stretches.filter(({ kind }) => kind === 'swap');
  if (swaps.length > MANY_SWAPS) {
    const sentence = `${swaps.length} swaps take ${formatDuration(timeline.handSeconds)} of handling alone.`;
    checks.push(checkOf('many-swaps', 'may-fail', sentence));
  }
  for (const swap of swaps) {
    const at = addSeconds(start, swap.start);
    const why = absenceAt(presence, at);
    if (why === null) continue;
    const when = why === 'night' ? 'at night' : 'while you are out';
    if (!swap.band) continue;
    const { begins } = swap.band;
    const sentence = `The swap ${swapPlace(begins)} comes at ${clockTime(at, clock)}, ${when}.`;
    checks.push(
      checkOf(why === 'night' ? 'night-swap' : 'away-swap', 'may-fail', sentence, {
        layer: begins.layer,
        at,
      }),
    );
  }
  const { longestAlone } = timeline;
  const alone = longestAlone.end - longestAlone.start;
  if (bands.length > 0 && alone > LONG_ALONE) {
    const sentence = `For ${formatDuration(alone)} no swap needs you, from ${clockTime(addSeconds(start, longestAlone.start), clock)} on.`;
    checks.push(checkOf('long-alone', 'good-to-know', sentence));
  }
  return checks;
}
