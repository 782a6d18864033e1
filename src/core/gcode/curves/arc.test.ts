import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describeArc, type ArcGeometry } from './arc';
import type { Words } from '../lines/words';

/** Words of a G2 or G3. */
function words(code: 2 | 3, values: Record<string, number>): Words {
  return {
    code,
    has: (letter: string) => letter in values,
    get: (letter: string) => values[letter],
    getOr: (letter: string, other: number) => values[letter] ?? other,
  } as unknown as Words;
}

function arcOf(
  code: 2 | 3,
  [fromX, fromY]: readonly [number, number],
  [toX, toY]: readonly [number, number],
  values: Record<string, number>,
  unit = 1,
): ArcGeometry {
  const arc: ArcGeometry = {
    kind: 'arc',
    centreX: 0,
    centreY: 0,
    radius: 0,
    from: 0,
    sweep: 0,
    valid: true,
  };
  const wholeCircle = fromX === toX && fromY === toY && !('R' in values);
  describeArc(arc, words(code, values), { fromX, fromY, toX, toY, unit, wholeCircle });
  return arc;
}

/** Where an arc ends by its own geometry. */
function endOf({ centreX, centreY, radius, from, sweep }: ArcGeometry): [number, number] {
  return [centreX + radius * Math.cos(from + sweep), centreY + radius * Math.sin(from + sweep)];
}

const coordinate = fc.integer({ min: -500, max: 500 }).map((value) => value / 10);
const angle = fc.integer({ min: 1, max: 359 }).map((degrees) => (degrees * Math.PI) / 180);
const direction = fc.constantFrom(2 as const, 3 as const);

describe('arcs', () => {
  it('are quarters, halves and whole circles, either way round', () => {
    const quarter = arcOf(3, [10, 0], [0, 10], { I: -10, J: 0 });
    expect(quarter).toMatchObject({ radius: 10, valid: true });
    expect(quarter.sweep).toBeCloseTo(Math.PI / 2, 9);
    expect(arcOf(2, [10, 0], [0, 10], { I: -10, J: 0 }).sweep).toBeCloseTo(-1.5 * Math.PI, 9);
    expect(arcOf(3, [10, 0], [10, 0], { I: -10 }).sweep).toBeCloseTo(2 * Math.PI, 9);
    expect(arcOf(2, [10, 0], [10, 0], { I: -10 }).sweep).toBeCloseTo(-2 * Math.PI, 9);
  });

  it('count the centre in the units of the file', () => {
    expect(arcOf(3, [25.4, 0], [0, 25.4], { I: -1 }, 25.4).radius).toBeCloseTo(25.4, 9);
  });

  it('end where they are told to, by centre and by radius', () => {
    fc.assert(
      fc.property(
        coordinate,
        coordinate,
        fc.integer({ min: 1, max: 300 }),
        angle,
        angle,
        direction,
        (x, y, radius, from, sweep, code) => {
          const turn = code === 3 ? sweep : -sweep;
          const at = (a: number): [number, number] => [
            x + radius * Math.cos(a),
            y + radius * Math.sin(a),
          ];
          const [start, end] = [at(from), at(from + turn)];
          const byCentre = arcOf(code, start, end, { I: x - start[0], J: y - start[1] });
          expect(byCentre.sweep).toBeCloseTo(turn, 6);
          const longer = sweep > Math.PI ? -1 : 1;
          const byRadius = arcOf(code, start, end, { R: radius * longer });
          for (const arc of [byCentre, byRadius]) {
            const [endX, endY] = endOf(arc);
            expect(endX).toBeCloseTo(end[0], 3);
            expect(endY).toBeCloseTo(end[1], 3);
          }
        },
      ),
      { seed: 31, numRuns: 200 },
    );
  });

  it('that no circle can make are taken as straight', () => {
    expect(arcOf(2, [0, 0], [50, 0], { R: 10 }).valid).toBe(false);
    expect(arcOf(2, [0, 0], [50, 0], {}).valid).toBe(false);
    expect(arcOf(2, [5, 5], [5, 5], { R: 10 }).valid).toBe(false);
  });
});
