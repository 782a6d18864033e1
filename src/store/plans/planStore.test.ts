import { beforeEach, describe, expect, it } from 'vitest';
import { layerNumber } from '@/core/layers';
import { emptyPlan } from '@/core/plan/jobPlan';
import { withSwap } from '@/core/plan/edits/partEdits';
import {
  bookOf,
  chosenVariant,
  withChosen,
  withCopy,
  withPlan,
  withoutVariant,
  type PlanBook,
} from '@/core/plan/file/planBook';
import {
  addSwap,
  beginDrag,
  bookWritten,
  changeBook,
  changePlan,
  endDrag,
  followBook,
  historyNames,
  moveSwap,
  openBook,
  rebaseBook,
  redo,
  removeSwap,
  setFilament,
  undo,
  usePlanStore,
} from './planStore';
import { asTyping } from '../db/writes';

const plan = emptyPlan('cd'.repeat(32));
const n = layerNumber;
const swaps = () => usePlanStore.getState().plan?.parts[0].swaps.map((swap) => swap.layer);
const bookNow = () => usePlanStore.getState().book as PlanBook;
const withSwapBefore = (book: PlanBook, layer: number): PlanBook =>
  withPlan(book, withSwap(chosenVariant(book).plan, n(layer)));

describe('the plan on the desk', () => {
  beforeEach(() => openBook(bookOf(plan)));

  it('undoes and redoes every change, and names it', () => {
    addSwap(n(11));
    addSwap(n(26));
    setFilament(1, 'D', 40);
    removeSwap(n(11));
    expect(historyNames()).toEqual({ undo: 'removal of the swap before layer 11', redo: null });
    for (let i = 0; i < 4; i++) undo();
    expect(usePlanStore.getState().plan).toEqual(plan);
    expect(historyNames()).toEqual({ undo: null, redo: 'swap before layer 11' });
    for (let i = 0; i < 2; i++) redo();
    expect(swaps()).toEqual([11, 26]);
  });

  it('takes a change that changes nothing for none', () => {
    addSwap(n(11));
    addSwap(n(11));
    undo();
    expect(swaps()).toEqual([]);
  });

  it('makes one step of history out of a drag', () => {
    addSwap(n(11));
    const before = usePlanStore.getState().book as PlanBook;
    beginDrag();
    for (let layer = 11; layer < 20; layer++) moveSwap(n(layer), n(layer + 1), 40);
    endDrag(before, true);
    expect(swaps()).toEqual([20]);
    undo();
    expect(swaps()).toEqual([11]);
    redo();
    expect(swaps()).toEqual([20]);
  });

  it('goes back to the beginning of a drag that is given up', () => {
    addSwap(n(11));
    const before = usePlanStore.getState().book as PlanBook;
    beginDrag();
    moveSwap(n(11), n(12), 40);
    endDrag(before, false);
    expect(swaps()).toEqual([11]);
    undo();
    expect(swaps()).toEqual([]);
  });
});

describe('plans side by side', () => {
  it('are chosen and deleted with undo, and keep their changes apart', () => {
    openBook(bookOf(plan));
    addSwap(n(11));
    changeBook('another plan', withCopy);
    addSwap(n(26));
    expect(swaps()).toEqual([11, 26]);
    changeBook('choice', (book) => withChosen(book, '1'));
    expect(swaps()).toEqual([11]);
    changeBook('deletion', (book) => withoutVariant(book, '2'));
    undo();
    undo();
    expect(swaps()).toEqual([11, 26]);
  });
});

describe('what is typed', () => {
  const minutes = (handSeconds: number) => () =>
    changePlan('hand time', (one) => ({ ...one, handSeconds }));
  const field = {};

  it('is one step of the history while one hand types into one field', () => {
    openBook(bookOf(plan));
    for (const seconds of [1, 12, 120]) asTyping(field, minutes(seconds));
    undo();
    expect(usePlanStore.getState().plan).toEqual(plan);
    redo();
    expect(usePlanStore.getState().plan?.handSeconds).toBe(120);
  });

  it('begins a new step after anything else', () => {
    openBook(bookOf(plan));
    asTyping(field, minutes(1));
    addSwap(n(11));
    asTyping(field, minutes(12));
    undo();
    expect(swaps()).toEqual([11]);
    expect(usePlanStore.getState().plan?.handSeconds).toBe(1);
    asTyping({}, minutes(7));
    asTyping({}, minutes(8));
    undo();
    expect(usePlanStore.getState().plan?.handSeconds).toBe(7);
  });
});

describe('two tabs', () => {
  it('shows what another tab stored, as a step that can be undone', () => {
    openBook(bookOf(plan));
    addSwap(n(11));
    followBook(withSwapBefore(bookNow(), 26));
    expect(swaps()).toEqual([11, 26]);
    expect(historyNames().undo).toBe('change in another tab');
    undo();
    expect(swaps()).toEqual([11]);
  });

  it('puts what was changed here over what another tab was quicker with', () => {
    const base = bookOf(plan);
    openBook(base);
    addSwap(n(11));
    bookWritten(bookNow());
    const stored = bookNow();
    addSwap(n(26));
    const rebased = rebaseBook(withSwapBefore(stored, 18));
    expect(chosenVariant(rebased).plan.parts[0].swaps.map(({ layer }) => layer)).toEqual([
      11, 18, 26,
    ]);
    expect(bookNow()).toBe(rebased);
  });

  it('does not put a whole old book over it: undo gives way', () => {
    openBook(bookOf(plan));
    addSwap(n(11));
    undo();
    addSwap(n(30));
    rebaseBook(withSwapBefore(bookOf(plan), 18));
    expect(swaps()).toEqual([18, 30]);
  });
});
