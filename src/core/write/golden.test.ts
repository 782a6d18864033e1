import { createHash } from 'node:crypto';
import { expect, it } from 'vitest';
import { STATE_FILES } from '../../../tests/support/stateFiles';
import { writeSwaps } from '../../../tests/support/written';
import type { StopPlace } from '../plan/stopPlace';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { plainRecipe } from '../recipe/recipe';

const PLACES: readonly StopPlace[] = ['restart', 'before-travel'];
const SETTINGS = { nozzle: 215, fan: 40, flow: null, speed: 70 };

/** Made by the version before colours inside a layer: swaps between layers stay what they were. */
const DIGEST = 'e5e56b5ed6245a7200732c5e06128fd7e492e1af852a083830287ed3a294fea2';

it('swaps between layers are written to the last byte as they always were', async () => {
  const hash = createHash('sha256');
  for (const text of Object.values(STATE_FILES)) {
    for (const kind of RECIPE_KINDS) {
      for (const stopAt of PLACES) {
        for (const printer of EXAMPLE_PRINTERS.slice(0, 2)) {
          const recipe = { ...plainRecipe(kind), beeps: 2, message: true, scrub: true };
          const written = await writeSwaps(text, {
            layers: [3, 5],
            recipe: { ...recipe, warnings: [{ layersAhead: 1, tones: 2 }] },
            stopAt,
            printer,
            loadFirst: 'A Peat black',
            rewrite: ['fan', 'nozzle'],
            withSwap: (swap, i) => (i === 0 ? { ...swap, settings: SETTINGS } : swap),
          });
          hash.update(written.output);
        }
      }
    }
  }
  expect(hash.digest('hex')).toBe(DIGEST);
});
