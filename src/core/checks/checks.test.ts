import fc from 'fast-check';
import { withMain, withSwapsBefore } from '../../../tests/support/plans';
import { describe, expect, it } from 'vitest';
import { arbitraryStyle, writePrint } from '../../../tests/support/printFiles';
import { sourceOf } from '../byteSource';
import { layerNumber } from '../layers';
import { prepareOutput } from '../write/prepare';
import { writeOutput } from '../blocks/pieces';
import { proveOutput } from '../proof/proof';
import { emptyPlan, withKnown, type JobPlan } from '../plan/jobPlan';
import { withSwap } from '../plan/edits/partEdits';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { ORDINARY_PROFILE } from '../printer/printer';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { holdsMotors, plainRecipe } from '../recipe/recipe';
import {
  checksFor,
  codes,
  FINGERPRINT,
  FIRING,
  shelfOf,
  TRIED,
  withSpools,
} from '../../../tests/support/checkCases';
import { CHECKS } from './catalogue';
import { worstLevel } from './checks';
import { runs } from '../../../tests/support/runs';

const n = layerNumber;

describe('each check', () => {
  it('is quiet for a quiet print', async () => {
    const { checks } = await checksFor({});
    expect(codes(checks)).toEqual([]);
    expect(worstLevel(checks, new Set())).toBeNull();
    const { checks: spooled } = await checksFor({ plan: withSpools, shelf: shelfOf({}, {}) });
    expect(codes(spooled)).toEqual([]);
  });

  it.each(FIRING)(
    '%s is found, as %s, and is silent without its cause',
    async (code, level, given) => {
      const { checks } = await checksFor(given);
      const found = checks.find((check) => check.code === code);
      expect(found, codes(checks).join()).toMatchObject({ level });
      expect(found?.sentence).toMatch(/^[^a-z].*\.$/);
      const spools = given.shelf ? { plan: withSpools, shelf: shelfOf({}, {}) } : {};
      expect(codes((await checksFor(spools)).checks)).not.toContain(code);
    },
  );

  it('is listed in the table of checks', async () => {
    const rows: string[] = [];
    for (const [code, level, given] of FIRING) {
      const { checks } = await checksFor(given);
      const check = checks.find((one) => one.code === code);
      const fix = check?.fix ? check.fix.label : '–';
      const { why, page } = CHECKS[code];
      rows.push(`| \`${code}\` | ${level} | ${check?.sentence} | ${why} | ${fix} | ${page} |`);
    }
    const table = [
      '# The checks before printing',
      '',
      'Made by `src/core/checks/checks.test.ts`, which runs a case in which each check fires, and holds',
      'that it is silent in the same print without the cause. The sentences are those of the cases.',
      '`npx vitest run src/core/checks -u` makes the table again.',
      '',
      '| Check | Level | What it says in its case | Why it matters | What helps | Page of the guide |',
      '|---|---|---|---|---|---|',
      ...rows.toSorted(),
      '',
    ];
    await expect(table.join('\n')).toMatchFileSnapshot('../../../docs/checks.md');
  });

  it('has a case', () => {
    // What the logbook says has its cases beside it.
    const own = Object.keys(CHECKS).filter((code) => !code.startsWith('seen-'));
    expect(FIRING.map(([code]) => code).sort()).toEqual(own.sort());
  });

  it.each(FIRING.filter(([, , given]) => given.plan !== undefined || given.text !== undefined))(
    '%s goes away with its fix, where it has one',
    async (code, _level, given) => {
      const { checks } = await checksFor(given);
      const fix = checks.find((check) => check.code === code)?.fix;
      if (fix?.kind !== 'plan') return;
      const mended = await checksFor({ ...given, plan: fix.edit });
      const before = checks.filter((check) => check.code === code).length;
      expect(codes(mended.checks).filter((one) => one === code).length).toBeLessThan(before);
    },
  );
});

