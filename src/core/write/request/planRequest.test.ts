import { describe, expect, it } from 'vitest';
import { swapsOf } from '../../plan/arrangement';
import type { OutputRequest } from './request';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { layerNumber } from '../../layers';
import { readGcode } from '../../read/reader';
import { EXAMPLE_PRINTERS } from '../../printer/examples';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { plainRecipe, recipeFor } from '../../recipe/recipe';
import { NO_SETTINGS } from '../../recipe/settings';
import { emptyPlan } from '../../plan/jobPlan';
import { withSwap, withWishes } from '../../plan/edits/partEdits';
import { requestOfPlan } from './planRequest';

const text = writePrint({ layers: 8 }).replace('; layer 1\n', 'M600\n; layer 1\n');
const reading = readGcode(bytesOf(text), ORDINARY_PROFILE);
const n = layerNumber;
const plan = withSwap(withSwap(emptyPlan('ab'.repeat(32)), n(3)), n(6));
const third = { part: 'all', from: n(3) };
const swapsIn = ({ arrangement }: OutputRequest) => swapsOf(reading, arrangement);

describe('requestOfPlan', () => {
  it('asks for the swaps by letter and name, in the printer’s way', () => {
    const order = requestOfPlan(plan, reading, EXAMPLE_PRINTERS[1]);
    expect(swapsIn(order)).toMatchObject([
      { layer: 3, filament: 'B Bone white', settings: NO_SETTINGS, purge: 142 },
      { layer: 6, filament: 'C Reed green', settings: NO_SETTINGS, purge: 47 },
    ]);
    expect(order).toMatchObject({
      recipe: recipeFor(EXAMPLE_PRINTERS[1]),
      stopAt: 'restart',
      takeOut: [],
      loadFirst: null,
    });
  });

  it('takes the plan’s own recipe before the printer’s', () => {
    const recipe = plainRecipe('pause-command', 'M25');
    expect(requestOfPlan({ ...plan, recipe }, reading, ORDINARY_PROFILE).recipe).toEqual(recipe);
  });

  it('puts wishes on the swap that the extra layer moves', () => {
    const settings = { ...NO_SETTINGS, fan: 30 };
    const wished = withWishes({ ...plan, extraLayer: true }, third, { settings, purge: 80 });
    const [first, second] = swapsIn(requestOfPlan(wished, reading, ORDINARY_PROFILE));
    expect(first).toMatchObject({ layer: 4, settings, purge: 80 });
    expect(second).toMatchObject({ layer: 7, settings: NO_SETTINGS, purge: 47 });
    const undone = withWishes(wished, third, {});
    expect(undone.parts[0].swaps[0]).toEqual({ layer: 3, letter: 'B' });
  });

  it('purges by the pair, unless the recipe or the person says how much', () => {
    const purges = [{ from: 'A', to: 'B', mm: 88 }];
    const purgeOf = (given: Partial<typeof plan>) =>
      swapsIn(requestOfPlan({ ...plan, ...given }, reading, ORDINARY_PROFILE)).map(
        ({ purge }) => purge,
      );
    expect(purgeOf({ purges })).toEqual([88, 47]);
    const recipe = { ...plainRecipe('spelled-out'), purge: 30 };
    expect(purgeOf({ purges, recipe })).toEqual([30, 30]);
  });

  it('names the stops to take out, and the filament to ask for', () => {
    const [stop] = reading.stops;
    const asked = { ...plan, takenOut: [stop.line], loadFirst: true };
    const order = requestOfPlan(asked, reading, ORDINARY_PROFILE);
    expect(order.takeOut).toEqual([stop]);
    expect(order.loadFirst).toBe('A Peat black');
  });
});
