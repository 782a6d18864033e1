import { describe, expect, it } from 'vitest';
import { withMain } from '../../../../tests/support/plans';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { layerNumber } from '../../layers';
import { readGcode } from '../../read/reader';
import { analysePrint } from '../../print/analysis';
import { ORDINARY_PRINTER } from '../../motion/limits';
import { bandsOf, shownByLayers } from './bands';
import { emptyPlan, type JobPlan } from '../jobPlan';
import { gatherNotes } from './gatherNotes';
import { planNotes } from './notes';

const n = layerNumber;
const reading = readGcode(bytesOf(writePrint({ layers: 20 })), ORDINARY_PRINTER);
const { layers } = reading;
const { surface, steps } = analysePrint(reading);

function planWith(...swaps: [number, string][]): JobPlan {
  return withMain(emptyPlan('ab'.repeat(32)), {
    swaps: swaps.map(([layer, letter]) => ({ layer: n(layer), letter })),
  });
}

function notesOf(plan: JobPlan, widths: ReadonlyMap<number, number> = new Map()) {
  const bands = bandsOf(plan, { reading, shown: shownByLayers(surface), filamentDiameter: 1.75 });
  return planNotes({ plan, bands, layers, steps, widths });
}

const codes = (plan: JobPlan) => notesOf(plan).map(({ code }) => code);

describe('notes on a plan', () => {
  it('have nothing to say of thick bands that are seen', () => {
    expect(notesOf(planWith([11, 'B']))).toEqual([]);
    expect(notesOf(planWith())).toEqual([]);
  });

  it.each([
    ['thin-band', planWith([19, 'B'])],
    ['one-layer-band', planWith([10, 'B'], [11, 'A'])],
    ['unseen-band', planWith([4, 'B'], [8, 'A'])],
    ['same-filament', planWith([11, 'A'])],
    ['last-layer', planWith([20, 'B'])],
    ['after-the-end', planWith([11, 'B'], [44, 'C'])],
    ['two-swaps-on-a-layer', planWith([11, 'B'], [11, 'C'])],
  ] as const)('tell of %s, and the fix mends it', (code, plan) => {
    const note = notesOf(plan).find((one) => one.code === code);
    expect(note?.fix).not.toBeNull();
    expect(codes(note!.fix!.edit(plan))).not.toContain(code);
  });

  it('say how thin, over what, and how much would do', () => {
    const [note] = notesOf(planWith([19, 'B']));
    expect(note.sentence).toBe(
      '0.40 mm of Bone white: Peat black below shows through; about 0.80 mm hides it.',
    );
    expect(note.fix?.label).toBe('Start this band earlier, before layer 17');
  });

  it('let a thin band go on higher when that moves no step', () => {
    const [note] = notesOf(planWith([11, 'B'], [12, 'A'])).filter((one) => one.band === 11);
    expect(note.code).toBe('one-layer-band');
    const [thin] = notesOf(planWith([9, 'B'], [11, 'A']));
    expect(thin.code).toBe('thin-band');
    expect(thin.fix?.label).toMatch(/Start this band earlier, before layer 7/);
  });

  it('do not mind a thin band over a colour that looks alike', () => {
    const plan = planWith([19, 'B']);
    const palette = plan.palette.map((one) =>
      one.letter === 'A' ? { ...one, colour: '#eee6d2' } : one,
    );
    expect(codes({ ...plan, palette })).toEqual([]);
  });

  it('warn of features too narrow for the line, where they were measured', () => {
    const plan = planWith([11, 'B']);
    expect(notesOf(plan, new Map([[11, 0.3]]))[0].sentence).toMatch(/^0\.3 mm wide in places/);
    expect(notesOf(plan, new Map([[11, 1.2]]))).toEqual([]);
    expect(notesOf(plan, new Map([[1, 0.3]]))).toEqual([]);
  });
});

describe('notes of one kind', () => {
  const striped = planWith([5, 'B'], [6, 'A'], [11, 'C'], [12, 'A'], [16, 'B'], [17, 'A']);

  it('are one with their places, and one fix mends them all', () => {
    const groups = gatherNotes(notesOf(striped));
    const thin = groups.find(({ code }) => code === 'one-layer-band');
    expect(thin?.sentence).toBe('3 bands are one layer thin.');
    expect(thin?.notes.map(({ band }) => band)).toEqual([5, 11, 16]);
    expect(thin?.fix?.label).toBe('Fix all 3');
    expect(codes(thin!.fix!.edit(striped))).not.toContain('one-layer-band');
  });

  it('stay beside their band where they are alone, or make no band', () => {
    expect(gatherNotes(notesOf(planWith([10, 'B'], [11, 'A'])))).toEqual([]);
    expect(gatherNotes(notesOf(planWith([11, 'B'], [44, 'C'], [45, 'D'])))).toEqual([]);
  });

  it('have no common fix where one of them has none', () => {
    const widths = new Map([
      [5, 0.5],
      [11, 0.6],
    ]);
    const group = gatherNotes(notesOf(striped, widths)).find(
      (one) => one.code === 'narrow-feature',
    );
    expect(group).toMatchObject({ sentence: '2 bands are too narrow in places to print cleanly.' });
    expect(group?.fix).toBeNull();
  });
});
