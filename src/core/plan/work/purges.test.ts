import { describe, expect, it } from 'vitest';
import { plainRecipe } from '../../recipe/recipe';
import { pairPurge } from '../../filament/purgeTable';
import type { Band } from './bands';
import { emptyPlan } from '../jobPlan';
import { planPurges } from './purges';
import { STARTING_PALETTE } from '../../filament/palette';

const [A, B, C] = STARTING_PALETTE;
const printer = { filamentDiameter: 1.75 };
const plan = emptyPlan('ab'.repeat(32));
const bands = bandsWith(null);
/** Three bands, the last one with a purge of its own. */
function bandsWith(purge: number | null): readonly Band[] {
  const [first, second, third] = [A, B, C].map((filament) => ({ filament, purge: null }));
  return [first, second, { ...third, purge }] as unknown as readonly Band[];
}
const spools = new Map();
const byPair = (from: typeof A, to: typeof A) =>
  pairPurge(from, to, { own: [], spools, filamentDiameter: 1.75 });

describe('what the swaps of a plan purge', () => {
  it('is what the pair of colours needs', () => {
    const recipe = plainRecipe('change-command');
    expect(planPurges(bands, { plan, recipe, printer, spools })).toEqual([
      byPair(A, B),
      byPair(B, C),
    ]);
  });

  it('is what the recipe says where it moves the filament itself, and what the swap says first', () => {
    const lengths = (kind: 'spelled-out' | 'pause-command') =>
      planPurges(bandsWith(12), {
        plan,
        recipe: { ...plainRecipe(kind), purge: 30 },
        printer,
        spools,
      }).map(({ mm }) => mm);
    expect(lengths('spelled-out')).toEqual([30, 12]);
    expect(lengths('pause-command')).toEqual([byPair(A, B).mm, 12]);
    const [fixed] = planPurges(bands, {
      plan,
      recipe: { ...plainRecipe('spelled-out'), purge: 30 },
      printer,
      spools,
    });
    expect(fixed).toMatchObject({ mm3: expect.closeTo(72.2, 0), grams: expect.closeTo(0.09, 1) });
  });
});
