import fc from 'fast-check';
import { printedSections } from '../plan/arrangement';
import { describe, expect, it } from 'vitest';
import { bytesOf, textOf } from '../../../tests/support/printFiles';
import { runParts, partsFaults } from '../../../tests/support/oracles/partsOracle';
import { PLAIN_SIDES, partsPrint } from '../../../tests/support/partsPrints';
import { writeParts } from '../../../tests/support/partsWritten';
import { broken, proveWritten } from '../../../tests/support/written';
import { purgeSections } from '../order/purgeBlock';
import { ORDINARY_PROFILE } from '../printer/printer';
import { readGcode } from '../read/reader';
import { ORDERS } from '../order/ordering';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { plainRecipe } from '../recipe/recipe';

const FILAMENTS = ['Peat black', 'Bone white', 'Reed green', 'Ochre'];

const faultsOf = (text: string, output: Uint8Array, kind: string): string[] =>
  partsFaults(text, textOf(output), FILAMENTS, { tools: true, scripts: kind === 'host-scripts' });

const arbitraryTools = fc.array(fc.shuffledSubarray([0, 1, 2, 3], { minLength: 1, maxLength: 4 }), {
  minLength: 3,
  maxLength: 5,
});

const arbitraryParts = fc.record({
  tools: arbitraryTools,
  relativeE: fc.boolean(),
  retract: fc.constantFrom(0, 0.8, 4),
  hop: fc.constantFrom(0, 0.4),
  change: fc.constantFrom('before', 'after', 'both', 'none'),
  ownHeat: fc.boolean(),
  ownLimits: fc.boolean(),
  gap: fc.constantFrom(0.1, 1, 3),
});

