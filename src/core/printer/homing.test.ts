import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HAIR } from '../tolerances';
import {
  afterHoming,
  homeCorner,
  homesInto,
  homingSpots,
  probesInto,
  standingIn,
  whereToMove,
} from './homing';
import { USUAL_HOMING, type Homing } from './homeKinds';
import {
  ACROSS_MM,
  headComesTo,
  headHeight,
  ORDINARY_NOZZLE,
  type HeadBox,
  type NozzleShape,
} from './nozzleShape';
import { ORDINARY_PROFILE, type Printer } from './printer';
import { parsePrinter, printerJson } from './printerFile';
import { StandingMap } from './standingMap';

const DUCT: HeadBox = { name: 'Fan duct', minX: -20, maxX: 12, minY: -30, maxY: 15, heightMm: 3 };
const GANTRY: HeadBox = {
  name: 'Gantry along X',
  minX: -ACROSS_MM,
  maxX: ACROSS_MM,
  minY: 20,
  maxY: 60,
  heightMm: 30,
};
const withHead = (...head: readonly HeadBox[]): NozzleShape => ({ ...ORDINARY_NOZZLE, head });
const printer = (homing: Partial<Homing> | null, nozzle = ORDINARY_NOZZLE): Printer => ({
  ...ORDINARY_PROFILE,
  nozzle,
  homing: homing && { ...USUAL_HOMING, ...homing },
});

/** A map of 200 mm with a block on it. */
function mapWith(
  nozzle: NozzleShape,
  x: number,
  y: number,
  side: number,
  height: number,
): StandingMap {
  const cells = Math.ceil(200 / 0.15);
  const map = new StandingMap({ originX: 0, originY: 0, columns: cells, rows: cells }, nozzle);
  for (let at = 0.2; at < side; at += 0.4) map.print(x, y + at, x + side, y + at, 0.45, height);
  return map;
}

describe('where a printer homes', () => {
  it.each([
    [null, { nozzle: { x: 0, y: 0 }, probe: null }],
    [{}, { nozzle: { x: 0, y: 0 }, probe: null }],
    [
      { x: 'high', y: 'high' },
      { nozzle: { x: 220, y: 220 }, probe: null },
    ],
    [{ z: 'middle' }, { nozzle: { x: 110, y: 110 }, probe: null }],
    // The probe is led over the middle, and the nozzle stands beside it.
    [
      { z: 'middle', probe: { dx: -30, dy: 5 } },
      { nozzle: { x: 140, y: 105 }, probe: { x: 110, y: 110 } },
    ],
    [
      { z: 'place', place: { x: 20, y: 30 } },
      { nozzle: { x: 20, y: 30 }, probe: null },
    ],
    [{ z: 'top' }, null],
  ] as [Partial<Homing> | null, ReturnType<typeof homingSpots>][])(
    'is known from its profile',
    (homing, spots) => {
      expect(homingSpots(printer(homing))).toEqual(spots);
    },
  );

  it('is where the head stands afterwards', () => {
    const from = { x: 50, y: 60, z: 20 };
    const [xy, all] = [
      { x: true, y: true, z: false },
      { x: true, y: true, z: true },
    ];
    expect(afterHoming(from, xy, printer({ y: 'high' }))).toEqual({ x: 0, y: 220, z: 20 });
    expect(afterHoming(from, { ...xy, x: false }, printer({}))).toEqual({ x: 50, y: 0, z: 20 });
    expect(afterHoming(from, all, printer({}))).toEqual({ x: 0, y: 0, z: 0 });
    expect(afterHoming(from, all, printer({ z: 'middle' }))).toEqual({ x: 110, y: 110, z: 0 });
    expect(afterHoming(from, all, printer({ z: 'top' }))).toEqual({ x: 0, y: 0, z: 240 });
  });

  it('of a round bed is seen from its middle', () => {
    const round: Printer = {
      ...printer({ z: 'middle' }),
      bed: { shape: 'round', origin: 'centre' },
    };
    expect(homingSpots(round)?.nozzle).toEqual({ x: 0, y: 0 });
    expect(homeCorner(round)).toEqual({ x: -110, y: -110 });
  });

  it('meets what stands there, with the nozzle, the head, or the probe', () => {
    const middle = mapWith(ORDINARY_NOZZLE, 100, 100, 20, 5);
    expect(homesInto(printer({}), standingIn(middle))).toBe(null);
    expect(homesInto(printer({ z: 'middle' }), standingIn(middle))).toEqual({ x: 110, y: 110 });
    const beside = { z: 'middle', probe: { dx: -60, dy: 0 } } as const;
    expect(homesInto(printer(beside), standingIn(middle))).toEqual({ x: 110, y: 110 });
    expect(homesInto(printer({ z: 'top' }), standingIn(middle))).toBe(null);
    // A part of 5 mm passes under a duct that is 6 mm above the tip.
    const near = mapWith(ORDINARY_NOZZLE, 120, 100, 10, 5);
    const high = withHead({ ...DUCT, maxX: 40, heightMm: 6 });
    expect(homesInto(printer({ z: 'middle' }, high), standingIn(near))).toBe(null);
    const low = withHead({ ...DUCT, maxX: 40, heightMm: 4 });
    expect(homesInto(printer({ z: 'middle' }, low), standingIn(near))).toEqual({ x: 110, y: 110 });
  });

  it('probes an area, of which it says whether something stands in it', () => {
    const map = mapWith(ORDINARY_NOZZLE, 100, 100, 20, 5);
    expect(probesInto(printer({}), standingIn(map))).toBe(null);
    const area = { minX: 10, maxX: 60, minY: 10, maxY: 60 };
    expect(probesInto(printer({ area }), standingIn(map))).toBe(false);
    expect(probesInto(printer({ area: { ...area, maxX: 200, maxY: 200 } }), standingIn(map))).toBe(
      true,
    );
  });

  it('is said with where to move the part, which is free there', () => {
    const middle = printer({ z: 'middle' });
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 160 }), fc.integer({ min: 20, max: 160 }), (x, y) => {
        const part = { minX: x, maxX: x + 20, minY: y, maxY: y + 20 };
        const words = whereToMove(part, 5, middle);
        const [, mm = '0', side = 'right'] =
          /at least (\d+) mm to the (right|left|back|front)/.exec(words) ?? [];
        const by = Number(mm);
        const [dx, dy] = { right: [by, 0], left: [-by, 0], back: [0, by], front: [0, -by] }[side]!;
        const map = mapWith(ORDINARY_NOZZLE, x + dx, y + dy, 20, 5);
        expect(homesInto(middle, standingIn(map))).toBe(null);
        expect(words === '').toBe(by === 0);
      }),
      { seed: 7, numRuns: 15 },
    );
    expect(whereToMove({ minX: 5, maxX: 215, minY: 5, maxY: 215 }, 5, middle)).toMatch(
      /no free place/,
    );
  });

  it('is kept in the printer’s file', () => {
    const made = printer(
      { z: 'place', place: { x: 3, y: 4 }, probe: { dx: -30, dy: 0 } },
      withHead(DUCT, GANTRY),
    );
    expect(parsePrinter(JSON.parse(printerJson(made)))).toEqual({ ok: true, value: made });
    const odd = { ...made, homing: { ...made.homing, z: 'nowhere' } };
    expect(parsePrinter(odd).ok).toBe(false);
    // What an older file does not say is not known.
    expect(parsePrinter({ homing: { x: 'low', y: 'high', z: 'corner' } })).toMatchObject({
      ok: true,
      value: { homing: { place: null, probe: null, area: null } },
    });
  });
});

