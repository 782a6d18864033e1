import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryStyle, textOf, writePrint } from '../../../tests/support/printFiles';
import { STATE_FILES } from '../../../tests/support/stateFiles';
import { broken, proveWritten, writeSwaps } from '../../../tests/support/written';
import type { StopPlace } from '../plan/stopPlace';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { plainRecipe, recipeFor, type Recipe } from '../recipe/recipe';
import { SETTING_NAMES } from '../recipe/settings';
import { stripBlocks } from '../blocks/strip';
import { runs } from '../../../tests/support/runs';

const PLACES: readonly StopPlace[] = ['restart', 'before-travel'];

describe.each(Object.entries(STATE_FILES))(
  'a swap that finds the printer so: %s',
  (_state, text) => {
    describe.each(RECIPE_KINDS)('%s', (kind) => {
      it.each(PLACES)('is proven at the place "%s"', async (stopAt) => {
        const recipe = plainRecipe(kind);
        const written = await writeSwaps(text, { layers: [3, 5], recipe, stopAt, loadFirst: 'A' });
        expect(broken(await proveWritten(written))).toEqual([]);
        expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
        const back = await stripBlocks(written.output);
        expect(back.ok && textOf(back.value)).toBe(text);
      });
    });
  },
);

const arbitraryRecipe: fc.Arbitrary<Recipe> = fc
  .record({
    kind: fc.constantFrom(...RECIPE_KINDS),
    retract: fc.constantFrom(null, 0, 0.5, 4),
    lift: fc.constantFrom(null, 5, 40),
    unload: fc.constantFrom(0, 100, 420),
    load: fc.constantFrom(0, 90, 430),
    purge: fc.constantFrom(0, 12.5, 130),
    standby: fc.constantFrom(null, 150),
    beeps: fc.integer({ min: 0, max: 3 }),
    message: fc.boolean(),
    scrub: fc.boolean(),
    scrubFirst: fc.boolean(),
    strokes: fc.integer({ min: 1, max: 9 }),
    releaseExtruder: fc.boolean(),
    resumeTemperature: fc.boolean(),
    warnings: fc.constantFrom([], [{ layersAhead: 1, tones: 2 }]),
    after: fc.constantFrom([], ['M117 Well done']),
  })
  .map((given) => {
    const plain = plainRecipe(given.kind);
    return { ...plain, ...given, beeps: Math.max(given.beeps, plain.beeps) };
  });

const arbitrarySettings = fc.record({
  nozzle: fc.constantFrom(null, 215),
  fan: fc.constantFrom(null, 40, 100),
  flow: fc.constantFrom(null, 96.5),
  speed: fc.constantFrom(null, 70),
});

describe('random files, recipes, places and bands', () => {
  it('are always proven, and give the input back', async () => {
    await fc.assert(
      fc.asyncProperty(
        arbitraryStyle,
        arbitraryRecipe,
        fc.constantFrom(...PLACES),
        fc.constantFrom(...EXAMPLE_PRINTERS.slice(0, 2)),
        fc.array(arbitrarySettings, { minLength: 2, maxLength: 2 }),
        fc.boolean(),
        async (style, recipe, stopAt, printer, settings, rewrite) => {
          fc.pre(style.layers > 3);
          const text = writePrint(style).replace(
            style.lowerCase ? 'g28' : 'G28',
            `M190 S60${style.ending}G28`,
          );
          const { namesMotors } = printer.firmware;
          const written = await writeSwaps(text, {
            layers: [2, 4],
            recipe: { ...recipe, releaseExtruder: recipe.releaseExtruder && namesMotors },
            stopAt,
            printer,
            rewrite: rewrite ? SETTING_NAMES : [],
            loadFirst: style.hop > 0 ? 'A Peat black' : null,
            withSwap: (swap, i) => ({ ...swap, settings: settings[i] }),
          });
          expect(broken(await proveWritten(written))).toEqual([]);
          expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
          const back = await stripBlocks(written.output);
          expect(back.ok && textOf(back.value)).toBe(text);
        },
      ),
      { seed: 211, numRuns: runs(120) },
    );
  });
});

describe('temperatures of the file inside a band with its own', () => {
  const text = writePrint({ layers: 8 })
    .replace('; layer 4\n', 'M104 S200\n; layer 4\n')
    .replace('; layer 6\n', 'M109 S200\n; layer 6\n');
  const asked = {
    layers: [3, 6],
    withSwap: <T extends { settings: object }>(swap: T, i: number): T => ({
      ...swap,
      settings: { ...swap.settings, nozzle: i === 0 ? 230 : null },
    }),
  };

  it('are replaced when asked to, and only there', async () => {
    const written = await writeSwaps(text, { ...asked, rewrite: ['nozzle'] });
    const lines = textOf(written.output).split('\n');
    const taken = lines.flatMap((line, i) => (/taken out: M10[49]/.test(line) ? [i] : []));
    expect(taken.map((i) => lines[i])).toEqual(['; lamella: taken out: M104 S200']);
    expect(lines.slice(taken[0] - 3, taken[0])).toEqual([
      '; lamella: sets nozzle 230',
      'M104 S230',
      '; lamella: end rewrite 1',
    ]);
    expect(broken(await proveWritten(written))).toEqual([]);
  });

  it('stay when not asked to', async () => {
    const written = await writeSwaps(text, asked);
    expect(textOf(written.output)).not.toMatch(/taken out/);
    expect(broken(await proveWritten(written))).toEqual([]);
  });
});

describe('a file that cannot be swapped in the way asked for', () => {
  it('is refused when the print leaves no room to lift', async () => {
    const printer = { ...recipePrinter(), volume: { x: 220, y: 220, z: 1 } };
    const asked = { layers: [5], recipe: recipeFor(printer), printer };
    await expect(writeSwaps(writePrint(), asked)).rejects.toThrow(/no room to lift/);
  });

  it('is refused when the head cannot reach the park place', async () => {
    const printer = { ...recipePrinter(), park: { x: 400, y: 0 } };
    const asked = { layers: [5], recipe: recipeFor(printer), printer };
    await expect(writeSwaps(writePrint(), asked)).rejects.toThrow(/cannot park at X 400/);
  });

  it('is refused when a band has its own temperature and the file none', async () => {
    const text = writePrint().replace('M104 S205\n', '');
    const withSwap = <T extends { settings: object }>(swap: T): T => ({
      ...swap,
      settings: { ...swap.settings, nozzle: 220 },
    });
    await expect(writeSwaps(text, { layers: [3], withSwap })).rejects.toThrow(
      /does not say how hot/,
    );
  });

  const recipePrinter = () => ({ ...EXAMPLE_PRINTERS[1], volume: { x: 200, y: 200, z: 180 } });
});
