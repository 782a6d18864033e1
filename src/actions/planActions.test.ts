import { beforeEach, describe, expect, it, vi } from 'vitest';
import { readGcode } from '@/core/gcode/reader';
import { findSteps } from '@/core/geometry/steps';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan } from '@/core/plan/jobPlan';
import { closePlan, openPlan, usePlanStore } from '@/store/planStore';
import { openView, showLayer, useViewStore } from '@/store/viewStore';
import { bytesOf, writePrint } from '../../tests/support/printFiles';
import type { ActionContext } from './action';
import { planAction } from './planActions';

const reading = readGcode(bytesOf(writePrint({ layers: 20 })), ORDINARY_PRINTER);
const context: ActionContext = {
  reading,
  steps: findSteps(reading.layers, reading.skirtMm2),
  writeFile: vi.fn(),
  showKeys: vi.fn(),
};

const layer = () => useViewStore.getState().layer;
const swaps = () =>
  usePlanStore.getState().plan?.swaps.map((swap) => `${swap.layer}${swap.letter}`);
const can = (id: string) => planAction(id).when?.(context) ?? true;
const run = (...ids: string[]) => {
  for (const id of ids) if (can(id)) planAction(id).run(context);
};

describe('plan actions', () => {
  beforeEach(() => {
    openPlan(emptyPlan('ef'.repeat(32)));
    openView(reading.layers.length);
  });

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
    expect(usePlanStore.getState().plan?.firstLetter).toBe('C');
    expect(can('filament-9')).toBe(false);
  });

  it('undo, redo, and write only a plan with swaps', () => {
    expect([can('undo'), can('redo'), can('write-file')]).toEqual([false, false, false]);
    showLayer(11);
    run('add-swap', 'write-file', 'undo');
    expect(context.writeFile).toHaveBeenCalledOnce();
    expect(swaps()).toEqual([]);
    run('redo');
    expect(swaps()).toEqual(['11B']);
  });

  it('are known by their ids, and need an open plan', () => {
    expect(() => planAction('fly')).toThrow(/No action fly/);
    closePlan();
    expect([can('add-swap'), can('write-file'), can('filament-1')]).toEqual([false, false, false]);
  });
});
