import { describe, expect, it } from 'vitest';
import { checksFor } from '../../../tests/support/checkCases';
import type { CheckInputs } from './inputs';
import { timeChecks } from './timeChecks';

const base = async (): Promise<CheckInputs> => (await checksFor({})).inputs;
const at = (hours: number, minutes = 0): Date => new Date(2026, 3, 7, hours, minutes);

describe('when to be there', () => {
  it('asks for nothing by day', async () => {
    expect(timeChecks({ ...(await base()), start: at(9) })).toEqual([]);
  });

  it('counts the time at which the swap comes, not the start', async () => {
    const inputs = await base();
    const swap = inputs.timeline.stretches.find(({ kind }) => kind === 'swap');
    const minutes = (swap?.start ?? 0) / 60;
    expect(minutes).toBeGreaterThan(1);
    const codes = (start: Date) => timeChecks({ ...inputs, start }).map(({ code }) => code);
    expect(codes(at(22, 59 - Math.ceil(minutes)))).toEqual([]);
    expect(codes(at(23, 0))).toEqual(['night-swap']);
    // Begun in the last minutes of the night, the swap comes in the morning.
    expect(codes(at(6, 60 - Math.floor(minutes)))).toEqual([]);
  });

  it('knows no night for those who do not sleep', async () => {
    const inputs = await base();
    const awake = { ...inputs, start: at(2), presence: { night: null, away: [], dates: [] } };
    expect(timeChecks(awake)).toEqual([]);
  });

  it('names the hours out before the night where both hold', async () => {
    const inputs = await base();
    const away = [{ days: [1, 2, 3, 4, 5, 6, 7], from: '20:00', to: '06:00' }];
    const [check] = timeChecks({
      ...inputs,
      start: at(23, 30),
      presence: { ...inputs.presence, away },
    });
    expect(check).toMatchObject({ code: 'away-swap', layer: 5 });
    expect(check.sentence).toMatch(/comes at 23:\d\d, while you are out\.$/);
  });

  it('speaks of a long stretch only when it is long', async () => {
    const inputs = await base();
    const alone = (hours: number) =>
      timeChecks({
        ...inputs,
        start: at(9),
        timeline: { ...inputs.timeline, longestAlone: { start: 0, end: hours * 3600 } },
      }).map(({ sentence }) => sentence);
    expect(alone(2.9)).toEqual([]);
    expect(alone(3.5)).toEqual(['For 3 h 30 min no swap needs you, from 09:00 on.']);
  });
});
