import { describe, expect, it } from 'vitest';
import { bytesOf, textOf } from '../../../../tests/support/printFiles';
import { partsFaults } from '../../../../tests/support/oracles/partsOracle';
import { partsPrint } from '../../../../tests/support/partsPrints';
import { writeParts } from '../../../../tests/support/partsWritten';
import { broken, proveWritten } from '../../../../tests/support/written';
import { sourceOf } from '../../byteSource';
import { ORDERS } from '../../order/ordering';
import { findParts } from '../../write/request/partsRequest';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { readGcode } from '../../read/reader';
import { layerPaths, placeOfSection } from '../../geometry/paths';
import { foundParts, stretchOfSections } from '../parts';

const FILAMENTS = ['Peat black', 'Bone white', 'Reed green'];
const TURNS = (layer: number): number[] => (layer % 2 === 0 ? [2, 1, 0] : [0, 1, 2]);

async function partsOf(text: string) {
  const input = bytesOf(text);
  const reading = readGcode(input, ORDINARY_PROFILE);
  const found = await findParts(sourceOf(input), reading, ORDINARY_PROFILE);
  return { reading, ...found, keys: foundParts(reading, found.stretches) };
}

describe('parts of a file that stops at every change', () => {
  it.each(['M600', 'M0 Next colour', 'PAUSE'] as const)(
    'are found by their shapes, whatever their order in a layer, with %s',
    async (word) => {
      const { keys, replaced } = await partsOf(partsPrint({ word, tools: TURNS, gap: 1 }));
      // Two layers meet in one part without a stop between.
      expect(replaced).toHaveLength(8);
      const [a, b, c] = ['P1', 'P2', 'P3'];
      expect(keys).toEqual([a, b, c, c, b, a, a, b, c, c, b, a]);
    },
  );

  it('are named on the sheet, in the middle of the longest line of each', async () => {
    const text = partsPrint({ word: 'M600', tools: TURNS });
    const { reading, stretches } = await partsOf(text);
    const [layer] = reading.layers;
    const own = reading.sections.filter((section) => section.layer === 1);
    const paths = layerPaths(
      bytesOf(text).subarray(layer.firstOffset, layer.endOffset),
      layer,
      own.map(({ endOffset }) => endOffset),
      1.75,
    );
    const places = own.map((_, i) => placeOfSection(paths, i)!);
    // The patches lie from left to right, and the file prints them so in this layer.
    expect(places.map(({ x }) => x)).toEqual(places.map(({ x }) => x).sort((a, b) => a - b));
    expect(placeOfSection(paths, own.length)).toBeNull();
    const behind = stretchOfSections(reading, stretches).slice(0, own.length);
    expect(behind.map((one) => one?.part ?? 'first')).toEqual(['first', 'P2', 'P3']);
    expect(own.map(({ firstLine }, i) => firstLine > (behind[i]?.line ?? 0))).toEqual(
      own.map(() => true),
    );
  });

  it.each(ORDERS)('are printed %s, each line in its filament', async (order) => {
    const text = partsPrint({ word: 'M600', tools: TURNS, gap: 3 });
    const written = await writeParts(text, FILAMENTS, { order, dipMm: 1 });
    expect(broken(await proveWritten(written))).toEqual([]);
    const tools = partsPrint({ word: 'tool', tools: TURNS, gap: 3 });
    // The same print by tools says which filament each line has.
    expect(partsFaults(tools, textOf(written.output), FILAMENTS)).toEqual([]);
  });

  it('leave a stop that is no change of filament where it is', async () => {
    const magnets = 'M0 Put the magnets in';
    const text = partsPrint({ word: 'M600', tools: TURNS, before: new Map([[3, magnets]]) });
    const { replaced } = await partsOf(text);
    expect(replaced.every(({ command }) => command === 'M600')).toBe(true);
    const { output, request } = await writeParts(text, FILAMENTS, {
      order: 'colour-by-colour',
      dipMm: 5,
    });
    const lines = textOf(output).split('\n');
    const at = lines.indexOf(magnets);
    expect(at).toBeGreaterThan(0);
    const printed = (to: number): number =>
      lines.slice(0, to).filter((line) => /^G1 X.*E/.test(line)).length;
    const inInput = text.split('\n');
    const before = inInput.slice(0, inInput.indexOf(magnets));
    expect(printed(at)).toBe(before.filter((line) => /^G1 X.*E/.test(line)).length);
    expect(request.arrangement.visits.length - 1).toBeGreaterThan(2);
  });

  it('are none where one stop alone stands inside a layer, unless it says what it is', async () => {
    const once = (word: string) =>
      partsPrint({
        word: word as 'M600',
        layers: 3,
        tools: (layer) => (layer === 2 ? [0, 1] : [layer === 3 ? 1 : 0]),
      });
    expect((await partsOf(once('M0 Put the magnets in'))).stretches).toEqual([]);
    expect((await partsOf(once('M600'))).stretches).toHaveLength(1);
  });
});
