import { temporal } from 'zundo';
import { create } from 'zustand';
import type { LayerNumber } from '@/core/layers';
import type { FoundStop } from '@/core/gcode/stops';
import { type JobPlan } from '@/core/plan/jobPlan';
import {
  partOf,
  withLetterAt,
  withMovedSwap,
  withSwap,
  withoutSwap,
} from '@/core/plan/edits/partEdits';
import { withStopAnswer, type StopAnswer } from '@/core/plan/stopAnswers';
import { chosenVariant, withPlan, type PlanBook } from '@/core/plan/file/planBook';
import type { PlannedSwap } from '@/core/plan/plannedSwap';
import { useViewStore } from './viewStore';
import { typingField } from '../db/writes';

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

/** A change that is not stored yet: what it did, and the book that came of it. */
interface UnstoredEdit {
  readonly name: string;
  /** null for undo, redo and the end of a drag, which put a whole book back. */
  readonly edit: ((book: PlanBook) => PlanBook) | null;
  readonly after: PlanBook;
}

let unstored: UnstoredEdit[] = [];
let dragging = false;
/** The field whose typing made the latest step of the history; null when something else did. */
let typedBy: object | null = null;

/** Puts a job's plans on the desk, with no history. */
export function openBook(book: PlanBook): void {
  unstored = [];
  dragging = false;
  usePlanStore.setState(stateOf(book, ''));
  usePlanStore.temporal.getState().clear();
}

export function closeBook(): void {
  unstored = [];
  dragging = false;
  usePlanStore.setState({ book: null, plan: null, change: '' });
  usePlanStore.temporal.getState().clear();
}

/** Changes the book; `name` is what undo will call it. */
export function changeBook(name: string, edit: (book: PlanBook) => PlanBook): void {
  const { book } = usePlanStore.getState();
  if (!book) return;
  const after = edit(book);
  if (after === book) return;
  unstored.push({ name, edit, after });
  const field = typingField();
  const goesOn = field !== null && field === typedBy;
  typedBy = field;
  const { pause, resume } = usePlanStore.temporal.getState();
  // What is typed into one field is one step of the history.
  if (goesOn) pause();
  usePlanStore.setState(stateOf(after, name));
  if (goesOn && !dragging) resume();
}

/** Shows plans that another tab has stored, as one step of the history. */
export function followBook(newer: PlanBook): void {
  typedBy = null;
  usePlanStore.setState(stateOf(newer, 'change in another tab'));
}

/**
 * Shows plans that another tab has stored, with the changes made here since, and answers the outcome.
 * A whole book that undo had put back cannot be put over them; what came after it is.
 */
export function rebaseBook(newer: PlanBook): PlanBook {
  const again = unstored.slice(unstored.findLastIndex(({ edit }) => edit === null) + 1);
  unstored = [];
  followBook(newer);
  for (const { name, edit } of again) if (edit) changeBook(name, edit);
  return usePlanStore.getState().book ?? newer;
}

/** Forgets the changes that are stored with this book. */
export function bookWritten(book: PlanBook): void {
  const last = unstored.findLastIndex(({ after }) => after === book);
  unstored = unstored.slice(last + 1);
}

export function isDragging(): boolean {
  return dragging;
}

/** Changes the chosen plan; `name` is what undo will call it. */
export function changePlan(name: string, edit: (plan: JobPlan) => JobPlan): void {
  changeBook(name, (book) => withPlan(book, edit(chosenVariant(book).plan)));
}

/** Gives the chosen plan the parts that its file shows. Nobody asked for that, so there is nothing to undo. */
export function adoptParts(edit: (plan: JobPlan) => JobPlan): void {
  const { pause, resume } = usePlanStore.temporal.getState();
  pause();
  changePlan('parts of the file', edit);
  if (!dragging) resume();
}

/** The part of a plan that is worked on: the one that the person has chosen, or the first. */
export function workedPart({ parts }: Pick<JobPlan, 'parts'>, chosen: string | null): string {
  return parts.some(({ key }) => key === chosen) && chosen !== null ? chosen : parts[0].key;
}

/** The same for the plan that is open. */
function partNow(plan: JobPlan): string {
  return workedPart(plan, useViewStore.getState().part);
}

/** The swaps of the part that is worked on; none while no plan is open. */
export function swapsNow(): readonly PlannedSwap[] {
  const { plan } = usePlanStore.getState();
  return plan ? partOf(plan, partNow(plan)).swaps : [];
}

/** Puts a swap before a layer into the part that is worked on. */
export function addSwap(layer: LayerNumber): void {
  addSwaps(`swap before layer ${layer}`, [layer]);
}

/** The same before several layers, as one step of the history. */
export function addSwaps(name: string, layers: readonly LayerNumber[]): void {
  changePlan(name, (plan) =>
    layers.reduce((made, layer) => withSwap(made, layer, partNow(plan)), plan),
  );
}

export function removeSwap(layer: LayerNumber): void {
  changePlan(`removal of the swap before layer ${layer}`, (plan) =>
    withoutSwap(plan, layer, partNow(plan)),
  );
}

export function moveSwap(from: LayerNumber, to: LayerNumber, layerCount: number): void {
  changePlan(`move of a swap to layer ${to}`, (plan) =>
    withMovedSwap(plan, from, to, layerCount, partNow(plan)),
  );
}

/** Answers a stop that the file has itself. */
export function answerStop(stop: FoundStop, answer: StopAnswer): void {
  changePlan(`answer to the stop on line ${stop.line}`, (plan) =>
    withStopAnswer(plan, stop, answer),
  );
}

/** Gives the band of the part worked on that prints `layer` another filament. */
export function setFilament(layer: number, letter: string, layerCount: number): void {
  changePlan(`filament ${letter}`, (plan) =>
    withLetterAt(plan, layer, letter, layerCount, partNow(plan)),
  );
}

/** During a drag only its end is a step of the history. */
export function beginDrag(): void {
  dragging = true;
  typedBy = null;
  usePlanStore.temporal.getState().pause();
}

/**
 * Ends a drag from `before` as one step of the history.
 * @param keep false to go back to where the drag began.
 */
export function endDrag(before: PlanBook, keep: boolean): void {
  dragging = false;
  const after = usePlanStore.getState();
  usePlanStore.setState(stateOf(before, after.change));
  usePlanStore.temporal.getState().resume();
  if (keep && after.book) usePlanStore.setState(stateOf(after.book, after.change));
  else putBack();
}

export function undo(): void {
  usePlanStore.temporal.getState().undo();
  putBack();
}

export function redo(): void {
  usePlanStore.temporal.getState().redo();
  putBack();
}

function putBack(): void {
  typedBy = null;
  const { book } = usePlanStore.getState();
  if (book) unstored.push({ name: '', edit: null, after: book });
}

/** What undo and redo would do, in words; null when there is nothing to do. */
export function historyNames(): { undo: string | null; redo: string | null } {
  const { pastStates, futureStates } = usePlanStore.temporal.getState();
  return {
    undo: pastStates.length > 0 ? usePlanStore.getState().change : null,
    redo: futureStates.at(-1)?.change ?? null,
  };
}
