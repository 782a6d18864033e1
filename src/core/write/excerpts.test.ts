import { describe, expect, it } from 'vitest';
import { textOf, writePrint } from '../../../tests/support/printFiles';
import { STATE_FILES } from '../../../tests/support/stateFiles';
import { writeSwaps, type Written } from '../../../tests/support/written';
import { sourceOf } from '../byteSource';
import { emptyPlan } from '../plan/jobPlan';
import { withSwapsOf } from '../plan/edits/takeOver';
import { stateAt } from '../printer/stateAt';
import { SimulatedPrinter } from '../printer/simulate';
import { plainRecipe } from '../recipe/recipe';
import { NO_SETTINGS } from '../recipe/settings';
import { excerptsOf } from './excerpts';
import { outputName } from '../delivery/fileName';
import { findBlocks } from '../blocks/findBlocks';
import { dryRuns } from '../proof/dryRun';

const plan = emptyPlan('ab'.repeat(32));

describe('excerpts', () => {
  it('show each block at its line of the output, with the file’s lines round it', async () => {
    const text = writePrint({ layers: 8 }).replace('; layer 5\n', 'M0\n; layer 5\n');
    const written = await writeSwaps(text, {
      layers: [3, 6],
      takesOut: true,
      recipe: { ...plainRecipe('change-command'), warnings: [{ layersAhead: 1, tones: 1 }] },
    });
    const lines = textOf(written.output).split('\n');
    const excerpts = await excerptsOf(sourceOf(written.input), written.insertions);
    expect(excerpts.map(({ title }) => title?.kind ?? 'taken out')).toEqual([
      'warning',
      'swap',
      'warning',
      'taken out',
      'swap',
    ]);
    for (const { title, line, before, after, commands } of excerpts) {
      expect(lines.slice(line - 1 - before.length, line - 1)).toEqual(before);
      if (!title) {
        expect(lines[line - 1]).toBe(`; lamella: taken out: ${after[0]}`);
        continue;
      }
      const end = lines.indexOf(`; lamella: end ${title.kind} ${title.index}`, line);
      const says = /^; lamella: (does|sets|stops by) /;
      const block = lines.slice(line - 1, end + 1).filter((one) => !says.test(one));
      expect(block[0]).toMatch(/^; lamella: /);
      expect(block.slice(1, -1)).toEqual(commands.map(({ command }) => command));
      expect(block.at(-1)).toBe(`; lamella: end ${title.kind} ${title.index}`);
    }
  });
});

async function followed({ input, reading, request, insertions }: Written) {
  const [run] = await dryRuns(sourceOf(input), reading, request.printer, insertions);
  if (!run) throw new Error('no swap to follow');
  return run;
}

describe('the way round a swap', () => {
  it('begins and ends at its point, and knows where the head waits', async () => {
    const recipe = plainRecipe('spelled-out');
    const written = await writeSwaps(writePrint({ layers: 8 }), { layers: [4], recipe });
    const { route, trouble } = await followed(written);
    expect(trouble).toBeNull();
    expect(route).toMatchObject({
      layer: 4,
      stop: { x: 50, y: 50, z: 0.84 },
      newStart: { x: 50, y: 50 },
      park: { x: 5, y: 215 },
    });
    expect(route.oldEnd).toMatchObject({ y: 70, z: 0.64 });
    expect(route.moves.at(-1)).toMatchObject({ x: 50, y: 50, z: 0.84 });
  });

  it.each([
    ['G91', /does not restore everything: positioning/],
    ['M84', /switch the motors off/],
    ['M104 S0', /switches a heater off/],
    ['M25', /stops the printer 2 times/],
    ['G1 X60 Y60 Z0.3', /is not safe: it would pass/],
  ])('tells beforehand what is wrong with an own line: %s', async (line, words) => {
    const recipe = { ...plainRecipe('change-command'), after: [line] };
    const written = await writeSwaps(writePrint({ layers: 8 }), { layers: [4], recipe });
    expect((await followed(written)).trouble).toMatch(words);
  });

  it('has no place for waiting when the firmware chooses it', async () => {
    const written = await writeSwaps(writePrint(), { layers: [3] });
    const { route } = await followed(written);
    expect([route.park, route.moves]).toEqual([null, []]);
  });
});

describe('stateAt', () => {
  it.each(Object.entries(STATE_FILES))(
    'finds the state that the whole file leads to: %s',
    async (_name, text) => {
      const { input, reading } = await writeSwaps(text, { layers: [3] });
      const places = reading.layers.flatMap((layer) => [layer.travelOffset, layer.restartOffset]);
      const rising = [...new Set(places)].sort((a, b) => a - b);
      const whole = new SimulatedPrinter({ captureAt: rising, stopWords: [] });
      whole.push(input);
      whole.finish();
      for (const [i, offset] of rising.entries()) {
        const { filament: _f, ...found } = await stateAt(sourceOf(input), reading, offset);
        const { filament: _g, ...wanted } = whole.captured[i];
        for (const [field, value] of Object.entries(wanted)) {
          const got = found[field as keyof typeof found];
          if (typeof value === 'number') expect(got, field).toBeCloseTo(value, 6);
          else expect(got, field).toEqual(value);
        }
      }
    },
  );
});

describe('swaps of a file that Lamella wrote', () => {
  it('come back onto the plan, with what they set', async () => {
    const written = await writeSwaps(writePrint({ layers: 8 }), {
      layers: [3, 6],
      loadFirst: 'A Peat black',
      withSwap: (swap, i) => ({
        ...swap,
        filament: ['C Reed green', 'Something else'][i],
        settings: i === 0 ? { ...NO_SETTINGS, nozzle: 215 } : NO_SETTINGS,
      }),
    });
    const { blocks } = await findBlocks(sourceOf(written.output));
    expect(withSwapsOf(plan, blocks).parts[0].swaps).toEqual([
      { layer: 3, letter: 'C', settings: { ...NO_SETTINGS, nozzle: 215 } },
      { layer: 6, letter: 'C' },
    ]);
    expect(withSwapsOf(plan, [])).toBe(plan);
  });
});

describe('outputName', () => {
  const facts = {
    fileName: 'hide-plate-7.gcode.gz',
    letters: ['A', 'B', 'C'],
    swaps: 2,
    printer: 'Old bittern',
  };
  it.each([
    ['{job}-{swaps}', 'hide-plate-7-2-swaps.gcode'],
    ['{colours} {job}', 'ABC-hide-plate-7.gcode'],
    ['{printer}/{job}', 'old-bittern-hide-plate-7.gcode'],
    ['..{unknown}: ', 'hide-plate-7.gcode'],
    ['', 'hide-plate-7.gcode'],
    ['{job}'.repeat(20), `${'hide-plate-7'.repeat(20).slice(0, 100)}.gcode`],
  ])('makes a safe name of %j', (pattern, name) => {
    expect(outputName(pattern, facts)).toBe(name);
  });

  it('counts one swap as one', () => {
    expect(outputName('{swaps}', { ...facts, swaps: 1 })).toBe('1-swap.gcode');
  });
});
