import { temporal } from 'zundo';
import { create } from 'zustand';
import type { LayerNumber } from '@/core/gcode/layers';
import type { FoundStop } from '@/core/gcode/stops';
import {
  withLetterAt,
  withMovedSwap,
  withStopAnswer,
  withSwap,
  withoutSwap,
  type JobPlan,
  type StopAnswer,
} from '@/core/plan/jobPlan';

interface PlanState {
  /** The plan of the open job; null while none is open. */
  readonly plan: JobPlan | null;
  /** What the latest change did, for the undo button: "swap before layer 11". */
  readonly change: string;
}

/** The open job's plan. Every change of it goes through here and can be undone. */
export const usePlanStore = create<PlanState>()(
  temporal((): PlanState => ({ plan: null, change: '' }), {
    equality: (before, after) => before.plan === after.plan,
    limit: 200,
  }),
);

/** Puts a job's plan on the desk, with no history. */
export function openPlan(plan: JobPlan): void {
  usePlanStore.setState({ plan, change: '' });
  usePlanStore.temporal.getState().clear();
}

export function closePlan(): void {
  usePlanStore.setState({ plan: null, change: '' });
  usePlanStore.temporal.getState().clear();
}

function change(name: string, edit: (plan: JobPlan) => JobPlan): void {
  usePlanStore.setState(({ plan, change: before }) => {
    const edited = plan && edit(plan);
    return edited === plan ? { plan, change: before } : { plan: edited, change: name };
  });
}

export function addSwap(layer: LayerNumber): void {
  change(`swap before layer ${layer}`, (plan) => withSwap(plan, layer));
}

export function removeSwap(layer: LayerNumber): void {
  change(`removal of the swap before layer ${layer}`, (plan) => withoutSwap(plan, layer));
}

export function moveSwap(from: LayerNumber, to: LayerNumber, layerCount: number): void {
  change(`move of a swap to layer ${to}`, (plan) => withMovedSwap(plan, from, to, layerCount));
}

/** Answers a stop that the file has itself. */
export function answerStop(stop: FoundStop, answer: StopAnswer): void {
  change(`answer to the stop on line ${stop.line}`, (plan) => withStopAnswer(plan, stop, answer));
}

/** Gives the band that prints `layer` another filament. */
export function setFilament(layer: number, letter: string): void {
  change(`filament ${letter}`, (plan) => withLetterAt(plan, layer, letter));
}

/** During a drag only its end is a step of the history. */
export function beginDrag(): void {
  usePlanStore.temporal.getState().pause();
}

/**
 * Ends a drag from `before` as one step of the history.
 * @param keep false to go back to where the drag began.
 */
export function endDrag(before: JobPlan, keep: boolean): void {
  const { plan, change: name } = usePlanStore.getState();
  usePlanStore.setState({ plan: before });
  usePlanStore.temporal.getState().resume();
  if (keep && plan) usePlanStore.setState({ plan, change: name });
}

export function undo(): void {
  usePlanStore.temporal.getState().undo();
}

export function redo(): void {
  usePlanStore.temporal.getState().redo();
}
