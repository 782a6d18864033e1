import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readGcode } from '@/core/read/reader';
import { analysePrint } from '@/core/print/analysis';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf } from '@/core/plan/file/planBook';
import { closeBook, openBook, swapsNow, usePlanStore } from '@/store/plans/planStore';
import { openView, showLayer, useViewStore } from '@/store/plans/viewStore';
import { bytesOf, writePrint } from '../../tests/support/printFiles';
import type { ActionContext } from './action';
import { planAction } from './planActions';

const reading = readGcode(bytesOf(writePrint({ layers: 20 })), ORDINARY_PRINTER);
const context: ActionContext = {
  reading,
  analysis: analysePrint(reading),
  desk: {
    writeFile: vi.fn(),
    goTo: vi.fn(),
    savePlan: vi.fn(),
    saveJob: vi.fn(),
    watchFile: vi.fn(),
    savePicture: vi.fn(),
    openPlanFile: vi.fn(),
    openNewSlice: vi.fn(),
    show: vi.fn(),
  },
};

const layer = () => useViewStore.getState().layer;
const swaps = () => swapsNow().map((swap) => `${swap.layer}${swap.letter}`);
const can = (id: string) => planAction(id).when?.(context) ?? true;
const run = (...ids: string[]) => {
  for (const id of ids) if (can(id)) planAction(id).run(context);
};

