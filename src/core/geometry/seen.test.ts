import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeRingTags } from '../../../demo/jobs/ringTags';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { readGcode } from '../read/reader';
import { ORDINARY_PRINTER } from '../motion/limits';
import { analysePrint } from '../print/analysis';
import { ELEVATION_STRIDE, elevationOf } from './elevation';
import { narrowestWidth } from './narrow';
import { countObjects, forEachPatch, shapesFrom } from './patches';
import type { Footprint } from './footprint';
import { withoutSpecks } from './specks';
import { seenFromAbove, seenShare } from './surface';

/** A footprint from rows of digits, the back first: how many layers print there, from layer 1 up. */
function footprintOf(rows: readonly string[], cellMm = 0.15): Footprint {
  const columns = rows[0].length;
  const top = new Uint16Array(columns * rows.length);
  rows.toReversed().forEach((row, y) => {
    [...row].forEach((digit, x) => (top[y * columns + x] = Number(digit)));
  });
  const low = top.map((layer) => Math.min(1, layer));
  return { cellMm, originX: 10, originY: 20, columns, rows: rows.length, top, low };
}

/** A bar of so many cells by so many, with room all round. */
function bar(width: number, length: number, slanted = false): Footprint {
  const side = length + width + 4;
  const rows = Array.from({ length: side }, (_, y) =>
    Array.from({ length: slanted ? 2 * side : side }, (_, x) => {
      const along = y - 2;
      const across = slanted ? x - 2 - along : x - 2;
      return along >= 0 && along < length && across >= 0 && across < width ? '1' : '0';
    }).join(''),
  );
  return footprintOf(rows);
}

describe('narrowestWidth', () => {
  it.each([2, 3, 4, 5, 7, 8, 12])('measures a bar of %d cells to about one cell', (cells) => {
    const found = narrowestWidth(bar(cells, 60), 1);
    expect(Math.abs(found - cells * 0.15)).toBeLessThanOrEqual(0.15 + 1e-9);
  });

  it('measures slanted bars across, not along the rows', () => {
    const cells = 8;
    const found = narrowestWidth(bar(cells, 80, true), 1);
    expect(Math.abs(found - (cells * 0.15) / Math.SQRT2)).toBeLessThan(0.2);
  });

  it('is not fooled by the corners of a wide shape', () => {
    expect(narrowestWidth(bar(50, 50), 1)).toBeGreaterThan(6);
  });

  it('finds the thin stroke beside a wide one, and nothing where nothing prints', () => {
    const rows = Array.from({ length: 60 }, () => `0000${'1'.repeat(40)}0000111000`);
    const empty = ['0'.repeat(rows[0].length), '0'.repeat(rows[0].length)];
    const both = footprintOf([...empty, ...rows, ...empty]);
    expect(narrowestWidth(both, 1)).toBeLessThan(0.6);
    expect(narrowestWidth(both, 2)).toBe(Infinity);
  });
});

describe('patches', () => {
  it('counts shapes by the layer they rise from, without crumbs', () => {
    const block = (digit: string) => Array.from({ length: 12 }, () => `0${digit.repeat(12)}0`);
    const rows = block('1').map((row, i) => row + block('3')[i] + (i === 5 ? '02' : '00'));
    const footprint = footprintOf(rows);
    expect([1, 2, 3, 4].map((from) => shapesFrom(footprint, from))).toEqual([2, 1, 1, 0]);
  });

  it('counts the objects of a plate', () => {
    const { footprint } = readGcode(bytesOf(makeRingTags()), ORDINARY_PRINTER);
    expect(countObjects(footprint)).toBe(6);
    expect(countObjects(footprintOf(['00', '00']))).toBe(1);
  });

  it('joins what touches in any way, as going from cell to cell does', () => {
    const grid = fc
      .tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }))
      .chain(([columns, rows]) =>
        fc.array(
          fc
            .array(fc.constantFrom('0', '1', '2', '2', '3'), {
              minLength: columns,
              maxLength: columns,
            })
            .map((cells) => cells.join('')),
          { minLength: rows, maxLength: rows },
        ),
      );
    fc.assert(
      fc.property(grid, fc.integer({ min: 1, max: 3 }), (rows, from) => {
        const footprint = footprintOf(rows, 1);
        let patches = 0;
        forEachPatch(
          footprint,
          Uint8Array.from(footprint.top, (layer) => Number(layer >= from)),
          () => patches++,
        );
        expect(shapesFrom(footprint, from)).toBe(patches);
        const sizes: number[] = [];
        forEachPatch(
          footprint,
          Uint8Array.from(footprint.top, (layer) => Number(layer > 1)),
          (cells) => sizes.push(cells.length),
        );
        const most = Math.max(0, ...sizes);
        const objects = sizes.filter((size) => size >= 0.1 * most).length;
        expect(countObjects(footprint)).toBe(Math.max(1, objects));
      }),
      { seed: 61 },
    );
  });
});

