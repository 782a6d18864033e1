import { describe, expect, it } from 'vitest';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { readGcode } from '../read/reader';
import { ORDINARY_PROFILE, reachOf } from '../printer/printer';
import { PrintedHeights } from '../print/printedHeights';
import type { BlockTrace, NozzlePoint, TracedMove } from './blockTrace';
import { findCollision } from './clearance';

// Squares of 20 mm from X 50 Y 50; from layer 5 on of 10 mm. Layer 4 ends at 0.84 mm.
const heights = new PrintedHeights(readGcode(bytesOf(writePrint({ layers: 8 })), ORDINARY_PROFILE));
const reach = reachOf(ORDINARY_PROFILE);
const back: NozzlePoint = { x: 50, y: 50, z: 1.04 };
const high = { ...back, z: 22 };
const park: NozzlePoint = { x: 5, y: 200, z: 22 };

const move = (from: NozzlePoint, to: NozzlePoint, pushed = 0): TracedMove => ({
  line: 7,
  from,
  to,
  pushed,
  unseen: false,
});

const at = (
  layer: number,
  { moves = [], stops = [] }: Partial<Pick<BlockTrace, 'moves' | 'stops'>>,
): string | undefined =>
  findCollision(
    { moves, stops, waits: [], homings: [] },
    { heights, hasUndrawn: false, layer },
    reach,
    back,
  )?.message;

const waiting = { stops: [{ line: 9, command: 'M0', park }] };

describe('findCollision', () => {
  it('lets a swap go up, across, down and back', () => {
    const moves = [
      move(back, high),
      move(high, park),
      move(park, park, 40),
      move(park, high),
      move(high, back),
    ];
    expect(at(5, { ...waiting, moves })).toBeUndefined();
  });

  it.each([
    ['below the print', { x: 60, y: 60, z: 0.5 }, /too low over the print, which is 0\.84 mm/],
    ['so near that it scrapes', { x: 60, y: 60, z: 1.2 }, /too low/],
    ['beside the bed', { x: -3, y: 60, z: 30 }, /out of the machine’s reach/],
    ['above the machine', { x: 60, y: 200, z: 241 }, /out of the machine’s reach/],
  ])('finds a move %s', (_name, to, words) => {
    expect(at(5, { moves: [move({ ...to, x: to.x + 4 }, to)] })).toMatch(words);
  });

  it('knows what is not printed yet, and what is only there later', () => {
    const low = [move({ x: 56, y: 56, z: 0.3 }, { x: 58, y: 58, z: 0.3 })];
    expect(at(1, { moves: low })).toBeUndefined();
    expect(at(2, { moves: low })).toMatch(/0\.24 mm high/);
  });

  it('keeps the height of what is finished beside what still grows', () => {
    // At layer 8 the small square is 1.44 mm high; the rim of the large one ended at 0.84 mm.
    const over = (z: number) => [move({ x: 66, y: 66, z }, { x: 68, y: 66, z })];
    expect(at(8, { moves: over(1.9) })).toBeUndefined();
    expect(at(8, { moves: over(1.8) })).toMatch(/0\.84 mm high/);
  });

  it.each([
    ['on the way', move(high, park, 3)],
    ['over its point', move(back, back, 3)],
    ['where it does not wait', move({ ...park, x: 30 }, { ...park, x: 30 }, 3)],
  ])('finds filament extruded %s', (_name, pushing) => {
    expect(at(5, { ...waiting, moves: [pushing] })).toMatch(/extrude 3\.0 mm of filament/);
  });

  it('finds a wait over the print, but not one that the firmware chooses', () => {
    const over = { ...park, x: 60, y: 60 };
    expect(at(5, { stops: [{ line: 9, command: 'M0', park: over }] })).toMatch(
      /where the file prints/,
    );
    expect(at(5, { stops: [{ line: 9, command: 'M600', park: null }] })).toBeUndefined();
  });

  it('ends for a way without end', () => {
    const far = { x: 1e308, y: 1e308, z: 1 };
    expect(at(5, { moves: [move(far, back)] })).toMatch(/reach/);
  });
});