describe('plan actions', () => {
  beforeEach(() => {
    // What is drawn waits for frames of a page.
    vi.stubGlobal('requestAnimationFrame', vi.fn());
    vi.stubGlobal('cancelAnimationFrame', vi.fn());
    openBook(bookOf(emptyPlan('ef'.repeat(32))));
    openView(reading.layers.length);
  });

  afterEach(() => vi.unstubAllGlobals());

  it('scrub, and stop at the ends', () => {
    run('layer-up', 'layers-up');
    expect(layer()).toBe(12);
    run('last-layer', 'layer-up');
    expect(layer()).toBe(20);
    run('first-layer', 'layers-down');
    expect(layer()).toBe(1);
  });

  it('go from step to step, and no further', () => {
    expect(can('previous-step')).toBe(false);
    run('next-step');
    expect(layer()).toBe(11);
    expect(can('next-step')).toBe(false);
    showLayer(15);
    run('previous-step');
    expect(layer()).toBe(11);
  });

  it('put a swap in where one can be, nudge it and take it out', () => {
    expect(can('add-swap')).toBe(false);
    showLayer(11);
    run('add-swap');
    expect(can('add-swap')).toBe(false);
    expect(swaps()).toEqual(['11B']);
    run('nudge-up');
    expect([swaps(), layer()]).toEqual([['12B'], 12]);
    run('nudge-down', 'nudge-down');
    expect(swaps()).toEqual(['10B']);
    run('remove-swap');
    expect([swaps(), can('remove-swap'), can('nudge-up')]).toEqual([[], false, false]);
  });

  it('do not nudge a swap onto layer 1, off the print or onto another', () => {
    showLayer(2);
    run('add-swap', 'nudge-down');
    showLayer(3);
    run('add-swap', 'nudge-down');
    expect(swaps()).toEqual(['2B', '3C']);
    showLayer(20);
    run('add-swap', 'nudge-up');
    expect(swaps()).toEqual(['2B', '3C', '20D']);
  });

  it('give the band that is shown a filament by its number', () => {
    showLayer(11);
    run('add-swap');
    showLayer(15);
    run('filament-5');
    expect(swaps()).toEqual(['11E']);
    showLayer(1);
    run('filament-3');
    expect(usePlanStore.getState().plan?.parts[0].firstLetter).toBe('C');
    expect(can('filament-9')).toBe(false);
  });

  it('undo, redo, and write only a plan with swaps', () => {
    expect([can('undo'), can('redo'), can('write-file')]).toEqual([false, false, false]);
    showLayer(11);
    run('add-swap', 'write-file', 'undo');
    expect(context.desk.writeFile).toHaveBeenCalledOnce();
    expect(swaps()).toEqual([]);
    run('redo');
    expect(swaps()).toEqual(['11B']);
  });

  it('accept the best step, or all of them', () => {
    expect(can('accept-step')).toBe(true);
    run('accept-step');
    expect([swaps(), layer()]).toEqual([['11B'], 11]);
    expect([can('accept-step'), can('accept-all-steps')]).toEqual([false, false]);
    run('undo', 'accept-all-steps');
    expect(swaps()).toEqual(['11B']);
  });

  it('merge bands and exchange their colours', () => {
    showLayer(5);
    run('add-swap');
    showLayer(11);
    run('add-swap', 'exchange-above');
    expect(swaps()).toEqual(['5B', '11C']);
    showLayer(6);
    run('exchange-above');
    expect(swaps()).toEqual(['5C', '11B']);
    run('merge-above');
    expect(swaps()).toEqual(['5B']);
    run('merge-below');
    expect([swaps(), can('merge-below'), can('merge-above')]).toEqual([[], false, false]);
  });

  it('say what they would undo and redo, and name the filament they would load', () => {
    showLayer(11);
    run('add-swap');
    expect(planAction('undo').hint?.()).toBe('swap before layer 11');
    run('undo');
    expect(planAction('redo').hint?.()).toBe('swap before layer 11');
    expect(planAction('filament-3').hint?.()).toBe('Reed green');
  });

  it('put the extra layer on and off, with undo', () => {
    run('extra-layer');
    expect(usePlanStore.getState().plan?.extraLayer).toBe(true);
    run('undo');
    expect(usePlanStore.getState().plan?.extraLayer).toBe(false);
  });

  it('begin another plan, and show it beside the first', () => {
    run('copy-variant');
    expect(usePlanStore.getState().book?.variants).toHaveLength(2);
    expect(useViewStore.getState().tab).toBe('variants');
  });

  it('go through the views, and to each by its own key', () => {
    const modes = Array.from({ length: 6 }, () => {
      run('next-view');
      return useViewStore.getState().mode;
    });
    expect(modes).toEqual(['above', 'below', 'beside', 'side', 'backlit', 'layer']);
    run('view-side', 'measure');
    expect(useViewStore.getState()).toMatchObject({ mode: 'side', measuring: true });
  });

  it('blend thin colours, and take that back', () => {
    run('view-above', 'blend');
    expect(useViewStore.getState()).toMatchObject({ mode: 'above', blends: true });
    run('blend', 'view-backlit');
    expect(useViewStore.getState()).toMatchObject({ mode: 'backlit', blends: false });
  });

  it('zoom the core and come back', () => {
    expect([can('core-wider'), can('core-whole')]).toEqual([false, false]);
    showLayer(10);
    run('core-closer');
    expect(useViewStore.getState().coreSpan).toEqual({ from: 0.2375, to: 0.7375 });
    run('core-closer', 'core-whole');
    expect(useViewStore.getState().coreSpan).toBeNull();
    run('core-closer', 'core-wider');
    expect(useViewStore.getState().coreSpan).toBeNull();
  });

  it('ask the desk for what it shows', () => {
    const { desk } = context;
    run('show-palette', 'scale', 'filaments', 'leftovers', 'presence', 'show-tour', 'show-keys');
    expect(vi.mocked(desk.show).mock.calls.flat()).toEqual([
      'palette',
      'scale',
      'filaments',
      'leftovers',
      'presence',
      'tour',
      'keys',
    ]);
    run('save-plan', 'open-plan', 'new-slice', 'save-picture');
    for (const asked of [desk.savePlan, desk.openPlanFile, desk.openNewSlice, desk.savePicture]) {
      expect(asked).toHaveBeenCalledOnce();
    }
  });

  it('are known by their ids, and need an open plan', () => {
    expect(() => planAction('fly')).toThrow(/No action fly/);
    closeBook();
    expect([can('add-swap'), can('write-file'), can('filament-1')]).toEqual([false, false, false]);
  });
});