describe('colours inside of layers', () => {
  describe.each(ORDERS)('%s', (order) => {
    it.each(RECIPE_KINDS.filter((kind) => kind !== 'beep-only'))(
      'are written and proven with a swap of the kind %s',
      async (kind) => {
        const text = partsPrint();
        const written = await writeParts(text, FILAMENTS, {
          order,
          dipMm: 1,
          recipe: plainRecipe(kind),
        });
        expect(broken(await proveWritten(written))).toEqual([]);
        expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
        expect(faultsOf(text, written.output, kind)).toEqual([]);
      },
    );

    it('print what the file prints, each line in its filament, however it is written', async () => {
      await fc.assert(
        fc.asyncProperty(
          arbitraryParts,
          fc.constantFrom(...RECIPE_KINDS.filter((kind) => kind !== 'beep-only')),
          fc.constantFrom(0, 0.25, 2),
          async ({ tools, ...style }, kind, dipMm) => {
            const text = partsPrint({
              ...style,
              layers: tools.length,
              tools: (layer) => tools[layer - 1],
            });
            const recipe = plainRecipe(kind);
            const written = await writeParts(text, FILAMENTS, { order, dipMm, recipe });
            expect(broken(await proveWritten(written))).toEqual([]);
            expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
            expect(faultsOf(text, written.output, kind)).toEqual([]);
          },
        ),
        { seed: 1309, numRuns: 14 },
      );
    });
  });

  it('count as often as the design says: three filaments in each of five layers', async () => {
    const text = partsPrint({ layers: 5, tools: (n) => [0, 1, 2].map((t) => (t + n) % 3) });
    const counts = [];
    for (const order of ORDERS) {
      const { request } = await writeParts(text, FILAMENTS, { order, dipMm: 1 });
      counts.push(request.arrangement.visits.length - 1);
    }
    expect(counts).toEqual([14 - 0, 10, 2]);
  });

  it('are refused in another order where the file moves its origin', async () => {
    const text = partsPrint({ before: new Map([[3, 'G92 X50']]) });
    await expect(writeParts(text, FILAMENTS, { order: 'fewest-swaps' })).rejects.toThrow(/G92/);
    const steps = partsPrint({ before: new Map([[3, 'M92 X81']]) });
    await expect(writeParts(steps, FILAMENTS, { order: 'fewest-swaps' })).rejects.toThrow(
      /motor steps/,
    );
  });

  it('leave what may act unseen in its place', async () => {
    const text = partsPrint({
      tools: () => [0, 1, 2],
      before: new Map([[3, 'PARK_AND_PURGE']]),
    });
    const { request, output } = await writeParts(text, FILAMENTS, {
      order: 'colour-by-colour',
      dipMm: 5,
    });
    const sections = printedSections(request.arrangement).map(({ section }) => section);
    // The last of layer 2 leads to the first of layer 3.
    const at = sections.indexOf(6);
    expect(sections[at - 1]).toBe(5);
    expect(new Set(sections.slice(0, at))).toEqual(new Set([0, 1, 2, 3, 4, 5]));
    expect(partsFaults(text, textOf(output), FILAMENTS)).toEqual([]);
  });

  describe('with a purge block beside the part', () => {
    const tower = (layer: number): string => {
      const z = (0.2 * layer + 0.07).toFixed(2);
      return `G0 X100 Y40 Z${z}\nG1 X104 E0.3\nG1 Y44 E0.3\nG1 X100 E0.3\nG0 Z${(0.2 * layer).toFixed(2)}`;
    };
    const text = partsPrint({
      layers: 6,
      tools: () => [0, 1, 2],
      relativeE: true,
      retract: 0,
      before: new Map([1, 2, 3, 4, 5, 6].map((layer) => [layer, tower(layer)])),
    });

    it.each(ORDERS)('leave it out when that is asked for, %s', async (order) => {
      const asked = { order, dipMm: 1, withoutBlock: true };
      const written = await writeParts(text, FILAMENTS, asked);
      expect(written.request.arrangement.leftOut.length).toBeGreaterThan(3);
      expect(broken(await proveWritten(written))).toEqual([]);
      expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
      // What is not printed is the block, and nothing else.
      const faults = partsFaults(text, textOf(written.output), FILAMENTS);
      expect(faults.filter((fault) => !/not printed|instead of \d+$/.test(fault))).toEqual([]);
      const run = runParts(textOf(written.output), 'Peat black', null);
      const whole = runParts(text, 'Peat black', (tool) => FILAMENTS[tool]);
      const parts = whole.lines.filter(({ x0 }) => x0 < 90);
      expect(run.lines.filter(({ x0 }) => x0 < 90)).toHaveLength(parts.length);
      expect(run.lines.length).toBeLessThan(whole.lines.length);
    });

    it('never takes the part for the block, whichever comes first in a layer', () => {
      const reading = readGcode(bytesOf(text), ORDINARY_PROFILE);
      const block = purgeSections(reading).map((section) => reading.sections[section]);
      expect(block.map(({ z }) => z.toFixed(2))).toEqual(
        [1, 2, 3, 4, 5, 6].map((layer) => (0.2 * layer + 0.07).toFixed(2)),
      );
      const alone = readGcode(bytesOf(partsPrint()), ORDINARY_PROFILE);
      expect(purgeSections(alone)).toEqual([]);
    });

    it('is not proven when more is left out, or when nobody says so', async () => {
      const asked = { order: 'fewest-swaps', withoutBlock: true } as const;
      const written = await writeParts(text, FILAMENTS, asked);
      const silent = textOf(written.output).replace(/^; lamella: left out .*\n/m, '');
      const proof = await proveWritten(written, bytesOf(silent), null);
      expect(broken(proof).some((words) => words.startsWith('1'))).toBe(true);
      const [, part] = written.reading.sections;
      const more = textOf(written.output).replace(
        /^(; lamella: left out \w+), bytes .*$/m,
        `$1, bytes ${part.restartOffset} to ${part.endOffset}`,
      );
      expect((await proveWritten(written, bytesOf(more), null)).ok).toBe(false);
    });
  });

  it('give the file back when its order stays, and say so when it does not', async () => {
    const { stripBlocks } = await import('../blocks/strip');
    const text = partsPrint();
    const sliced = await writeParts(text, FILAMENTS, { order: 'as-sliced' });
    const back = await stripBlocks(sliced.output);
    expect(back.ok && textOf(back.value)).toBe(text);
    const other = await writeParts(text, FILAMENTS, { order: 'fewest-swaps' });
    expect(await stripBlocks(other.output)).toMatchObject({ refusal: { code: 'reordered-file' } });
    expect(bytesOf(text).length).toBe(sliced.input.length);
    expect(PLAIN_SIDES.layers).toBe(4);
  });
});
