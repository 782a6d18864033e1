import { describe, expect, it } from 'vitest';
import { changePrint, randomChanges } from '../../../tests/support/changePrints';
import { randomFrom } from '../../../tests/support/fuzz/random';
import { bytesOf } from '../../../tests/support/printFiles';
import { sourceOf } from '../byteSource';
import { forEachBit } from '../geometry/raster/stampBits';
import { foundParts } from '../plan/parts';
import { nozzleRadius } from '../printer/nozzleShape';
import { ORDINARY_PROFILE } from '../printer/printer';
import { readGcode } from '../read/reader';
import { sectionAreas } from '../read/sectionAreas';
import { precedenceFor, standingOf } from './precedence';
import { sectionShapes, type SectionShapes } from './sectionShapes';
import { areasOfShapes } from './shapeAreas';

const { nozzle } = ORDINARY_PROFILE;

async function shapedOf(seed: number) {
  const style = randomChanges(randomFrom(seed));
  const input = sourceOf(bytesOf(changePrint({ ...style, change: (tool) => [`T${tool}`] })));
  const reading = readGcode(await input.slice(0, input.size), ORDINARY_PROFILE);
  const shapes = await sectionShapes(input, reading, 1.75);
  return { input, reading, shapes, heights: reading.sections.map(({ z }) => z) };
}

const cellsOf = (bits: Int32Array): number[] => {
  const cells: number[] = [];
  forEachBit(bits, (cell) => cells.push(cell));
  return cells;
};

/** What has to come before what, by every pair of sections and every pair of cells. */
function plainBefore(
  { shapes, ...grid }: SectionShapes,
  heights: readonly number[],
  dipMm: number,
) {
  const columns = grid.wordsPerRow * 32;
  const [ways, covers, rests] = (['path', 'covers', 'rests'] as const).map((which) =>
    shapes.map((shape) => cellsOf(shape[which])),
  );
  const away = (a: number, b: number): number =>
    grid.cellMm *
    Math.hypot((a % columns) - (b % columns), Math.floor(a / columns) - Math.floor(b / columns));
  return shapes.map((_, high) => {
    const below = (cell: number): number =>
      Math.max(
        -1,
        ...shapes.flatMap((_s, i) =>
          heights[i] < heights[high] - 0.01 && covers[i].includes(cell) ? [i] : [],
        ),
      );
    const before = new Set(rests[high].map(below).filter((one) => one >= 0));
    shapes.forEach((_s, low) => {
      const rise = heights[high] - heights[low];
      if (rise <= 0.01) return;
      const radius = nozzleRadius(nozzle, rise);
      let nearest = Infinity;
      for (const a of ways[low]) {
        for (const b of covers[high]) nearest = Math.min(nearest, away(a, b));
      }
      if (nearest < radius && (rise > dipMm + 0.01 || nearest === 0)) before.add(low);
    });
    return before;
  });
}

/** All that has to come before each section, through others too. */
function closed(before: readonly (readonly number[])[]): Set<number>[] {
  const all = before.map((one) => new Set(one));
  for (let again = true; again;) {
    again = false;
    for (const one of all) {
      const { size } = one;
      for (const i of [...one]) for (const more of all[i]) one.add(more);
      again ||= one.size > size;
    }
  }
  return all;
}

describe('what lies on what, and what stands beside what', () => {
  it.each([3, 8])('is the same as by every pair of cells, for seed %d', async (seed) => {
    const { shapes, heights } = await shapedOf(seed);
    const standing = await standingOf(shapes, heights, nozzle);
    for (const dipMm of [0, 0.4]) {
      const found = closed(precedenceFor(standing!, dipMm));
      const wanted = closed(plainBefore(shapes, heights, dipMm).map((one) => [...one]));
      expect(found.map((one) => [...one].sort((a, b) => a - b))).toEqual(
        wanted.map((one) => [...one].sort((a, b) => a - b)),
      );
    }
  });
});

describe('areas of parts', () => {
  it('are those of their lines, up to the edge of the print', async () => {
    for (let seed = 0; seed < 12; seed++) {
      const { input, reading, shapes } = await shapedOf(seed);
      const keys = foundParts(reading, []);
      const byLines = await sectionAreas(input, reading, 1.75, keys);
      const byShapes = areasOfShapes(shapes, keys);
      for (const which of ['footprintMm2', 'exposedMm2'] as const) {
        for (const [key, area] of byLines[which]) {
          expect(byShapes[which].get(key)).toBeCloseTo(area, 6);
        }
      }
    }
  });
});