describe('elevationOf', () => {
  it('shows a step as a narrower run, at the layers’ own heights', () => {
    const reading = readGcode(bytesOf(writePrint({ layers: 4 })), ORDINARY_PRINTER);
    const pieces = elevationOf(reading.footprint, reading.layers);
    const runs = Array.from({ length: pieces.length / ELEVATION_STRIDE }, (_, i) => [
      ...pieces.subarray(i * ELEVATION_STRIDE, (i + 1) * ELEVATION_STRIDE),
    ]);
    expect(runs.map((run) => run[4])).toEqual([1, 2, 3, 4]);
    const widths = runs.map(([left, right]) => right - left);
    expect(widths[1]).toBeCloseTo(20.5, 0);
    expect(widths[2]).toBeCloseTo(10.5, 0);
    expect(runs[1].slice(2, 4).map((z) => z.toFixed(2))).toEqual(['0.24', '0.44']);
  });

  it('keeps gaps between what stands apart', () => {
    const footprint = footprintOf(['110011', '110011']);
    const [layer] = readGcode(bytesOf(writePrint({ layers: 2 })), ORDINARY_PRINTER).layers;
    const pieces = elevationOf(footprint, [layer]);
    expect(pieces.length).toBe(2 * ELEVATION_STRIDE);
    expect(pieces[1]).toBeCloseTo(10.3);
    expect(pieces[ELEVATION_STRIDE]).toBeCloseTo(10.6);
  });
});

describe('withoutSpecks', () => {
  const closer = (a: number, b: number) => a > b;

  it('closes single cells, and leaves edges and real holes', () => {
    const specked = footprintOf(['22222', '22122', '22222', '22220', '11111']);
    const clean = withoutSpecks(specked, specked.top, closer);
    const open = footprintOf(['22222', '22222', '22222', '22220', '11111']);
    expect([...clean]).toEqual([...open.top]);
    const hole = footprintOf(['222222', '211112', '211112', '211112', '222222']);
    expect([...withoutSpecks(hole, hole.top, closer)]).toEqual([...hole.top]);
  });

  it('changes nothing in a surface without specks, and never invents a layer', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 36, maxLength: 36 }),
        (cells) => {
          const grid = new Uint16Array(cells);
          const clean = withoutSpecks({ columns: 6, rows: 6 }, grid, closer);
          clean.forEach((layer, i) => expect(layer === grid[i] || layer > grid[i]).toBe(true));
          expect(Math.max(...clean)).toBeLessThanOrEqual(Math.max(...grid));
        },
      ),
      { seed: 63 },
    );
  });
});

describe('the seen surface', () => {
  it('adds up to the whole, and is additive over layers', () => {
    const reading = readGcode(bytesOf(writePrint({ layers: 12 })), ORDINARY_PRINTER);
    const { surface } = analysePrint(reading);
    expect(seenShare(surface, 1, 12)).toEqual({ above: 1, below: 1 });
    expect(seenShare(surface, 1, 1).below).toBeCloseTo(1, 2);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 11 }), (cut) => {
        const parts = seenFromAbove(surface, 1, cut) + seenFromAbove(surface, cut + 1, 12);
        expect(parts).toBeCloseTo(seenFromAbove(surface, 1, 12), 6);
      }),
      { seed: 65 },
    );
  });
});
