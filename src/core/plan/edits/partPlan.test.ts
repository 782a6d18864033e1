import { describe, expect, it } from 'vitest';
import { withMain } from '../../../../tests/support/plans';
import { bytesOf } from '../../../../tests/support/printFiles';
import { partsPrint } from '../../../../tests/support/partsPrints';
import { layerNumber } from '../../layers';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { readGcode } from '../../read/reader';
import { emptyPlan } from '../jobPlan';
import { parseJobPlan } from '../file/planSchema';
import { anchorsOf, movedPlan, moveSwaps } from './reslice';
import { bandsOf, shownBySections } from '../work/bands';
import { sharesByLayer } from '../work/layerShares';
import { withLetterOf, withoutSwap, withSwap } from './partEdits';
import { withFoundParts, withLayerOrder, withStretches } from './partPlan';
import { givenOrders, sectionWishes } from '../wishes';

const reading = readGcode(bytesOf(partsPrint({ tools: () => [0, 1, 2] })), ORDINARY_PROFILE);
const fingerprint = 'ab'.repeat(32);
const begun = emptyPlan(fingerprint, 'B');
const plan = withFoundParts(begun, reading, []);
const n = layerNumber;

describe('a plan of parts side by side', () => {
  it('begins with a filament of its own for each, in the order of the palette', () => {
    expect(plan.parts.map(({ key, firstLetter }) => `${key} ${firstLetter}`)).toEqual([
      'T0 B',
      'T1 C',
      'T2 D',
    ]);
    const swapped = withMain(begun, { swaps: [{ layer: n(2), letter: 'A' }] });
    expect(withFoundParts(swapped, reading, [])).toBe(swapped);
    expect(withFoundParts(plan, reading, [])).toBe(plan);
  });

  it('gives a part swaps by layer of its own', () => {
    const swapped = withSwap(plan, n(3), 'T1');
    const letters = sectionWishes(swapped, reading).map(({ letter }) => letter);
    expect(letters).toEqual([...'BCDBCD', ...'BADBAD']);
    const other = withLetterOf(swapped, { part: 'T1', from: n(3) }, 'E');
    expect(sectionWishes(other, reading)[7].letter).toBe('E');
    expect(withoutSwap(other, n(3), 'T1')).toEqual(plan);
    expect(withSwap(plan, n(1), 'T1').parts[1].swaps).toEqual([]);
    const later = sectionWishes({ ...swapped, extraLayer: true }, reading);
    expect(later.map(({ letter }) => letter).join('')).toBe('BCDBCDBCDBAD');
  });

  it('lays down the order of a layer, and gives it free again', () => {
    const laid = withLayerOrder(plan, n(2), ['T2', 'T0', 'T1']);
    expect(givenOrders(laid, reading)).toEqual(new Map([[2, [5, 3, 4]]]));
    expect(withLayerOrder(laid, n(2), null)).toEqual(plan);
  });

  it('keeps what a part has when the person says which is which', () => {
    const stretches = [
      { line: 40, part: 'P2' },
      { line: 70, part: 'P1' },
    ];
    const found = withStretches(begun, reading, stretches);
    expect(found.parts.map(({ key }) => key)).toEqual(['P1', 'P2']);
    const chosen = withLetterOf(found, { part: 'P2', from: null }, 'E');
    const again = withStretches(chosen, reading, [...stretches, { line: 90, part: 'P3' }]);
    expect(again.parts.map(({ firstLetter }) => firstLetter)).toEqual(['B', 'E', 'C']);
    expect(withStretches(chosen, reading, [])).toMatchObject({ stretches: [] });
  });

  it('is made of bands from load to load, and its layers are shared by their filament', () => {
    const wishes = sectionWishes(plan, reading);
    const order = [0, 1, 2, 5, 4, 3, 6, 7, 8, 9, 10, 11];
    const shown = shownBySections(null);
    const bands = bandsOf(plan, { reading, wishes, order, shown, filamentDiameter: 1.75 });
    expect(bands.map(({ filament }) => filament.letter).join('')).toBe('BCDCBCDBCD');
    expect(bands[2]).toMatchObject({ first: 1, last: 2, sections: [2, 5] });
    const whole = bands.reduce((sum, { seconds }) => sum + seconds, 0);
    expect(whole).toBeCloseTo(
      reading.sections.reduce((sum, { seconds }) => sum + seconds, 0),
      6,
    );
    const shares = sharesByLayer({ reading, plan, wishes }).get(1) ?? [];
    expect(shares.map(({ filament }) => filament.letter)).toEqual(['B', 'C', 'D']);
    expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });

  it('moves to a new slice part by part, and is told which stop leads where again', () => {
    const stops = [{ line: 40, part: 'P2' }];
    const begun2 = withSwap(withStretches(begun, reading, stops), n(3), 'P2');
    const old = withLayerOrder(withLayerOrder(begun2, n(1), ['P2', 'P1']), n(3), ['P2', 'P1']);
    const print = { layers: reading.layers, steps: [] };
    const anchors = anchorsOf(old, print);
    expect(anchors).toMatchObject([{ layer: 3, part: 'P2' }]);
    const moved = moveSwaps(anchors, 0, print, 0.5);
    expect(moved[0].sentence).toMatch(/^part P2, before 3 at 0.40 mm → before 2/);
    const plan2 = movedPlan(
      old,
      'cd'.repeat(32),
      anchors,
      moved.map(({ to }) => to),
    );
    expect(plan2.parts[1].swaps).toMatchObject([{ layer: 2 }]);
    expect(plan2.stretches).toEqual([]);
    expect(plan2.layerOrders.map(({ layer }) => layer)).toEqual([1]);
    const again = withFoundParts(plan2, reading, [{ line: 77, part: 'P2' }]);
    expect(again.parts).toEqual(plan2.parts);
    expect(again.stretches).toEqual([{ line: 77, part: 'P2' }]);
  });

  it('is read back as it was stored, and a plan from before has no parts', () => {
    const stored = withLayerOrder(withSwap(plan, n(3), 'T1'), n(2), ['T2', 'T0', 'T1']);
    expect(parseJobPlan(JSON.parse(JSON.stringify(stored)))).toEqual({ ok: true, value: stored });
    const { parts, order, dipMm, layerOrders, stretches, ...others } = begun;
    const { withoutPurgeBlock: _w, ...before } = others;
    const [{ firstLetter, swaps }] = parts;
    const fifth = { ...before, version: 5, firstLetter, swaps };
    expect(parseJobPlan(fifth)).toEqual({ ok: true, value: begun });
    expect([order, dipMm, layerOrders, stretches]).toEqual(['as-sliced', 0.6, [], []]);
    const odd = { ...stored, parts: [{ key: 'T0', firstLetter: 'Q', swaps: [] }] };
    expect(parseJobPlan(odd)).toMatchObject({ refusal: { code: 'bad-plan' } });
  });
});
