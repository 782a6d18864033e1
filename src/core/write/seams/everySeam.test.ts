import { describe, expect, it } from 'vitest';
import { boxPrint, PLAIN_BOX } from '../../../../tests/support/boxPrints';
import { writeJoined } from '../../../../tests/support/joinWritten';
import { bytesOf, textOf } from '../../../../tests/support/printFiles';
import { partsPrint } from '../../../../tests/support/partsPrints';
import { writeParts } from '../../../../tests/support/partsWritten';
import { broken, proveWritten, writeSwaps, type Written } from '../../../../tests/support/written';
import { findBlocks } from '../../blocks/findBlocks';
import { cutsOf, writeOutputFiles } from '../../blocks/pieces';
import { sourceOf } from '../../byteSource';
import { ORDERS } from '../../order/ordering';
import { swapsOf, type Visit } from '../../plan/arrangement';
import { proveOutput } from '../../proof/proof';
import { readGcode } from '../../read/reader';
import { plainRecipe } from '../../recipe/recipe';
import { NO_SETTINGS, type BandSettings } from '../../recipe/settings';
import type { OutputRequest } from '../request/request';

const FILAMENTS = ['Peat black', 'Bone white', 'Reed green'];
const TOOLS = () => [0, 1, 2];

/** The same request with every visit of a filament changed. */
const withVisits =
  (change: (visit: Visit) => Visit) =>
  (request: OutputRequest): OutputRequest => {
    const { arrangement } = request;
    return { ...request, arrangement: { ...arrangement, visits: arrangement.visits.map(change) } };
  };

const inFilament = (filament: string, own: Partial<BandSettings>) =>
  withVisits((visit) =>
    visit.filament !== filament
      ? visit
      : {
          ...visit,
          sections: visit.sections.map((one) => ({ ...one, settings: { ...NO_SETTINGS, ...own } })),
        },
  );

async function holds(written: Written): Promise<void> {
  expect(broken(await proveWritten(written))).toEqual([]);
  expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
}

/** Lines of a text between two places that a pattern finds. */
const linesOf = (text: string, pattern: RegExp): string[] =>
  text.split('\n').filter((line) => pattern.test(line));

