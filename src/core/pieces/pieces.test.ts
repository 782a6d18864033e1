import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fuzz } from '../../../tests/support/fuzz/fuzz';
import { runs } from '../../../tests/support/runs';
import { ordinarySpool } from '../filament/shelf/spool';
import { ORDINARY_PROFILE } from '../printer/printer';
import { hidingStairs } from './hidingStairs';
import { nozzleReach, reachValues } from './nozzleReach';
import { isUnfit, type MadePiece, type PieceFilament, type Unfit } from './piece';
import { piecePlan } from './piecePlan';
import { placeAgain, placeValues } from './placeAgain';
import { purgeLadder, roundTrip, type Pair } from './purgeLadder';
import { smallest, smallestModel } from './smallest';
import { fitMoves, timeFile, timeValues } from './timePiece';
import { extrude } from '../model/extrude';
import { isManifold } from '../model/manifold';
import { volumeOf } from '../model/soundness';

const filament = (name: string, colour: string): PieceFilament => ({
  ...ordinarySpool({ id: name, name, colour }),
  key: name,
});
const [black, white, green, blue] = [
  filament('Peat', '#2f2b28'),
  filament('Bone', '#efe7d4'),
  filament('Reed', '#7c9a4b'),
  filament('Tide', '#3f7fa8'),
];
const made = (piece: MadePiece | Unfit): MadePiece => {
  if (isUnfit(piece)) throw new Error(piece.problem);
  return piece;
};
const tiny = { ...ORDINARY_PROFILE, volume: { x: 40, y: 40, z: 40 } };

