import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../../tests/support/runPlans';
import { inTheNozzle } from '../../../../tests/support/oracles/nozzleNotebook';
import { BEGUN, START, stateOf, told, type Told } from '../../../../tests/support/toldRuns';
import { stepsOf } from '../checklist';
import { follow, seenIn } from './follow';
import { isOn } from './runState';
import { isUnderWay } from '../underWay';

describe('what is in the nozzle', () => {
  const FOUR = runPlan([3600, 1800, 1800, 1800]);
  const lettersAt = (plan: typeof FOUR, state: ReturnType<typeof follow>): [string, string] => [
    plan.bands[state.loaded].filament.letter,
    plan.bands[state.band].filament.letter,
  ];

  it('is the first colour still when the first of three swaps was missed and the second is taken', () => {
    const missed = [3800, { kind: 'missed' }] as const;
    const stopped = [5700, { kind: 'stopped', how: 'planned' }] as const;
    const standing = stateOf(FOUR, 5800, missed, stopped);
    expect(standing).toMatchObject({ phase: 'at-swap', swap: 1, loaded: 0, target: 2 });
    const texts = stepsOf(FOUR, { swap: 1, loaded: 0, target: 2 }).map(({ text }) => text);
    expect(texts.find((text) => text.startsWith('Unload'))).toContain('A Peat black');
    expect(texts.join(' ')).not.toContain('Reed green');
    const on = stateOf(FOUR, 6000, missed, stopped, [5900, { kind: 'resumed' }]);
    // Nothing prints instead of anything any more, though the swap was never made up for.
    expect(on).toMatchObject({ phase: 'printing', isWrong: false, missed: [0] });
    expect(lettersAt(FOUR, on)).toEqual(['C', 'C']);
  });

  it('is right again when several were missed and one late swap makes up for them', () => {
    const both = [
      [3800, { kind: 'missed' }],
      [5600, { kind: 'missed' }],
    ] as const;
    const before = stateOf(FOUR, 5700, ...both);
    expect(before).toMatchObject({ isWrong: true, missed: [0, 1] });
    expect(lettersAt(FOUR, before)).toEqual(['A', 'C']);
    const after = stateOf(
      FOUR,
      6200,
      ...both,
      [5900, { kind: 'stopped', how: 'late' }],
      [6100, { kind: 'resumed' }],
    );
    expect(after).toMatchObject({ isWrong: false, missed: [0] });
    expect(lettersAt(FOUR, after)).toEqual(['C', 'C']);
  });

  it('is there already where a missed swap brings the plan back to it', () => {
    const back = {
      ...FOUR,
      bands: FOUR.bands.map((one, i) =>
        i === 2 ? { ...one, filament: FOUR.bands[0].filament } : one,
      ),
    };
    const steps = stepsOf(back, { swap: 1, loaded: 0, target: 2 });
    expect(steps.map(({ id }) => id)).toEqual(['ready', 'resume', 'watch']);
    expect(steps[0].text).toMatch(/already in the nozzle/);
  });

  it('is another one when that is told, at a swap or while it prints', () => {
    const standing = [3720, { kind: 'stopped', how: 'planned' }] as const;
    const other = [3800, { kind: 'loaded', letter: 'C' }] as const;
    expect(stateOf(FOUR, 3900, standing, other)).toMatchObject({ loaded: 0, target: 2 });
    const on = stateOf(FOUR, 4000, standing, other, [3950, { kind: 'resumed' }]);
    expect(lettersAt(FOUR, on)).toEqual(['C', 'B']);
    expect(on.isWrong).toBe(true);
    const put = stateOf(
      FOUR,
      4100,
      standing,
      other,
      [3950, { kind: 'resumed' }],
      [4050, { kind: 'loaded', letter: 'B' }],
    );
    expect(put.isWrong).toBe(false);
    const nowhere = stateOf(FOUR, 100, [50, { kind: 'loaded', letter: 'Q' }]);
    expect(nowhere.passedOver[0].why).toBe('The plan has no filament Q.');
  });

  it('is counted to what each filament has printed', () => {
    const late = told(
      BEGUN,
      [3720, { kind: 'missed' }],
      [3720 + 450, { kind: 'stopped', how: 'late' }],
      [4400, { kind: 'resumed' }],
    );
    // A quarter of the second band has come out in the first colour.
    expect(seenIn(FOUR, late).printed).toEqual([
      { band: 0, filament: 0, share: 1 },
      { band: 1, filament: 0, share: 0.25 },
      { band: 1, filament: 1, share: 0.75 },
    ]);
    const early = told(
      BEGUN,
      [120 + 2700, { kind: 'stopped', how: 'early' }],
      [3000, { kind: 'resumed' }],
    );
    const { printed } = seenIn(FOUR, early);
    expect(printed.map(({ band, filament }) => [band, filament])).toEqual([
      [0, 0],
      [0, 1],
      [1, 1],
    ]);
    expect(printed[0].share).toBeCloseTo(2820 / 3720, 9);
    for (const band of [0, 1]) {
      const whole = printed.reduce((sum, one) => sum + (one.band === band ? one.share : 0), 0);
      expect(whole).toBeCloseTo(1, 9);
    }
  });

  const tap = fc.oneof(
    fc.record({
      kind: fc.constant('stopped' as const),
      how: fc.constantFrom('planned' as const, 'early' as const, 'late' as const),
    }),
    fc.record({
      kind: fc.constantFrom(
        'resumed' as const,
        'resumed' as const,
        'missed' as const,
        'paused' as const,
      ),
    }),
    fc.record({
      kind: fc.constant('loaded' as const),
      letter: fc.constantFrom('A', 'B', 'C', 'Q'),
    }),
    fc.record({ kind: fc.constant('started' as const), layer: fc.integer({ min: 1, max: 50 }) }),
  );

  it('is what the last swap that was told to be done has put in, after any taps', () => {
    let swaps = 0;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 60, max: 9000 }), tap), {
          minLength: 8,
          maxLength: 20,
        }),
        fc.option(fc.integer({ min: 1, max: 40 })),
        (taps, layer) => {
          let at = 0;
          const events = told(
            [0, { kind: 'started', layer, after: (layer ?? 0) > 35 ? 5 : null }],
            ...taps.map(([after, one]) => [(at += after), one as Told] as const),
          );
          const state = follow(FOUR, events, START + 1e9);
          const { letter } = FOUR.bands[state.loaded].filament;
          const noted = inTheNozzle(FOUR, events);
          expect(state.phase === 'ready').toBe(noted === null);
          expect(letter).toBe(noted ?? 'A');
          expect(state.isWrong).toBe(letter !== FOUR.bands[state.band].filament.letter);
          expect(isUnderWay(FOUR, events)).toBe(isOn(state));
          swaps += seenIn(FOUR, events).swaps.length;
        },
      ),
      { seed: 28, numRuns: 2000 },
    );
    expect(swaps).toBeGreaterThan(1000);
  });
});
