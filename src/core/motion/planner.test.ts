import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ORDINARY_PRINTER, type MotionLimits } from './limits';
import { Planner } from './planner';

const WIDE: MotionLimits = {
  maxFeed: { x: 1e4, y: 1e4, z: 1e4, e: 1e4 },
  acceleration: { print: 1000, travel: 1000, retract: 1000, x: 1e6, y: 1e6, z: 1e6, e: 1e6 },
  corner: { kind: 'jerk', x: 8, y: 8, z: 0.4, e: 5 },
  minimumFeed: 0,
  queue: null,
};

type Move = readonly [dx: number, dy: number, de: number, feed: number];

function timeOf(limits: MotionLimits, moves: readonly Move[]): number {
  const planner = new Planner(limits);
  for (const [dx, dy, de, feed] of moves) planner.addLine(dx, dy, 0, de, feed, 0);
  planner.finish();
  return planner.committedSeconds;
}

const arbitraryMove: fc.Arbitrary<Move> = fc.tuple(
  fc.double({ min: -30, max: 30, noNaN: true }),
  fc.double({ min: -30, max: 30, noNaN: true }),
  fc.double({ min: 0, max: 2, noNaN: true }),
  fc.double({ min: 5, max: 200, noNaN: true }),
);
const arbitraryMoves = fc.array(arbitraryMove, { minLength: 1, maxLength: 40 });

describe('Planner', () => {
  it.each([
    [100, 50, 1000, 100 / 50 + 50 / 1000],
    [10, 100, 1000, 10 / 100 + 100 / 1000],
    [1, 100, 1000, 2 * Math.sqrt(1 / 1000)],
    [9.99, 100, 1000, 2 * Math.sqrt(9.99 / 1000)],
    [200, 20, 500, 200 / 20 + 20 / 500],
  ])('moves %d mm at %d mm/s with %d mm/s² in %d s, from rest to rest', (d, v, a, expected) => {
    const limits = { ...WIDE, acceleration: { ...WIDE.acceleration, print: a } };
    expect(timeOf(limits, [[d, 0, 1e-9, v]])).toBeCloseTo(expected, 9);
  });

  it('takes no longer for a straight move that is cut into pieces', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 5, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        fc.integer({ min: 2, max: 6000 }),
        (length, feed, angle, pieces) => {
          const dx = length * Math.cos(angle);
          const dy = length * Math.sin(angle);
          const whole = timeOf(WIDE, [[dx, dy, 1, feed]]);
          const piece: Move = [dx / pieces, dy / pieces, 1 / pieces, feed];
          const cut = timeOf(WIDE, Array<Move>(pieces).fill(piece));
          expect(Math.abs(cut - whole) / whole).toBeLessThan(0.001);
        },
      ),
      { seed: 17, numRuns: 40 },
    );
  });

  it.each(['jerk', 'deviation'] as const)('is never slower with higher limits (%s)', (kind) => {
    const corner = kind === 'jerk' ? WIDE.corner : ({ kind, mm: 0.02 } as const);
    const base = { ...ORDINARY_PRINTER.limits, corner };
    fc.assert(
      fc.property(arbitraryMoves, fc.double({ min: 1, max: 5, noNaN: true }), (moves, factor) => {
        const scaled = <T extends object>(numbers: T): T =>
          Object.fromEntries(Object.entries(numbers).map(([k, v]) => [k, v * factor])) as T;
        const before = timeOf(base, moves);
        const higher = [
          { ...base, acceleration: scaled(base.acceleration) },
          { ...base, maxFeed: scaled(base.maxFeed) },
        ];
        for (const limits of higher) expect(timeOf(limits, moves)).toBeLessThan(before + 1e-6);
      }),
      { seed: 19, numRuns: 60 },
    );
  });

  it('is never faster than the feed rates allow', () => {
    fc.assert(
      fc.property(arbitraryMoves, (moves) => {
        const least = moves.reduce((sum, [dx, dy, , feed]) => sum + Math.hypot(dx, dy) / feed, 0);
        expect(timeOf(WIDE, moves)).toBeGreaterThanOrEqual(least - 1e-9);
      }),
      { seed: 23, numRuns: 60 },
    );
  });

  it('plans long files the same as in one go, whatever was let go early', () => {
    const zigzag = Array.from({ length: 20_000 }, (_, i): Move => [
      0.3,
      i % 2 ? 0.2 : -0.2,
      0.01,
      80,
    ]);
    const perMove = timeOf(WIDE, zigzag.slice(0, 10_000)) / 10_000;
    expect(timeOf(WIDE, zigzag) / 20_000).toBeCloseTo(perMove, 4);
  });

  it('slows down when it knows few moves ahead, and not when it knows enough', () => {
    const moves = Array<Move>(500).fill([0.1, 0, 0.01, 200]);
    const free = timeOf(WIDE, moves);
    expect(timeOf({ ...WIDE, queue: 16 }, moves)).toBeGreaterThan(free * 1.2);
    expect(timeOf({ ...WIDE, queue: 400 }, moves)).toBeCloseTo(free, 6);
  });

  it('gives travel to the extrusion that follows it', () => {
    const planner = new Planner(WIDE);
    planner.addLine(100, 0, 0, 1, 50, 0);
    planner.addLine(0, 100, 0, 0, 50, null);
    planner.addLine(100, 0, 0, 1, 50, 1);
    planner.addLine(0, -100, 0, 0, 50, null);
    const after = planner.finish();
    const [first, second] = planner.slotSeconds;
    expect(second).toBeGreaterThan(1.9 * first);
    expect(first + second + after).toBeCloseTo(planner.committedSeconds, 9);
  });
});
