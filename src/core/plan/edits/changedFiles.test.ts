import { describe, expect, it } from 'vitest';
import { boxPrint, type BoxStyle } from '../../../../tests/support/boxPrints';
import { joinTexts } from '../../../../tests/support/joinWritten';
import { bytesOf } from '../../../../tests/support/printFiles';
import { layerNumber } from '../../layers';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { readGcode } from '../../read/reader';
import type { SlicedFile } from '../../read/slicedFile';
import { withChangedFiles, withPartsOfFiles } from './changedFiles';
import { emptyPlan, type JobPlan } from '../jobPlan';
import { withSwap } from './partEdits';
import { withFoundParts, withLayerOrder } from './partPlan';
import { sectionWishes } from '../wishes';

async function readTogether(boxes: readonly Partial<BoxStyle>[]): Promise<SlicedFile> {
  if (boxes.length === 1) return readGcode(bytesOf(boxPrint(boxes[0])), ORDINARY_PROFILE);
  const joined = await joinTexts(boxes.map((box) => boxPrint(box)));
  if (!joined.ok) throw new Error(joined.refusal.message);
  return joined.value.reading;
}

const [ONE, TWO, THREE] = [40, 60, 80].map((x): Partial<BoxStyle> => ({ x, layers: 4 }));
const before = await readTogether([ONE, TWO, THREE]);
const n = layerNumber;
const plan = withLayerOrder(
  withSwap(withFoundParts(emptyPlan('ab'.repeat(32)), before, []), n(3), '3'),
  n(1),
  ['3', '1', '2'],
);

/** What each file prints in, layer by layer: the third file in C and from layer 3 on in the next filament. */
function letters(made: JobPlan, after: SlicedFile): string[] {
  const wishes = sectionWishes(made, after);
  return after.sources.map(({ firstSection, endSection }) =>
    wishes
      .slice(firstSection, endSection)
      .map(({ letter }) => letter)
      .join(''),
  );
}

async function changed(boxes: readonly Partial<BoxStyle>[], from: readonly (number | null)[]) {
  const after = await readTogether(boxes);
  const made = withPartsOfFiles(withChangedFiles(plan, from, before, after), after);
  return { made, letters: letters(made, after) };
}

describe('a plan whose print has other files', () => {
  it('keeps each file’s filaments and swaps wherever the file goes', async () => {
    const old = letters(plan, before);
    expect(old.map((one) => one.slice(0, 2))).toEqual(['AA', 'BB', 'CC']);
    expect(old[2]).toMatch(/^CC([^C])\1$/);
    const turned = await changed([THREE, ONE, TWO], [2, 0, 1]);
    expect(turned.letters).toEqual([old[2], old[0], old[1]]);
    expect(turned.made.layerOrders).toEqual([{ layer: 1, parts: ['1', '2', '3'] }]);
    const fewer = await changed([ONE, THREE], [0, 2]);
    expect(fewer.letters).toEqual([old[0], old[2]]);
    expect(fewer.made.layerOrders).toEqual([{ layer: 1, parts: ['2', '1'] }]);
  });

  it('gives a new file a filament of its own, and a file in the place of another that one’s', async () => {
    const more = await changed([ONE, TWO, THREE, { x: 100, layers: 4 }], [0, 1, 2, null]);
    const old = letters(plan, before);
    expect(more.letters.slice(0, 3)).toEqual(old);
    expect(new Set(['A', 'B', 'C']).has(more.letters[3][0])).toBe(false);
    const other = await changed([{ x: 100, layers: 4 }, TWO, THREE], [0, 1, 2]);
    expect(other.letters).toEqual(old);
  });

  it('becomes a plain one for one file, and one of parts for a plain one', async () => {
    const { made } = await changed([THREE], [2]);
    const { swaps } = plan.parts[2];
    const parts = [{ key: 'all', firstLetter: 'C', swaps }];
    expect(made).toMatchObject({ parts, layerOrders: [] });
    const single = await readTogether([THREE]);
    const after = await readTogether([ONE, THREE]);
    const back = withPartsOfFiles(withChangedFiles(made, [null, 0], single, after), after);
    expect(letters(back, after)[1]).toBe(letters(plan, before)[2]);
    const perFile = { ...plan, delivery: 'file-per-source' as const };
    expect(withChangedFiles(perFile, [0], before, single).delivery).toBe('one-file');
  });
});
