import { describe, expect, it } from 'vitest';
import { emptyPlan, withKnown, type JobPlan } from '../plan/jobPlan';
import { checkOf, type Check } from './check';
import { gatherChecks } from './gather';

const inputs = { swaps: 14, clock: '12' } as const;
const at = (day: number, hours: number, minutes: number): Date =>
  new Date(2026, 3, day, hours, minutes);
const night = (layer: number, when: Date): Check =>
  checkOf('night-swap', 'may-fail', `Swap before layer ${layer}.`, { layer, at: when });
/** A fix that only remembers that it was done, and in which turn. */
const noted = (layer: number): Check =>
  checkOf('thin-band', 'may-fail', `Thin from layer ${layer}.`, {
    layer,
    fix: {
      kind: 'plan',
      label: 'Start this band earlier',
      edit: (plan: JobPlan) => withKnown(plan, [`done:${layer}`], ''),
    },
  });

describe('checks of one kind', () => {
  it('are one entry with their places, their times and one fix', () => {
    const checks = [
      checkOf('spiral', 'may-fail', 'A spiral.'),
      ...[at(7, 1, 37), at(7, 2, 0), at(7, 4, 21)].map((when, i) => night(10 * (i + 1), when)),
    ];
    const [spiral, swaps, ...others] = gatherChecks(checks, inputs);
    expect(others).toEqual([]);
    expect(spiral).toMatchObject({ sentence: 'A spiral.', checks: [checks[0]] });
    expect(swaps.sentence).toBe('3 of 14 swaps come at night, 1:37 to 4:21 AM.');
    expect(swaps.checks.map(({ layer }) => layer)).toEqual([10, 20, 30]);
    expect(swaps.fix).toEqual(checks[1].fix);
  });

  it('say both halves of the day, the other clock, and no range over several nights', () => {
    const late = [night(10, at(7, 23, 40)), night(20, at(8, 1, 5))];
    const said = (checks: readonly Check[], clock: '12' | '24'): string =>
      gatherChecks(checks, { swaps: 3, clock })[0].sentence;
    expect(said(late, '12')).toBe('2 of 3 swaps come at night, 11:40 PM to 1:05 AM.');
    expect(said(late, '24')).toBe('2 of 3 swaps come at night, 23:40 to 01:05.');
    const nights = [night(10, at(7, 23, 40)), night(20, at(8, 23, 5))];
    expect(said(nights, '24')).toBe('2 of 3 swaps come at night, the first at 23:40.');
  });

  it('stay apart where they are alone, of another level, or of a kind that comes once', () => {
    const checks = [
      noted(5),
      checkOf('thin-band', 'good-to-know', 'Thin.', { layer: 9 }),
      checkOf('spiral', 'may-fail', 'A spiral.'),
      checkOf('spiral', 'may-fail', 'A spiral.'),
    ];
    expect(gatherChecks(checks, inputs).map((one) => one.sentence)).toEqual(
      checks.map(({ sentence }) => sentence),
    );
  });

  it('are fixed all at once, from the top down', () => {
    const [entry] = gatherChecks([noted(5), noted(9), noted(12)], inputs);
    expect(entry.sentence).toMatch(/^3 bands are too thin/);
    if (entry.fix?.kind !== 'plan') throw new Error('no fix');
    expect(entry.fix.label).toBe('Fix all 3');
    const fixed = entry.fix.edit(emptyPlan('f'.repeat(64)));
    expect(fixed.known.map(({ id }) => id)).toEqual(['done:12', 'done:9', 'done:5']);
  });

  it('have no fix for all where some have none', () => {
    const [entry] = gatherChecks(
      [noted(5), checkOf('thin-band', 'may-fail', 'Thin.', { layer: 9, fix: null })],
      inputs,
    );
    expect(entry.fix).toBeNull();
  });
});
