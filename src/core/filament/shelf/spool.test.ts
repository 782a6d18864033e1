import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_SHELF } from './demoShelf';
import { CSV_COLUMNS, mergeShelves, readShelfCsv, shelfCsv } from './shelfCsv';
import {
  doBond,
  FAMILIES,
  leftByWeight,
  ordinarySpool,
  sharedRange,
  spoolLightness,
  spoolStain,
} from './spool';

const ids = () => {
  let next = 0;
  return () => `new-${++next}`;
};
const read = (text: string) => readShelfCsv(text, ids());

describe('spools', () => {
  it('have ordinary numbers by their family', () => {
    expect(ordinarySpool({ id: 'a', name: 'A' })).toMatchObject({ family: 'PLA', density: 1.24 });
    const petg = ordinarySpool({ id: 'b', name: 'B', family: 'PETG', usualNozzle: 235 });
    expect(petg).toMatchObject({ density: 1.27, usualNozzle: 235, bed: { from: 65, to: 85 } });
  });

  it('follow their colour until they have values of their own', () => {
    const black = ordinarySpool({ id: 'a', name: 'A', colour: '#000000' });
    expect(spoolLightness(black)).toBeCloseTo(0);
    expect(spoolStain(black)).toBeCloseTo(1.6);
    expect(spoolLightness({ ...black, lightness: 0.3 })).toBe(0.3);
    expect(spoolStain({ ...black, stain: 0.9 })).toBe(0.9);
  });

  it('are weighed with their reel', () => {
    expect(leftByWeight(640, 220)).toBe(420);
    expect(leftByWeight(100, 220)).toBe(0);
  });
});

describe('materials together', () => {
  it.each([
    ['PLA', 'PLA', true],
    ['ABS', 'ASA', true],
    ['ASA', 'ABS', true],
    ['PLA', 'ABS', false],
    ['PLA', 'PETG', false],
    ['TPU', 'PLA', true],
    ['PLA', 'other', null],
  ] as const)('%s on %s: %s', (one, other, expected) => {
    expect(doBond(one, other)).toBe(expected);
  });

  it('hold both ways round', () => {
    for (const one of FAMILIES) {
      for (const other of FAMILIES) expect(doBond(one, other)).toBe(doBond(other, one));
    }
  });

  it('share temperatures, or none', () => {
    expect(sharedRange({ from: 190, to: 225 }, { from: 210, to: 240 })).toEqual({
      from: 210,
      to: 225,
    });
    expect(sharedRange({ from: 190, to: 225 }, { from: 225, to: 255 })).toEqual({
      from: 225,
      to: 225,
    });
    expect(sharedRange({ from: 190, to: 220 }, { from: 225, to: 255 })).toBeNull();
  });
});

describe('a shelf as CSV', () => {
  it('gives back what was written', () => {
    const rows = read(shelfCsv(DEMO_SHELF));
    const spools = rows.map((row) => ('spool' in row ? { ...row.spool, id: '' } : row));
    expect(spools).toEqual(DEMO_SHELF.map((spool) => ({ ...spool, id: '' })));
    expect(shelfCsv(DEMO_SHELF).split('\n')[0]).toBe(CSV_COLUMNS.join(','));
  });

  it('gives back any names and notes, with commas, quotes and line ends', () => {
    const words = fc
      .string({ minLength: 1, maxLength: 40, unit: 'grapheme' })
      .map((text) => `x${text.trim()}`);
    fc.assert(
      fc.property(words, words, fc.integer({ min: 0, max: 5000 }), (name, note, gramsLeft) => {
        const [row] = read(shelfCsv([ordinarySpool({ id: 'a', name, note, gramsLeft })]));
        expect('spool' in row && row.spool).toMatchObject({
          name: name.trim(),
          note: note.trim(),
          gramsLeft,
        });
      }),
      { seed: 97 },
    );
  });

  it('needs no more than a name, and takes other headers and semicolons', () => {
    expect(read('\uFEFFName;Grams left;Family\nFog;120;PETG\n')).toMatchObject([
      {
        line: 2,
        spool: { id: 'new-1', name: 'Fog', gramsLeft: 120, family: 'PETG', density: 1.27 },
      },
    ]);
  });

  it('says row by row what is wrong, and spoils no other row', () => {
    const rows = read(
      'name,colour,gramsLeft,openedOn\nFog,#9aa3a6,120,\n,#9aa3a6,1,\nMist,grey,1,\nDew,,-3,\nRime,,,soon\nHaze,#ffffff,,2026-01-01\n',
    );
    expect(rows.map((row) => ('error' in row ? row.error : row.spool.name))).toEqual([
      'Fog',
      'The name is missing.',
      'A colour looks like #7c9a4b.',
      '"gramsLeft" should be at least 0, and is -3.',
      'A day looks like 2026-04-05.',
      'Haze',
    ]);
    expect(rows.map(({ line }) => line)).toEqual([2, 3, 4, 5, 6, 7]);
  });

  it('is added by name: known spools are changed and keep their id', () => {
    const good = (text: string) => read(text).flatMap((row) => ('spool' in row ? [row] : []));
    const { spools, changed } = mergeShelves(
      DEMO_SHELF,
      good('name,gramsLeft,nozzleFrom\nOCHRE,900,200\nFog,10,\n'),
    );
    expect([spools.length, changed]).toEqual([DEMO_SHELF.length + 1, 1]);
    expect(spools.find(({ id }) => id === 'ochre')).toMatchObject({
      name: 'OCHRE',
      gramsLeft: 900,
      nozzle: { from: 200, to: 225 },
      // What the file does not speak of stays.
      colour: '#d49a2a',
      pricePerKg: 23,
      hidingDepth: 0.6,
    });
    const [fog] = good('name\nFog\n');
    expect(mergeShelves([], [fog])).toMatchObject({ spools: [fog.spool], changed: 0 });
  });

  it('keeps what is reserved when a spool is changed by a file', () => {
    const promise = { jobId: 'a', jobName: 'Dial', grams: 12 };
    const shelf = DEMO_SHELF.map((spool) => ({ ...spool, reserved: [promise] }));
    const rows = read(shelfCsv(DEMO_SHELF)).flatMap((row) => ('spool' in row ? [row] : []));
    expect(mergeShelves(shelf, rows)).toMatchObject({ spools: shelf, changed: shelf.length });
  });

  it('makes nothing of nothing', () => {
    expect(read('')).toEqual([]);
    expect(read('name\n\n\n')).toEqual([]);
  });
});
