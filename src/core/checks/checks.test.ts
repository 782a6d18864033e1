import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryStyle, bytesOf, writePrint } from '../../../tests/support/printFiles';
import { spiralPrint, STATE_FILES } from '../../../tests/support/stateFiles';
import { sourceOf } from '../byteSource';
import { layerNumber } from '../gcode/layers';
import { readGcode } from '../gcode/reader';
import { analysePrint } from '../geometry/analysis';
import { impossibleMove, prepareOutput } from '../output/apply';
import { makeInsertions } from '../output/insert';
import { writeOutput } from '../output/parts';
import { proveOutput } from '../output/proof';
import { dryRun } from '../output/route';
import { bandsOf } from '../plan/bands';
import { emptyPlan, withKnown, withSwap, type JobPlan } from '../plan/jobPlan';
import { planNotes } from '../plan/notes';
import { orderOf, recipeOfPlan } from '../plan/order';
import { planPurges } from '../plan/purges';
import { timelineOf } from '../plan/timeline';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { ORDINARY_PROFILE, type Printer } from '../printer/printer';
import { RECIPE_KINDS } from '../recipe/kinds';
import { plainRecipe } from '../recipe/recipe';
import { NO_SETTINGS } from '../recipe/settings';
import { ordinarySpool, spoolsOf, type Spool } from '../filament/spool';
import { ORDINARY_PRESENCE } from '../schedule/presence';
import { CHECKS, type CheckCode } from './catalogue';
import type { Check } from './check';
import { checksOf, worstLevel } from './checks';
import type { CheckGround } from './ground';

const FINGERPRINT = 'ab'.repeat(32);
const n = layerNumber;
const TRIED: Printer = {
  ...ORDINARY_PROFILE,
  understands: { kind: 'change-command', command: 'M600', testedAt: '2026-03-14' },
  timeouts: { nozzleSeconds: null, motorSeconds: null },
};
const MORNING = new Date(2026, 3, 5, 9, 0);

/** What a case starts from, and changes. */
interface Case {
  readonly text?: string;
  readonly plan?: (plan: JobPlan) => JobPlan;
  readonly printer?: Printer;
  readonly start?: Date;
  readonly shelf?: readonly Spool[];
  readonly change?: (ground: CheckGround) => CheckGround;
}

/** A quiet print: eight layers with end code, one swap at the step, a printer that was tried out. */
const QUIET = writePrint({ layers: 8, firstLayer: 0.4, layerHeight: 0.4 });

async function checksFor({
  text = QUIET,
  plan: edit,
  printer = TRIED,
  start,
  change,
  shelf = [],
}: Case) {
  const input = bytesOf(text);
  const reading = readGcode(input, printer);
  const { layers } = reading;
  const analysis = analysePrint(reading);
  const begun = withSwap(emptyPlan(FINGERPRINT), n(5));
  const plan = edit ? edit(begun) : begun;
  const bands = bandsOf(plan, layers, analysis.surface, printer.filamentDiameter);
  const order = orderOf(plan, reading, printer);
  const source = sourceOf(input);
  const impossible = impossibleMove(reading, order);
  const inside = order.swaps.filter(({ layer }) => layer <= layers.length);
  const runs = impossible
    ? []
    : await Promise.all(
        (await makeInsertions(source, reading, { ...order, swaps: inside }))
          .filter(({ title }) => title?.kind === 'swap')
          .map((insertion) => dryRun(source, reading, order, insertion)),
      );
  const troubles = runs.flatMap((run) =>
    run?.trouble ? [{ layer: run.route.layer, message: run.trouble }] : [],
  );
  const recipe = recipeOfPlan(plan, printer);
  const spools = spoolsOf(plan.palette, shelf);
  const purges = planPurges(bands, { plan, recipe, printer, spools });
  const ground: CheckGround = {
    plan,
    fingerprint: FINGERPRINT,
    printer,
    recipe,
    reading,
    bands,
    spools,
    jobId: 'this',
    purges,
    presence: { ...ORDINARY_PRESENCE, away: [{ days: [7], from: '13:00', to: '15:00' }] },
    timeline: timelineOf(bands, reading, plan.handSeconds, purges),
    start: start ?? MORNING,
    troubles:
      impossible && !impossible.ok
        ? [...troubles, { layer: 1, message: impossible.refusal.message }]
        : troubles,
  };
  const notes = planNotes({ plan, bands, layers, steps: analysis.steps, widths: new Map() });
  const checks = checksOf(change ? change(ground) : ground, notes);
  return { checks, reading, order, input, ground };
}

const codes = (checks: readonly Check[]): CheckCode[] => checks.map(({ code }) => code);

