import { describe, expect, it } from 'vitest';
import { checksFor, QUIET, shelfOf, withSpools } from '../../../tests/support/checkCases';
import { withReservation } from '../filament/shelf/reserve';
import type { Spool } from '../filament/shelf/spool';
import type { JobPlan } from '../plan/jobPlan';
import { primedMm } from './fileChecks';

const sentences = async (given: Parameters<typeof checksFor>[0]): Promise<string[]> =>
  (await checksFor(given)).checks.map(({ sentence }) => sentence);

const reserved = (spool: Spool, jobId: string, grams: number): Spool =>
  withReservation(spool, { jobId, jobName: 'Tide dial', grams });

describe('what is left on a spool', () => {
  it('is not what other jobs were promised, but what this one was', async () => {
    const [a, b] = shelfOf({}, { gramsLeft: 10 });
    const others = [a, reserved(b, 'other', 9.95)];
    expect(await sentences({ plan: withSpools, shelf: others })).toEqual([
      expect.stringMatching(
        /^Bone white: 0\.\d g are needed; 10 g are left on the spool, and 9\.9 g are reserved/,
      ),
    ]);
    const own = [a, reserved(b, 'this', 9.95)];
    expect(await sentences({ plan: withSpools, shelf: own })).toEqual([]);
  });

  it('is counted once where two filaments come from one spool', async () => {
    const oneSpool = (plan: JobPlan): JobPlan => ({
      ...withSpools(plan),
      palette: withSpools(plan).palette.map((one) => ({ ...one, spoolId: 'a' })),
    });
    const { inputs } = await checksFor({ plan: withSpools, shelf: shelfOf({}, {}) });
    const grams = inputs.bands.map((band) => band.grams);
    // Enough for either, but not for both.
    const shelf = shelfOf({ gramsLeft: Math.max(...grams) * 1.3 }, {});
    const found = await checksFor({ plan: oneSpool, shelf });
    const short = found.checks.filter(({ code }) => code === 'not-enough');
    expect(short).toHaveLength(1);
    expect(short[0].sentence).toMatch(/^Peat black: /);
    expect(grams.every((one) => one * 1.05 < Math.max(...grams) * 1.3)).toBe(true);
  });

  it('says that it may fail when there is hardly anything to spare', async () => {
    const { inputs } = await checksFor({ plan: withSpools, shelf: shelfOf({}, {}) });
    const [{ grams }] = inputs.bands;
    const level = async (left: number) =>
      (await checksFor({ plan: withSpools, shelf: shelfOf({ gramsLeft: left }, {}) })).checks.map(
        (check) => check.level,
      );
    expect(await level(grams * 0.99)).toEqual(['will-fail']);
    expect(await level(grams * 1.02)).toEqual(['may-fail']);
    expect(await level(grams * 1.1)).toEqual([]);
  });

  it('includes what the file primes with', async () => {
    const lines = Array.from(
      { length: 6 },
      (_, i) => `G1 Y${i % 2 === 0 ? 105 : 5} E${10 * (i + 1)}`,
    );
    const prime = `G1 X5 Y5 Z0.3 F9000\n${lines.join('\nG1 X5.4\n')}\nG92 E0\n; layer 0\n`;
    const text = QUIET.replace('; layer 0\n', prime);
    const { reading, inputs } = await checksFor({ text });
    expect(primedMm(reading)).toBeCloseTo(60, 0);
    const shelf = shelfOf({ gramsLeft: inputs.bands[0].grams * 1.1 }, {});
    expect(await sentences({ text, plan: withSpools, shelf })).toEqual([
      expect.stringMatching(/^Peat black: .* are needed/),
    ]);
    expect(await sentences({ plan: withSpools, shelf })).toEqual([]);
  });
});

describe('unlike materials', () => {
  it.each([
    ['PLA', 'TPU', ['small-contact']],
    ['PLA', 'PETG', ['no-bond']],
    ['PLA', 'PLA', []],
    ['ABS', 'ASA', ['small-contact']],
  ] as const)('%s under %s on a small area: %s', async (below, above, expected) => {
    const { nozzle, bed, topFlow } = shelfOf({}, {})[0];
    const alike = { nozzle, bed, topFlow };
    const shelf = shelfOf({ family: below, ...alike }, { family: above, ...alike });
    const { checks } = await checksFor({ plan: withSpools, shelf });
    expect(checks.map(({ code }) => code)).toEqual(expected);
  });
});