describe('motors that switch off while the printer waits', () => {
  const found = async (kind: (typeof RECIPE_KINDS)[number], motorSeconds: number | null) => {
    const printer = { ...TRIED, timeouts: { nozzleSeconds: null, motorSeconds } };
    const plan = (one: JobPlan): JobPlan => ({ ...one, recipe: plainRecipe(kind) });
    const { checks } = await checksFor({ plan, printer });
    return checks.filter(({ code }) => code === 'motors-timeout').map(({ sentence }) => sentence);
  };

  it('are told before printing where an ordinary swap takes longer, and nothing holds them', async () => {
    for (const kind of ['change-command', 'pause-command'] as const) {
      expect(await found(kind, 120)).toEqual([
        expect.stringMatching(/after 2 min of waiting, and an ordinary swap takes 3 min/),
      ]);
      expect(await found(kind, 240)).toEqual([]);
      expect(await found(kind, null)).toEqual([]);
    }
    expect(await found('spelled-out', 120)).toEqual([
      expect.stringMatching(/unless M17 keeps them on/),
    ]);
  });

  it('are not counted down where the recipe holds them', () => {
    const held = { kind: 'spelled-out', keepMotors: true } as const;
    expect(holdsMotors(held)).toBe(true);
    expect(holdsMotors({ ...held, kind: 'pause-command' })).toBe(false);
    expect(holdsMotors({ ...held, keepMotors: false })).toBe(false);
  });
});

describe('a wait', () => {
  it.each([
    ['switches the nozzle off', ['M104 S0']],
    ['switches the bed off', ['M140 S0']],
    ['lets all motors go', ['M18']],
    ['moves over the print', ['G1 X60 Y60 Z0.3']],
  ])('that %s will fail, whatever kind of stop it is', async (_what, lines) => {
    for (const kind of ['pause-command', 'spelled-out', 'change-command'] as const) {
      const recipe = { ...plainRecipe(kind), before: lines };
      const { checks } = await checksFor({ plan: (plan) => ({ ...plan, recipe }) });
      expect(checks.map(({ code, level }) => [code, level])).toContainEqual([
        'unsafe-block',
        'will-fail',
      ]);
    }
  });
});

describe('what the person knows', () => {
  it('no longer counts for the badge, unless it will fail', async () => {
    const { checks } = await checksFor({ printer: ORDINARY_PROFILE });
    const known = new Set(checks.map(({ id }) => id));
    expect(worstLevel(checks, new Set())).toBe('may-fail');
    expect(worstLevel(checks, known)).toBeNull();
    const { checks: failing } = await checksFor({ plan: (plan) => withSwap(plan, n(40)) });
    expect(worstLevel(failing, new Set(failing.map(({ id }) => id)))).toBe('will-fail');
  });

  it('stays on the plan with its note, and can be taken back', () => {
    const plan = withKnown(emptyPlan(FINGERPRINT), ['spiral'], 'It is a vase.');
    expect(plan.known).toEqual([{ id: 'spiral', note: 'It is a vase.' }]);
    expect(withKnown(plan, ['spiral'], 'Really.').known).toHaveLength(1);
    expect(withKnown(plan, ['spiral'], null).known).toEqual([]);
  });
});

describe('a plan of which no check says that it will fail', () => {
  it('always proves', async () => {
    const arbitraryRecipe = fc
      .record({
        kind: fc.constantFrom(...RECIPE_KINDS),
        park: fc.constantFrom(null, { x: 55, y: 55 }, { x: 180, y: 20 }, { x: 400, y: 0 }),
        purge: fc.constantFrom(null, 0, 80),
        after: fc.constantFrom([], ['G91'], ['M117 Go'], ['G1 Z30']),
        change: fc.constantFrom({}, { X: 60, Y: 60, Z: 10 }, { X: 5, Y: 200, Z: 20 }),
      })
      .map((given) => ({ ...plainRecipe(given.kind), ...given }));
    let proven = 0;
    await fc.assert(
      fc.asyncProperty(
        arbitraryStyle,
        arbitraryRecipe,
        fc.constantFrom(TRIED, EXAMPLE_PRINTERS[1]),
        fc.uniqueArray(fc.integer({ min: 2, max: 9 }), { minLength: 1, maxLength: 3 }),
        async (style, recipe, printer, layers) => {
          const { checks, reading, order, input } = await checksFor({
            text: writePrint(style),
            printer,
            plan: (plan) => ({
              ...withSwapsBefore(withMain(plan, { swaps: [] }), layers),
              recipe,
            }),
          });
          if (checks.some(({ level }) => level === 'will-fail')) return;
          const source = sourceOf(input);
          const prepared = await prepareOutput(source, reading, order);
          if (!prepared.ok) throw new Error(prepared.refusal.message);
          const output = sourceOf(writeOutput(input, prepared.value));
          const proof = await proveOutput(source, output, { reading, planned: order, printer });
          expect(proof.checks.filter(({ ok }) => !ok)).toEqual([]);
          proven++;
        },
      ),
      { seed: 83, numRuns: runs(200) },
    );
    expect(proven).toBeGreaterThan(0.07 * runs(200));
  });
});