describe.each(ORDERS)('what a swap can have, %s', (order) => {
  const asked = { order, dipMm: 1 };

  it('is called for ahead, by layers and by minutes of what is printed before', async () => {
    const text = partsPrint({ tools: TOOLS, layers: 6 });
    const recipe = {
      ...plainRecipe('beep-only'),
      warnings: [
        { layersAhead: 2, tones: 1 },
        { minutesAhead: 0.4, tones: 3 },
      ],
    };
    const written = await writeParts(text, FILAMENTS, { ...asked, recipe });
    await holds(written);
    const { blocks } = await findBlocks(sourceOf(written.output));
    const warnings = blocks.filter(({ kind }) => kind === 'warning');
    expect(warnings.length).toBeGreaterThan(1);
    const output = textOf(written.output);
    const printed = (to: number): number => linesOf(output.slice(0, to), /^G1 X.* E/).length;
    for (const { start, filament } of warnings) {
      // A swap that it calls for comes behind it, and something is printed between the two.
      const swaps = blocks.filter((one) => one.kind === 'swap' && one.filament === filament);
      const between = swaps.map((swap) => printed(swap.start) - printed(start));
      expect(Math.max(...between)).toBeGreaterThan(3);
    }
    const [first] = warnings;
    const without = output.slice(0, first.start) + output.slice(first.end);
    const proof = await proveWritten(written, bytesOf(without));
    expect(broken(proof).join(' ')).toMatch(/^4: |is not as planned/);
  });

  it('sets what a part has of its own, and takes the place of what the file sets in it', async () => {
    const text = partsPrint({
      tools: TOOLS,
      settings: (layer, tool) => [[`M106 S${50 + layer}`], [`M106 S${80 + tool}`, 'M220 S90']],
    });
    const settings = { fan: 100, speed: 70 };
    const change = (request: OutputRequest): OutputRequest => ({
      ...inFilament('Bone white', settings)(request),
      rewrite: ['fan', 'speed'],
    });
    const written = await writeParts(text, FILAMENTS, { ...asked, change });
    await holds(written);
    // A printer of its own: what the fan and the speed are at each line of each filament.
    const fans = new Map<string, Set<string>>();
    let [filament, fan, speed] = [written.request.arrangement.visits[0].filament, '0', '100'];
    for (const line of textOf(written.output).split('\n')) {
      filament = /^; lamella: swap \d+ of \d+, \w+ layer \d+, (.*)$/.exec(line)?.[1] ?? filament;
      fan = /^M106 S([\d.]+)/.exec(line)?.[1] ?? fan;
      speed = /^M220 S([\d.]+)/.exec(line)?.[1] ?? speed;
      if (!/^G1 X.* E/.test(line)) continue;
      fans.set(filament, (fans.get(filament) ?? new Set()).add(`${fan} ${speed}`));
    }
    expect([...(fans.get('Bone white') ?? [])].every((one) => one.startsWith('255 '))).toBe(true);
    expect([...(fans.get('Peat black') ?? [])].some((one) => one.startsWith('255 '))).toBe(false);
    const replaced = (await findBlocks(sourceOf(written.output))).blocks.filter(
      ({ kind }) => kind === 'rewrite',
    );
    expect(replaced.length).toBeGreaterThan(4);
  });

  it('counts in the times left that the file shows', async () => {
    const plain = partsPrint({ tools: TOOLS, layers: 5 });
    // What is left at each block of the file, in minutes, by the reader of the plain file.
    const { sections } = readGcode(bytesOf(plain), writtenPrinter);
    const left = sections.map((_, i) =>
      sections.slice(i).reduce((sum, { seconds }) => sum + seconds, 0),
    );
    const text = partsPrint({
      tools: TOOLS,
      layers: 5,
      settings: (layer, tool) => [[`M73 P1 R${Math.round(left[(layer - 1) * 3 + tool] / 6)}`], []],
    });
    // A minute of the display is six seconds here, so that rounding does not hide anything.
    const change = (request: OutputRequest): OutputRequest => ({
      ...request,
      addToRemaining: request.arrangement.visits.slice(1).map(() => 3600),
    });
    const written = await writeParts(text, FILAMENTS, { ...asked, change });
    await holds(written);
    const swaps = swapsOf(written.reading, written.request.arrangement).length;
    const lines = linesOf(textOf(written.output), /^(M73|; lamella: swap )/);
    let to = swaps;
    for (const line of lines) {
      if (line.startsWith(';')) to--;
      const shown = /R(\d+)/.exec(line)?.[1];
      if (shown === undefined) continue;
      // An hour for each swap that is to come; the rest is the print itself, which is a minute or two.
      expect(Math.floor(Number(shown) / 60)).toBe(to);
    }
  });

  it('stops where the old colour ends, when that is asked for', async () => {
    const text = partsPrint({ tools: TOOLS, word: 'M600', layers: 3 });
    const change = (request: OutputRequest): OutputRequest => ({
      ...request,
      stopAt: 'before-travel',
    });
    await holds(await writeParts(text, FILAMENTS, { ...asked, change }));
  });
});

const writtenPrinter = (await writeParts(partsPrint(), FILAMENTS, { order: 'as-sliced' })).request
  .printer;

