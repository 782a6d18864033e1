import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holdsCells, packedCells, unpackedCells } from './packedCells';

/** Cells in areas, as pictures have them: some wide, some of a few cells, all 16 bits in use. */
const areas = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 0xffff }), fc.integer({ min: 1, max: 7 })), {
    maxLength: 60,
  })
  .map((all) => Uint16Array.from(all.flatMap(([cell, count]) => Array(count).fill(cell))));

describe('packed cells', () => {
  it('are the cells again, and hardly more of them where no two are alike', () => {
    fc.assert(
      fc.property(areas, (cells) => {
        const packed = packedCells(cells);
        expect(unpackedCells(packed, cells.length)).toEqual(cells);
        expect(packed.length).toBeLessThanOrEqual(cells.length + 1);
      }),
      { seed: 12, numRuns: 200 },
    );
  });

  it('are the cells again where an area is longer than one head can say', () => {
    for (const make of [(i: number) => i & 0xffff, () => 7]) {
      const cells = Uint16Array.from({ length: 70_000 }, (_, i) => make(i));
      const packed = packedCells(cells);
      expect(unpackedCells(packed, cells.length)).toEqual(cells);
      expect(packed.length).toBeLessThan(make(1) === 7 ? 10 : 70_005);
    }
  });

  it('are none where they are damaged: more or fewer, or cut off', () => {
    const cells = Uint16Array.from([5, 5, 5, 5, 1, 2, 9, 9, 9]);
    const packed = packedCells(cells);
    expect(unpackedCells(packed, 8)).toBeNull();
    expect(unpackedCells(packed, 10)).toBeNull();
    for (let end = 0; end < packed.length; end++) {
      expect(unpackedCells(packed.slice(0, end), cells.length), `cut at ${end}`).toBeNull();
    }
    expect(holdsCells(packed, 9, 9)).toBe(true);
    expect(holdsCells(packed, 9, 8)).toBe(false);
  });
});