const spelledOut = (plan: JobPlan): JobPlan => ({ ...plan, recipe: plainRecipe('spelled-out') });

/** The quiet plan, its two filaments with spools `a` and `b`. */
const withSpools = (plan: JobPlan): JobPlan => ({
  ...plan,
  palette: plan.palette.map((one) =>
    one.letter < 'C' ? { ...one, spoolId: one.letter.toLowerCase() } : one,
  ),
});

/** The quiet plan in other colours. */
const inColours = (plan: JobPlan, a: string, b: string): JobPlan => ({
  ...plan,
  palette: plan.palette.map((one) => ({ ...one, colour: one.letter === 'A' ? a : b })),
});

const shelfOf = (a: Partial<Spool>, b: Partial<Spool>): readonly Spool[] => [
  ordinarySpool({ id: 'a', name: 'Peat black', gramsLeft: 500, ...a }),
  ordinarySpool({ id: 'b', name: 'Bone white', gramsLeft: 500, ...b }),
];

/** A case in which each check fires. In the quiet print none of them does, or the note says. */
const FIRING: readonly (readonly [CheckCode, Check['level'], Case])[] = [
  ['no-swap', 'may-fail', { plan: (plan) => ({ ...plan, swaps: [] }) }],
  ['another-file', 'will-fail', { plan: (plan) => ({ ...plan, fingerprint: 'cd'.repeat(32) }) }],
  ['swap-after-end', 'will-fail', { plan: (plan) => withSwap(plan, n(40)) }],
  [
    'two-swaps',
    'will-fail',
    { plan: (plan) => ({ ...plan, swaps: [...plan.swaps, { layer: n(5), letter: 'D' }] }) },
  ],
  [
    'unsafe-block',
    'will-fail',
    { plan: (p) => ({ ...p, recipe: { ...plainRecipe('change-command'), after: ['G91'] } }) },
  ],
  ['not-tried', 'may-fail', { printer: ORDINARY_PROFILE }],
  [
    'not-understood',
    'may-fail',
    { plan: (plan) => ({ ...plan, recipe: plainRecipe('pause-command', 'M25') }) },
  ],
  ['stops-in-file', 'may-fail', { text: QUIET.replace('; layer 2\n', 'M0\n; layer 2\n') }],
  [
    'low-strand',
    'may-fail',
    { plan: spelledOut, printer: { ...TRIED, volume: { x: 220, y: 220, z: 8 } } },
  ],
  [
    'nozzle-timeout',
    'may-fail',
    { printer: { ...TRIED, timeouts: { nozzleSeconds: 60, motorSeconds: null } } },
  ],
  [
    'motors-timeout',
    'may-fail',
    {
      plan: (plan) => ({ ...plan, recipe: { ...plainRecipe('spelled-out'), keepMotors: false } }),
      printer: { ...TRIED, timeouts: { nozzleSeconds: null, motorSeconds: 60 } },
    },
  ],
  [
    'temperature-undone',
    'may-fail',
    {
      text: QUIET.replace('; layer 6\n', 'M104 S200\n; layer 6\n'),
      plan: (plan) => ({
        ...plan,
        swaps: [{ ...plan.swaps[0], settings: { ...NO_SETTINGS, nozzle: 230 } }],
      }),
    },
  ],
  [
    'thin-band',
    'may-fail',
    {
      text: writePrint({ layers: 9, firstLayer: 0.1, layerHeight: 0.1 }),
      plan: (plan) => ({ ...plan, swaps: [{ layer: n(5), letter: 'B' }] }),
    },
  ],
  ['one-layer-band', 'may-fail', { plan: (plan) => withSwap(plan, n(6)) }],
  ['unseen-band', 'good-to-know', { plan: (p) => withSwap(withSwap(p, n(2)), n(4)) }],
  [
    'same-filament',
    'may-fail',
    { plan: (plan) => ({ ...plan, swaps: [{ layer: n(5), letter: 'A' }] }) },
  ],
  ['last-layer', 'may-fail', { plan: (plan) => withSwap(plan, n(8)) }],
  ['alike-neighbours', 'may-fail', { plan: (plan) => inColours(plan, '#2f2b28', '#332f2b') }],
  [
    'short-purge',
    'may-fail',
    { plan: (plan) => ({ ...plan, recipe: { ...plainRecipe('spelled-out'), purge: 10 } }) },
  ],
  [
    'many-swaps',
    'may-fail',
    {
      text: writePrint({ layers: 30 }),
      plan: (plan) => Array.from({ length: 14 }, (_, i) => n(2 + 2 * i)).reduce(withSwap, plan),
    },
  ],
  ['night-swap', 'may-fail', { start: new Date(2026, 3, 5, 23, 30) }],
  ['away-swap', 'may-fail', { start: new Date(2026, 3, 5, 13, 0) }],
  [
    'swap-in-first-layer',
    'will-fail',
    { plan: (plan) => ({ ...plan, swaps: [{ layer: n(1), letter: 'C' }, ...plan.swaps] }) },
  ],
  [
    'primes-first',
    'good-to-know',
    {
      text: QUIET.replace(
        '; layer 0\n',
        'G1 X5 Y5 Z0.3 F9000\nG1 Y90 E8 F900\nG92 E0\n; layer 0\n',
      ),
      plan: (plan) => ({ ...plan, loadFirst: true }),
    },
  ],
  ['small-contact', 'may-fail', { plan: withSpools, shelf: shelfOf({}, { family: 'TPU' }) }],
  ['alike-for-some', 'good-to-know', { plan: (plan) => inColours(plan, '#6f8f3a', '#b5793b') }],
  [
    'long-alone',
    'good-to-know',
    {
      change: (ground) => ({
        ...ground,
        timeline: { ...ground.timeline, longestAlone: { start: 60, end: 5 * 3600 } },
      }),
    },
  ],
  ['small-first-layer', 'may-fail', { text: writePrint({ layers: 400, layerHeight: 0.28 }) }],
  ['heaters-left-on', 'may-fail', { text: QUIET.replace('M104 S0\n', '') }],
  ['one-by-one', 'good-to-know', { text: STATE_FILES['several objects'] }],
  ['spiral', 'may-fail', { text: spiralPrint() }],
  ['not-enough', 'will-fail', { plan: withSpools, shelf: shelfOf({}, { gramsLeft: 0.1 }) }],
  ['no-bond', 'will-fail', { plan: withSpools, shelf: shelfOf({}, { family: 'ABS' }) }],
  [
    'nozzle-ranges',
    'may-fail',
    { plan: withSpools, shelf: shelfOf({}, { nozzle: { from: 240, to: 260 } }) },
  ],
  [
    'bed-temperature',
    'may-fail',
    { plan: withSpools, shelf: shelfOf({}, { bed: { from: 90, to: 110 } }) },
  ],
  ['two-flows', 'may-fail', { plan: withSpools, shelf: shelfOf({}, { topFlow: 3 }) }],
  [
    'mixed-extrusion',
    'good-to-know',
    { text: QUIET.replace('; layer 2\n', 'M83\nG1 X51 E0.1\nM82\nG92 E0\n; layer 2\n') },
  ],
];

