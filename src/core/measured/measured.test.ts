import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ORDINARY_PROFILE } from '../printer/printer';
import { coveredBy, coveringOf } from './covering';
import { DEMO_MEASUREMENTS } from './demoMeasurements';
import {
  combined,
  measuredOn,
  parseMeasurement,
  profileOrigin,
  type Measurement,
} from './measurement';
import { mostTrusted, originWords, SET, TRUST, USUAL, type Origin, type Sourced } from './origin';
import {
  isProfileField,
  PROFILE_FIELDS,
  profileNumber,
  withProfileNumber,
  type ProfileField,
} from './subjects';

const ORIGINS: Readonly<Record<Origin['source'], Origin>> = {
  set: SET,
  measured: { source: 'measured', day: '2026-12-03', times: 1, spread: 5 },
  learned: { source: 'learned', runs: 6 },
  usual: USUAL,
};

const measurement = (values: readonly number[], more: Partial<Measurement> = {}): Measurement => ({
  id: 'one',
  takenAt: 1000,
  day: '2026-12-03',
  piece: 'purge-ladder',
  printerId: 'attic',
  about: 'A ladder',
  values: values.map((value) => ({ subject: 'purge a → b', value, spread: 10, before: null })),
  ...more,
});

describe('the order of trust', () => {
  it('takes what the person set, then what was measured, then what prints taught, then what is usual', () => {
    const known = (Object.keys(ORIGINS) as Origin['source'][]).map((source, value) => {
      return { value, origin: ORIGINS[source] };
    });
    fc.assert(
      fc.property(fc.shuffledSubarray(known), (some: Sourced[]) => {
        const found = mostTrusted(99, some);
        const best = TRUST.find((source) => some.some(({ origin }) => origin.source === source));
        expect(found.origin.source).toBe(best ?? 'usual');
        expect(found.value).toBe(some.find(({ origin }) => origin.source === best)?.value ?? 99);
      }),
      { seed: 3 },
    );
  });

  it.each([
    [ORIGINS.set, 'set by you'],
    [ORIGINS.measured, 'measured on 3 Dec'],
    [{ ...ORIGINS.measured, times: 3 }, 'measured on 3 Dec, mean of 3'],
    [ORIGINS.learned, 'learned from 6 prints'],
    [{ source: 'learned', runs: 1 }, 'learned from 1 print'],
    [ORIGINS.usual, 'usual value'],
  ] as [Origin, string][])('is said in words', (origin, words) => {
    expect(originWords(origin, '2026-12-31')).toBe(words);
  });

  it('names the year of a day in another one', () => {
    expect(originWords(ORIGINS.measured, '2027-01-01')).toBe('measured on 3 Dec 2026');
  });
});

describe('measurements', () => {
  it('are averaged, each half as sure as the step and the scatter let', () => {
    const twice = [
      measurement([40]),
      measurement([60], { id: 'two', takenAt: 2000, day: '2026-12-05' }),
    ];
    const found = combined(twice, 'purge a → b', 'attic');
    expect(found).toMatchObject({ value: 50, times: 2, day: '2026-12-05' });
    // Two readings 20 mm apart: the standard error of their mean is 10 mm.
    expect(found?.spread).toBeCloseTo(10, 6);
    const alike = combined([measurement([50, 50, 50, 50])], 'purge a → b', 'attic');
    expect(alike?.spread).toBeCloseTo(10 / 2, 6);
  });

  it('of another printer, or of another pair, say nothing', () => {
    const one = [measurement([40])];
    expect(combined(one, 'purge a → b', 'shed')).toBe(null);
    expect(combined(one, 'purge b → a', 'attic')).toBe(null);
    expect(combined(one, 'purge a → b', null)?.value).toBe(40);
    expect(measuredOn(one, 'shed')).toEqual([]);
    expect(measuredOn([measurement([1], { printerId: null })], 'shed')).toHaveLength(1);
  });

  it('are read as they are stored, and refused in words', () => {
    for (const one of DEMO_MEASUREMENTS)
      expect(parseMeasurement(one)).toEqual({ ok: true, value: one });
    expect(parseMeasurement({ ...measurement([1]), piece: 'guess' }).ok).toBe(false);
    expect(parseMeasurement(measurement([])).ok).toBe(false);
  });
});

describe('how a spool covers', () => {
  it('is the mean over others while nobody knows over which it comes', () => {
    const over = (lower: string, value: number, id: string): Measurement =>
      measurement([], {
        id,
        values: [{ subject: `hides fog over ${lower}`, value, spread: 0.1, before: null }],
      });
    const both = [over('peat', 0.6, 'one'), over('mud', 0.4, 'two')];
    expect(coveredBy(both, 'fog').map(({ lower, value }) => [lower, value])).toEqual([
      ['peat', 0.6],
      ['mud', 0.4],
    ]);
    expect(coveringOf(both, { id: 'fog', hidingDepth: 2 })).toEqual({ hidingDepth: 0.5 });
    expect(coveringOf(both, { id: 'reed', hidingDepth: 2 })).toEqual({ hidingDepth: 2 });
  });
});

describe('a number of a profile', () => {
  const fields = Object.keys(PROFILE_FIELDS) as ProfileField[];

  it.each(fields)('%s is put into the profile and found there again', (field) => {
    const before = profileNumber(ORDINARY_PROFILE, field);
    const printer = withProfileNumber(ORDINARY_PROFILE, field, 0.321);
    expect(profileNumber(printer, field)).toBe(0.321);
    expect(profileNumber(ORDINARY_PROFILE, field)).toBe(before);
    expect(isProfileField(field)).toBe(true);
  });

  it('is measured while it is what was measured, else set, else usual', () => {
    const found = { value: 0.8, spread: 0.1, times: 1, day: '2026-12-03' };
    expect(profileOrigin(0.8, 1, found).source).toBe('measured');
    expect(profileOrigin(0.9, 1, found).source).toBe('set');
    expect(profileOrigin(1, 1, found).source).toBe('usual');
    expect(profileOrigin(null, null, null).source).toBe('usual');
  });
});