describe('the way through all pairs', () => {
  it('takes each pair both ways, and no other step while all hang together', () => {
    const pairs = fc.uniqueArray(fc.tuple(fc.nat(5), fc.nat(5)), {
      selector: ([a, b]) => [Math.min(a, b), Math.max(a, b)].join(),
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(
        pairs.map((all) => all.filter(([a, b]) => a !== b)),
        (all: Pair[]) => {
          const trip = roundTrip(all);
          const steps = trip.slice(1).map((to, i) => `${trip[i]} ${to}`);
          const wanted = all.flatMap(([a, b]) => [`${a} ${b}`, `${b} ${a}`]);
          for (const step of wanted) expect(steps.filter((one) => one === step)).toHaveLength(1);
          // A step more only where two groups of pairs have no filament in common.
          expect(steps.length - wanted.length).toBe(Math.max(0, groupsOf(all) - 1));
        },
      ),
      { seed: 11 },
    );
  });
});

/** Groups of filaments that pairs join. */
function groupsOf(pairs: readonly Pair[]): number {
  const groups: Set<number>[] = [];
  for (const pair of pairs) {
    const met = groups.filter((group) => pair.some((one) => group.has(one)));
    const all = new Set([...pair, ...met.flatMap((group) => [...group])]);
    for (const one of met) groups.splice(groups.indexOf(one), 1);
    groups.push(all);
  }
  return groups.length;
}

describe('test pieces', () => {
  // Many more in `npm run fuzz`: each is written, proven, printed by another printer, and read off.
  it('come back with what is true, on made-up printers', async () => {
    const { read, proven, failures } = await fuzz('pieces', runs(20), 1);
    expect(failures).toEqual([]);
    expect(proven).toBe(read);
  }, 60_000);

  it('say in words where a bed is too small', () => {
    for (const piece of [
      purgeLadder(tiny, [black, white], [[0, 1]]),
      hidingStairs(tiny, [black, white], { layerMm: null }),
      nozzleReach(tiny, black),
      placeAgain(tiny, [black, white]),
      smallest(tiny, [white, black]),
    ]) {
      expect(isUnfit(piece) && piece.problem).toMatch(/bed|ladder/);
    }
    expect(isUnfit(purgeLadder(ORDINARY_PROFILE, [black], []))).toBe(true);
    const thin = { stepMm: 1, firstMm: 0, longestMm: 20 };
    expect(isUnfit(purgeLadder(ORDINARY_PROFILE, [black, white], [[0, 1]], thin))).toBe(true);
  });

  it('ask of a ladder each direction once, from the first purge on', () => {
    const all: Pair[] = [
      [0, 1],
      [0, 2],
      [0, 3],
      [1, 2],
      [1, 3],
      [2, 3],
    ];
    const ladder = made(purgeLadder(ORDINARY_PROFILE, [black, white, green, blue], all));
    expect(new Set(ladder.readings.map(({ id }) => id)).size).toBe(12);
    for (const { marks } of ladder.readings) {
      expect(marks[0]).toBe(10);
      expect(marks[1] - marks[0]).toBe(10);
    }
  });

  it('are planned as they are printed: filaments by tool, or one swap', () => {
    const fingerprint = 'a'.repeat(64);
    const ladder = piecePlan(
      made(purgeLadder(ORDINARY_PROFILE, [black, white], [[1, 0]])),
      fingerprint,
      'attic',
    );
    expect(ladder.parts.map(({ key, firstLetter }) => [key, firstLetter])).toEqual([
      ['T0', 'A'],
      ['T1', 'B'],
    ]);
    expect(ladder.palette.map(({ name }) => name)).toEqual(['Bone', 'Peat']);
    expect(ladder.purges).toEqual([
      { from: 'A', to: 'B', mm: 10 },
      { from: 'B', to: 'A', mm: 10 },
    ]);
    expect(ladder.printerId).toBe('attic');
    const stairs = piecePlan(
      made(hidingStairs(ORDINARY_PROFILE, [black, white], { layerMm: 0.1 })),
      fingerprint,
      null,
    );
    expect(stairs.parts[0].swaps).toMatchObject([{ layer: 5, letter: 'B' }]);
  });

  it('take what was not answered as not known', () => {
    const reach = made(nozzleReach(ORDINARY_PROFILE, black));
    expect(reachValues(ORDINARY_PROFILE, reach, {})).toEqual([]);
    expect(placeValues({})).toEqual([]);
    expect(timeValues(ORDINARY_PROFILE, {})).toEqual([]);
    expect(fitMoves(ORDINARY_PROFILE, { long: 20 })).toBe(null);
    // A fin that was never marked says how far nothing touches.
    const [wide] = reachValues(
      ORDINARY_PROFILE,
      reach,
      Object.fromEntries(reach.readings.map(({ id }) => [id, null])),
    );
    expect(wide.value).toBeLessThan(1.4);
  });

  it('read a scale by X and Y, the farther of both', () => {
    const found = placeValues({
      'stop x': 0.05,
      'stop y': -0.1,
      'home x': 0.1,
      'home y': 0,
      'motors x': 0.1,
      'motors y': 0.2,
    });
    expect(found.map(({ subject, value }) => [subject, value])).toEqual([
      ['returns.stopMm', 0.1],
      ['returns.homeMm', 0.1],
      ['returns.motorsMm', 0.2],
    ]);
  });

  it('let motors go only where the firmware lets single ones go', () => {
    const named = {
      ...ORDINARY_PROFILE,
      firmware: { ...ORDINARY_PROFILE.firmware, namesMotors: true },
    };
    expect(made(placeAgain(named, [black, white])).gcode).toContain('M84 X Y');
    const unnamed = made(placeAgain(ORDINARY_PROFILE, [black, white]));
    expect(unnamed.gcode).not.toContain('M84 X Y');
    expect(unnamed.readings).toHaveLength(4);
  });

  it('of details are a closed model too', () => {
    const corners = extrude(smallestModel(ORDINARY_PROFILE));
    expect(volumeOf({ corners })).toBeGreaterThan(1000);
    expect(isManifold(corners)).toBe(true);
  });

  it('of time signal by a move where nothing beeps', () => {
    expect(timeFile(ORDINARY_PROFILE)).toContain('M300');
    expect(timeFile({ ...ORDINARY_PROFILE, beeper: false })).not.toContain('M300');
  });
});
