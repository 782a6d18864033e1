import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';

/** What a run does, in one sentence for those who hear the page: it changes with taps, not with the clock. */
export function stateWords({ bands, swaps }: RunPlan, state: RunState): string {
  const named = (place: number): string =>
    `${bands[place].filament.letter} ${bands[place].filament.name}`;
  switch (state.phase) {
    case 'ready':
      return '';
    case 'printing': {
      const next = state.upcoming.at(0);
      const wrong = state.isWrong ? ` instead of ${named(state.band)}` : '';
      const then = next
        ? ` Next: swap ${next.swap + 1} of ${swaps.length}, ${named(next.swap + 1)}.`
        : ' No swaps left.';
      return `It prints ${named(state.loaded)}${wrong}.${then}`;
    }
    case 'paused':
      return `It is paused, with ${named(state.loaded)} in the nozzle.`;
    case 'at-swap':
      return `It waits at swap ${state.swap! + 1} of ${swaps.length}: ${named(state.loaded)} out, ${named(state.target!)} in.`;
    case 'finished':
      return 'The print is done.';
    case 'failed':
      return 'The print failed.';
    case 'ended':
      return 'The print was cancelled.';
  }
}
