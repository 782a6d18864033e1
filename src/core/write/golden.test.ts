import { createHash } from 'node:crypto';
import { expect, it } from 'vitest';
import { STATE_FILES } from '../../../tests/support/stateFiles';
import { textOf } from '../../../tests/support/printFiles';
import { writeSwaps } from '../../../tests/support/written';
import type { StopPlace } from '../plan/stopPlace';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { plainRecipe } from '../recipe/recipe';

const PLACES: readonly StopPlace[] = ['restart', 'before-travel'];
const SETTINGS = { nozzle: 215, fan: 40, flow: null, speed: 70 };

/** Made by the version before colours inside a layer: swaps between layers stay what they were. */
const DIGEST = '04fb1d69762f0785a7104859f57028b3a5beda941b260d22928012c1e4c1087a';

/** The same with every remark: what a person reads in the file changes on purpose only. */
const WHOLE_DIGEST = '8eb8b1bab94ebb0dc9f62d9a184093025e71c7154bb743b393fe7eeda97c3bfb';

/** The text without what only explains it: remarks behind commands, and what a block says it does. */
const withoutRemarks = (text: string): string =>
  text.replace(/^; lamella: does .*\n/gm, '').replace(/(?<=[^\s;]) *;.*$/gm, '');

it('swaps between layers are written as they always were, and to the last byte as of now', async () => {
  const hash = createHash('sha256');
  const whole = createHash('sha256');
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
          hash.update(withoutRemarks(textOf(written.output)));
          whole.update(written.output);
        }
      }
    }
  }
  expect(hash.digest('hex')).toBe(DIGEST);
  expect(whole.digest('hex')).toBe(WHOLE_DIGEST);
});