describe('a block that is not as planned fails the proof', () => {
  const recipe = {
    ...plainRecipe('spelled-out'),
    message: true,
    before: ['M400'],
    unload: 90,
    load: 80,
  };
  const other = (change: (request: OutputRequest) => OutputRequest) => change;
  const CHANGES: readonly (readonly [string, (request: OutputRequest) => OutputRequest])[] = [
    ['another purge', withVisits((visit) => ({ ...visit, purge: 120 }))],
    ['another temperature', inFilament('Bone white', { nozzle: 222 })],
    [
      'another filament',
      withVisits((v) => ({ ...v, filament: v.filament.replace('Bone', 'Done') })),
    ],
    ['another unloading', other((r) => ({ ...r, recipe: { ...r.recipe, unload: 60 } }))],
    ['another stop', other((r) => ({ ...r, recipe: { ...r.recipe, command: 'M25' } }))],
    ['no message', other((r) => ({ ...r, recipe: { ...r.recipe, message: false } }))],
    [
      'other lines of their own',
      other((r) => ({ ...r, recipe: { ...r.recipe, before: ['M114'] } })),
    ],
    [
      'another width of the display',
      other((r) => ({ ...r, printer: { ...r.printer, displayCharacters: 7 } })),
    ],
    [
      'warnings',
      other((r) => ({ ...r, recipe: { ...r.recipe, warnings: [{ layersAhead: 1, tones: 1 }] } })),
    ],
  ];
  const purge = withVisits((visit) => ({ ...visit, purge: 60 }));
  const prints: Readonly<Record<string, () => Promise<Written>>> = {
    'by height': () =>
      writeSwaps(boxPrint({ layers: 6 }), {
        layers: [3, 5],
        recipe,
        withSwap: (swap, i) => ({ ...swap, filament: FILAMENTS[i + 1], purge: 60 }),
      }),
    'side by side': () =>
      writeParts(partsPrint({ tools: TOOLS }), FILAMENTS, {
        ...{ order: 'colour-by-colour', dipMm: 1, recipe },
        change: purge,
      }),
    'layer by layer': () =>
      writeParts(partsPrint({ tools: TOOLS }), FILAMENTS, {
        order: 'fewest-swaps',
        recipe,
        change: purge,
      }),
    'several files': async () => {
      const boxes = [boxPrint(PLAIN_BOX), boxPrint({ x: 90, layers: 5 })];
      const done = await writeJoined(boxes, { order: 'fewest-swaps', recipe, change: purge });
      if (!done.ok) throw new Error(done.refusal.message);
      return done.value;
    },
  };

  it.each(Object.entries(prints))('%s', async (_name, write) => {
    const written = await write();
    await holds(written);
    for (const [what, change] of CHANGES) {
      const planned = change(written.request);
      const proof = await proveWritten(written, written.output, planned);
      expect(proof.ok, what).toBe(false);
    }
  });

  it('one file after another', async () => {
    const change = withVisits((visit) => ({ ...visit, purge: 60 }));
    const text = partsPrint({ tools: TOOLS, layers: 3 });
    const sides = await writeParts(text, FILAMENTS, { order: 'fewest-swaps', recipe, change });
    const { input, reading } = sides;
    const opens = (request: OutputRequest): OutputRequest => {
      let at = 0;
      const places = request.arrangement.visits.map(({ sections }) => (at += sections.length));
      return { ...request, arrangement: { ...request.arrangement, opens: places.slice(0, -1) } };
    };
    const again = await writeParts(text, FILAMENTS, {
      ...{ order: 'fewest-swaps', recipe },
      change: (request) => opens(change(request)),
    });
    const files = writeOutputFiles(input, again.insertions);
    expect(files.length).toBe(again.request.arrangement.visits.length);
    const prove = (planned: OutputRequest | null) =>
      proveOutput(sourceOf(input), sourceOf(again.output), {
        ...{ reading, planned, printer: again.request.printer, cuts: cutsOf(files) },
      });
    expect(broken(await prove(again.request))).toEqual([]);
    expect(broken(await prove(null))).toEqual([]);
    for (const [what, edit] of CHANGES.slice(0, 3)) {
      expect((await prove(edit(again.request))).ok, what).toBe(false);
    }
  });
});