describe('the boxes of a head', () => {
  it('come to what stands under them on a path, as a walk in small steps does', () => {
    const place = fc.double({ min: 0, max: 200, noNaN: true });
    const side = (most: number) => fc.double({ min: 1, max: most, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(place, place, place, place),
        fc.tuple(
          side(40),
          side(40),
          side(40),
          side(40),
          fc.double({ min: 0.5, max: 6, noNaN: true }),
        ),
        ([x0, y0, x1, y1], [left, right, front, back, heightMm]) => {
          const box: HeadBox = {
            name: 'Box',
            minX: -left,
            maxX: right,
            minY: -front,
            maxY: back,
            heightMm,
          };
          const map = mapWith(withHead(box), 90, 110, 12, 4);
          const { head } = map.near(x0, y0, x1, y1, 0.3);
          // The block as a rectangle, smaller and larger by a cell: what lies between is rounding.
          const meets = (more: number): boolean => {
            if (4 <= 0.3 + heightMm + HAIR) return false;
            for (let i = 0; i <= 400; i++) {
              const [x, y] = [x0 + ((x1 - x0) * i) / 400, y0 + ((y1 - y0) * i) / 400];
              const inX = x - left < 102 + more && x + right > 90 - more;
              if (inX && y - front < 122 + more && y + back > 110 - more) return true;
            }
            return false;
          };
          if (meets(-0.8)) expect(head).toBe(true);
          if (!meets(0.8)) expect(head).toBe(false);
        },
      ),
      { seed: 5, numRuns: 40 },
    );
  });

  it('take the place of the clear radius', () => {
    expect(headHeight(ORDINARY_NOZZLE)).toBe(3);
    expect(headHeight(withHead(GANTRY, DUCT))).toBe(3);
    expect(headHeight(withHead(GANTRY))).toBe(30);
    const low = { minX: 0, maxX: 10, minY: 0, maxY: 10 };
    const right = { minX: 25, maxX: 30, minY: 0, maxY: 10 };
    expect(headComesTo(ORDINARY_NOZZLE, low, right, 4)).toBe(true);
    expect(headComesTo(ORDINARY_NOZZLE, low, right, 2)).toBe(false);
    // The duct reaches 12 mm to the right, the gantry everywhere behind.
    expect(headComesTo(withHead(DUCT, GANTRY), low, right, 4)).toBe(false);
    const behind = { minX: 150, maxX: 160, minY: 40, maxY: 50 };
    expect(headComesTo(withHead(DUCT, GANTRY), low, behind, 31)).toBe(true);
    expect(headComesTo(withHead(DUCT, GANTRY), low, behind, 29)).toBe(false);
  });
});