describe('each check', () => {
  it('is quiet for a quiet print', async () => {
    const { checks } = await checksFor({});
    expect(codes(checks)).toEqual([]);
    expect(worstLevel(checks, new Set())).toBeNull();
    const { checks: spooled } = await checksFor({ plan: withSpools, shelf: shelfOf({}, {}) });
    expect(codes(spooled)).toEqual([]);
  });

  it.each(FIRING)('%s is found, as %s', async (code, level, given) => {
    const { checks } = await checksFor(given);
    const found = checks.find((check) => check.code === code);
    expect(found, codes(checks).join()).toMatchObject({ level });
    expect(found?.sentence).toMatch(/^[^a-z].*\.$/);
  });

  it('has a case here, but for those that are tested with the notes and the reader', () => {
    const elsewhere: CheckCode[] = ['narrow-feature', 'prime-tower'];
    const cased = FIRING.map(([code]) => code);
    expect([...cased, ...elsewhere].sort()).toEqual(Object.keys(CHECKS).sort());
  });

  it.each(FIRING.filter(([, , given]) => given.plan !== undefined || given.text !== undefined))(
    '%s goes away with its fix, where it has one',
    async (code, _level, given) => {
      const { checks } = await checksFor(given);
      const fix = checks.find((check) => check.code === code)?.fix;
      if (fix?.kind !== 'plan') return;
      const mended = await checksFor({ ...given, plan: () => fix.plan });
      const before = checks.filter((check) => check.code === code).length;
      expect(codes(mended.checks).filter((one) => one === code).length).toBeLessThan(before);
    },
  );
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
    const plan = withKnown(emptyPlan(FINGERPRINT), 'spiral', 'It is a vase.');
    expect(plan.known).toEqual([{ id: 'spiral', note: 'It is a vase.' }]);
    expect(withKnown(plan, 'spiral', 'Really.').known).toHaveLength(1);
    expect(withKnown(plan, 'spiral', null).known).toEqual([]);
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
              ...layers.map(n).reduce(withSwap, { ...plan, swaps: [] }),
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
      { seed: 83, numRuns: 150 },
    );
    expect(proven).toBeGreaterThan(15);
  });
});
