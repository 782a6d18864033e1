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
import { chosenVariant, withPlan, type PlanBook } from '@/core/plan/planBook';

interface PlanState {
  /** All plans of the open job; null while none is open. */
  readonly book: PlanBook | null;
  /** The chosen one of them: what is shown, worked on and written. */
  readonly plan: JobPlan | null;
  /** What the latest change did, for the undo button: "swap before layer 11". */
  readonly change: string;
}

/** The open job's plans. Every change of them goes through here and can be undone. */
export const usePlanStore = create<PlanState>()(
  temporal((): PlanState => ({ book: null, plan: null, change: '' }), {
    equality: (before, after) => before.book === after.book,
    limit: 200,
  }),
);

const stateOf = (book: PlanBook, change: string): PlanState => ({
  book,
  plan: chosenVariant(book).plan,
  change,
});

/** Puts a job's plans on the desk, with no history. */
export function openBook(book: PlanBook): void {
  usePlanStore.setState(stateOf(book, ''));
  usePlanStore.temporal.getState().clear();
}

export function closeBook(): void {
  usePlanStore.setState({ book: null, plan: null, change: '' });
  usePlanStore.temporal.getState().clear();
}

/** Changes the book; `name` is what undo will call it. */
export function changeBook(name: string, edit: (book: PlanBook) => PlanBook): void {
  usePlanStore.setState((state) => {
    if (!state.book) return state;
    const edited = edit(state.book);
    return edited === state.book ? state : stateOf(edited, name);
  });
}

/** Changes the chosen plan; `name` is what undo will call it. */
export function changePlan(name: string, edit: (plan: JobPlan) => JobPlan): void {
  changeBook(name, (book) => withPlan(book, edit(chosenVariant(book).plan)));
}

export function addSwap(layer: LayerNumber): void {
  changePlan(`swap before layer ${layer}`, (plan) => withSwap(plan, layer));
}

export function removeSwap(layer: LayerNumber): void {
  changePlan(`removal of the swap before layer ${layer}`, (plan) => withoutSwap(plan, layer));
}

export function moveSwap(from: LayerNumber, to: LayerNumber, layerCount: number): void {
  changePlan(`move of a swap to layer ${to}`, (plan) => withMovedSwap(plan, from, to, layerCount));
}

/** Answers a stop that the file has itself. */
export function answerStop(stop: FoundStop, answer: StopAnswer): void {
  changePlan(`answer to the stop on line ${stop.line}`, (plan) =>
    withStopAnswer(plan, stop, answer),
  );
}

/** Gives the band that prints `layer` another filament. */
export function setFilament(layer: number, letter: string, layerCount: number): void {
  changePlan(`filament ${letter}`, (plan) => withLetterAt(plan, layer, letter, layerCount));
}

/** During a drag only its end is a step of the history. */
export function beginDrag(): void {
  usePlanStore.temporal.getState().pause();
}

/**
 * Ends a drag from `before` as one step of the history.
 * @param keep false to go back to where the drag began.
 */
export function endDrag(before: PlanBook, keep: boolean): void {
  const after = usePlanStore.getState();
  usePlanStore.setState(stateOf(before, after.change));
  usePlanStore.temporal.getState().resume();
  if (keep && after.book) usePlanStore.setState(stateOf(after.book, after.change));
}

export function undo(): void {
  usePlanStore.temporal.getState().undo();
}

export function redo(): void {
  usePlanStore.temporal.getState().redo();
}

/** What undo and redo would do, in words; null when there is nothing to do. */
export function historyNames(): { undo: string | null; redo: string | null } {
  const { pastStates, futureStates } = usePlanStore.temporal.getState();
  return {
    undo: pastStates.length > 0 ? usePlanStore.getState().change : null,
    redo: futureStates.at(-1)?.change ?? null,
  };
}
