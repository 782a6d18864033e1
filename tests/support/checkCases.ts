import { bytesOf, writePrint } from './printFiles';
import { withMain, withSwapsBefore } from './plans';
import { spiralPrint, STATE_FILES } from './stateFiles';
import { sourceOf } from '../../src/core/byteSource';
import { layerNumber } from '../../src/core/layers';
import { readGcode } from '../../src/core/read/reader';
import { analysePrint } from '../../src/core/print/analysis';
import { impossibleMove } from '../../src/core/write/prepare';
import { makeInsertions } from '../../src/core/write/insertions';
import { dryRuns } from '../../src/core/proof/dryRun';
import { bandsOf, shownByLayers, shownBySections } from '../../src/core/plan/work/bands';
import { emptyPlan, type JobPlan } from '../../src/core/plan/jobPlan';
import { withSwap } from '../../src/core/plan/edits/partEdits';
import { isWhole } from '../../src/core/plan/parts';
import { planNotes } from '../../src/core/plan/work/notes';
import { requestOfPlan } from '../../src/core/write/request/planRequest';
import { recipeOfPlan } from '../../src/core/plan/recipeOfPlan';
import { planPurges } from '../../src/core/plan/work/purges';
import { timelineOf } from '../../src/core/plan/work/timeline';
import { ORDINARY_PROFILE, type Printer } from '../../src/core/printer/printer';
import { plainRecipe } from '../../src/core/recipe/recipe';
import { NO_SETTINGS } from '../../src/core/recipe/settings';
import { ordinarySpool, spoolsOf, type Spool } from '../../src/core/filament/shelf/spool';
import { ORDINARY_PRESENCE } from '../../src/core/schedule/presence';
import { type CheckCode } from '../../src/core/checks/catalogue';
import type { Check } from '../../src/core/checks/check';
import { checksOf } from '../../src/core/checks/checks';
import type { JoinedInputs } from '../../src/core/checks/inputs';
import type { PartInputs } from '../../src/core/checks/inputs';
import { sectionWishes } from '../../src/core/plan/wishes';
import { partsPrint } from './partsPrints';
import type { CheckInputs } from '../../src/core/checks/inputs';

export const FINGERPRINT = 'ab'.repeat(32);
const n = layerNumber;
export const TRIED: Printer = {
  ...ORDINARY_PROFILE,
  understands: { kind: 'change-command', command: 'M600', testedAt: '2026-03-14' },
  timeouts: { nozzleSeconds: null, motorSeconds: null },
};
const MORNING = new Date(2026, 3, 5, 9, 0);

/** What a case starts from, and changes. */
export interface CheckCase {
  readonly text?: string;
  readonly plan?: (plan: JobPlan) => JobPlan;
  readonly printer?: Printer;
  readonly start?: Date;
  readonly shelf?: readonly Spool[];
  /** Narrowest width of a band, mm, by its first layer. */
  readonly widths?: ReadonlyMap<number, number>;
  readonly change?: (inputs: CheckInputs) => CheckInputs;
  /** What is known of parts side by side, for a plan that has them. */
  readonly parts?: Partial<PartInputs>;
}

/** A quiet print: eight layers with end code, one swap at the step, a printer that was tried out. */
export const QUIET = writePrint({ layers: 8, firstLayer: 0.4, layerHeight: 0.4 });

/** Runs all checks on a case. */
export async function checksFor({
  text = QUIET,
  plan: edit,
  printer = TRIED,
  start,
  change,
  parts,
  shelf = [],
  widths = new Map(),
}: CheckCase) {
  const input = bytesOf(text);
  const reading = readGcode(input, printer);
  const { layers } = reading;
  const analysis = analysePrint(reading);
  // A print so small takes less filament than an ordinary purge.
  const begun = {
    ...withSwap(emptyPlan(FINGERPRINT), n(5)),
    purges: [{ from: 'A', to: 'B', mm: 20 }],
  };
  const plan = edit ? edit(begun) : begun;
  const wishes = sectionWishes(plan, reading);
  const shown = isWhole(plan) ? shownByLayers(analysis.surface) : shownBySections(null);
  const { filamentDiameter } = printer;
  const bands = bandsOf(plan, { reading, wishes, shown, filamentDiameter });
  const request = requestOfPlan(plan, reading, printer);
  const source = sourceOf(input);
  const impossible = impossibleMove(reading, request);
  const runs = impossible
    ? []
    : await dryRuns(source, reading, printer, await makeInsertions(source, reading, request));
  const troubles = runs.flatMap(({ trouble, route: { layer } }) =>
    trouble === null ? [] : [{ layer, message: trouble }],
  );
  const recipe = recipeOfPlan(plan, printer);
  const spools = spoolsOf(plan.palette, shelf);
  const purges = planPurges(bands, { plan, recipe, printer, spools });
  const inputs: CheckInputs = {
    plan,
    fingerprint: FINGERPRINT,
    printer,
    recipe,
    reading,
    bands,
    request,
    parts: {
      wishes,
      picture: null,
      fewest: 4,
      dip: null,
      held: [],
      carriesBlock: false,
      joined: null,
      ...parts,
    },
    spools,
    jobId: 'this',
    purges,
    presence: { ...ORDINARY_PRESENCE, away: [{ days: [7], from: '13:00', to: '15:00' }] },
    timeline: timelineOf(bands, reading, () => plan.handSeconds, purges),
    start: start ?? MORNING,
    clock: '24',
    troubles:
      impossible && !impossible.ok
        ? [...troubles, { layer: 1, message: impossible.refusal.message }]
        : troubles,
  };
  const notes = planNotes({ plan, bands, layers, steps: analysis.steps, widths });
  const checks = checksOf(change ? change(inputs) : inputs, notes);
  return { checks, reading, order: request, input, inputs };
}

export const codes = (checks: readonly Check[]): CheckCode[] => checks.map(({ code }) => code);

/** The quiet plan for three parts side by side. */
const inParts = (plan: JobPlan): JobPlan => ({
  ...plan,
  parts: [
    { key: 'T0', firstLetter: 'A', swaps: [] },
    { key: 'T1', firstLetter: 'B', swaps: [] },
    { key: 'T2', firstLetter: 'C', swaps: [] },
  ],
});
export const IN_PARTS: CheckCase = { text: partsPrint({ tools: () => [0, 1, 2] }), plan: inParts };
const FACE_DOWN: CheckCase = {
  ...IN_PARTS,
  text: partsPrint({ layers: 6, tools: (layer) => (layer < 3 ? [0, 1, 2] : [0]) }),
};
/** The same without the third part. */
function withTwoParts(plan: JobPlan): JobPlan {
  const made = inParts(plan);
  const [first, second] = made.parts;
  return { ...made, parts: [first, second] };
}
export const touching = (depthMm: number): PartInputs['dip'] => ({
  dipMm: 0.4,
  touches: [
    { low: 1, high: 5, rise: 0.4, distance: 0.6, touchMm: 12, depthMm, at: { x: 0, y: 0 } },
  ],
});

/** Two files that are printed together, of which nothing but how they lie is worth a word. */
const joinedAs = (other: Partial<JoinedInputs>): Partial<PartInputs> => ({
  joined: {
    names: ['one.gcode', 'two.gcode'],
    overlaps: [],
    relations: [{ file: 1, to: 0, kind: 'on' }],
    nozzle: [205, 205],
    bed: [60, 60],
    heights: [
      { first: 0.2, next: 0.2 },
      { first: 0.2, next: 0.2 },
    ],
    ...other,
  },
});

/** The plan of three parts, as one file for each filament in turn. */
const inFiles =
  (home: JobPlan['home']) =>
  (plan: JobPlan): JobPlan => ({ ...inParts(plan), delivery: 'file-per-band', home });

const spelledOut = (plan: JobPlan): JobPlan => ({ ...plan, recipe: plainRecipe('spelled-out') });

/** The quiet plan, its two filaments with spools `a` and `b`. */
export const withSpools = (plan: JobPlan): JobPlan => ({
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

export const shelfOf = (a: Partial<Spool>, b: Partial<Spool>): readonly Spool[] => [
  ordinarySpool({ id: 'a', name: 'Peat black', gramsLeft: 500, ...a }),
  ordinarySpool({ id: 'b', name: 'Bone white', gramsLeft: 500, ...b }),
];

/** The quiet print with a small block beside it, at a height of its own in each layer. */
function withTower(): string {
  let layer = 0;
  return QUIET.replace('M82', 'M83\n')
    .split('\n')
    .flatMap((line) => {
      if (!line.startsWith('; layer')) return [line];
      const z = (0.47 + 0.4 * layer++).toFixed(2);
      return [line, `G0 X90 Y90 Z${z}`, 'G1 X94 E0.2', 'G1 Y94 E0.2', 'G1 X90 E0.2'];
    })
    .join('\n');
}

/** A case in which each check fires. In the quiet print none of them does, or the note says. */
export const FIRING: readonly (readonly [CheckCode, Check['level'], CheckCase])[] = [
  ['no-swap', 'may-fail', { plan: (plan) => withMain(plan, { swaps: [] }) }],
  ['another-file', 'will-fail', { plan: (plan) => ({ ...plan, fingerprint: 'cd'.repeat(32) }) }],
  ['swap-after-end', 'will-fail', { plan: (plan) => withSwap(plan, n(40)) }],
  [
    'two-swaps',
    'will-fail',
    {
      plan: (plan) =>
        withMain(plan, { swaps: [...plan.parts[0].swaps, { layer: n(5), letter: 'D' }] }),
    },
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
      printer: {
        ...TRIED,
        timeouts: { nozzleSeconds: null, motorSeconds: 60 },
        firmware: { namesMotors: true, longestPushMm: 45 },
      },
    },
  ],
  [
    'setting-undone',
    'may-fail',
    {
      text: QUIET.replace('; layer 6\n', 'M104 S200\n; layer 6\n'),
      plan: (plan) => {
        const [swap] = plan.parts[0].swaps;
        return withMain(plan, { swaps: [{ ...swap, settings: { ...NO_SETTINGS, nozzle: 230 } }] });
      },
    },
  ],
  [
    'thin-band',
    'may-fail',
    {
      text: writePrint({ layers: 9, firstLayer: 0.1, layerHeight: 0.1 }),
      plan: (plan) => withMain(plan, { swaps: [{ layer: n(5), letter: 'B' }] }),
    },
  ],
  ['one-layer-band', 'may-fail', { plan: (plan) => withSwap(plan, n(6)) }],
  ['unseen-band', 'good-to-know', { plan: (p) => withSwap(withSwap(p, n(2)), n(4)) }],
  [
    'same-filament',
    'may-fail',
    { plan: (plan) => withMain(plan, { swaps: [{ layer: n(5), letter: 'A' }] }) },
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
      plan: (plan) =>
        withSwapsBefore(
          plan,
          Array.from({ length: 14 }, (_, i) => 2 + 2 * i),
        ),
    },
  ],
  ['night-swap', 'may-fail', { start: new Date(2026, 3, 5, 23, 30) }],
  ['away-swap', 'may-fail', { start: new Date(2026, 3, 5, 13, 0) }],
  [
    'swap-in-first-layer',
    'will-fail',
    {
      plan: (plan) =>
        withMain(plan, { swaps: [{ layer: n(1), letter: 'C' }, ...plan.parts[0].swaps] }),
    },
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
      change: (inputs) => ({
        ...inputs,
        timeline: { ...inputs.timeline, longestAlone: { start: 60, end: 5 * 3600 } },
      }),
    },
  ],
  ['small-first-layer', 'may-fail', { text: writePrint({ layers: 400, layerHeight: 0.28 }) }],
  ['heaters-left-on', 'may-fail', { text: QUIET.replace('M104 S0\n', '') }],
  ['one-by-one', 'good-to-know', { text: STATE_FILES['several objects'] }],
  ['spiral', 'may-fail', { text: spiralPrint() }],
  ['other-diameter', 'will-fail', { plan: withSpools, shelf: shelfOf({}, { diameter: 2.85 }) }],
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
  ['narrow-feature', 'may-fail', { widths: new Map([[5, 0.6]]) }],
  ['prime-tower', 'good-to-know', { text: withTower() }],
  ['not-followed', 'will-fail', { text: QUIET.replace('; layer 2\n', 'G1 X1.2.3\n; layer 2\n') }],
  ['cut-off', 'may-fail', { text: QUIET.slice(0, QUIET.lastIndexOf('G1 X60') + 30) }],
  [
    'odd-first-layer',
    'may-fail',
    { text: writePrint({ layers: 8, firstLayer: 0.8, layerHeight: 0.4 }) },
  ],
  ['two-readings', 'may-fail', { text: QUIET.replace('M82\n', 'M83\nG90\n') }],
  ['off-the-bed', 'may-fail', { printer: { ...TRIED, volume: { x: 60, y: 60, z: 240 } } }],
  ['time-left', 'good-to-know', { text: QUIET.replace('; layer 2\n', 'M73 P40 R9\n; layer 2\n') }],
  ['absurd-count', 'may-fail', { ...IN_PARTS, parts: { fewest: 26 } }],
  ['first-layer-colours', 'good-to-know', IN_PARTS],
  ['face-down', 'good-to-know', FACE_DOWN],
  ['thin-inlay', 'may-fail', FACE_DOWN],
  ['small-colour', 'good-to-know', IN_PARTS],
  ['touches-neighbour', 'will-fail', { ...IN_PARTS, parts: { dip: touching(0.3) } }],
  [
    'section-held',
    'good-to-know',
    { ...IN_PARTS, parts: { held: [{ section: 3, lead: 2, line: 88, text: 'PARK_AND_PURGE' }] } },
  ],
  ['part-without-filament', 'may-fail', { ...IN_PARTS, plan: withTwoParts }],
  ['purge-block', 'good-to-know', { text: withTower(), plan: (plan) => inParts(plan) }],
  [
    'one-place',
    'will-fail',
    { ...IN_PARTS, parts: joinedAs({ overlaps: [{ one: 0, other: 1, areaMm2: 12 }] }) },
  ],
  ['how-they-lie', 'good-to-know', { ...IN_PARTS, parts: joinedAs({}) }],
  ['different-heat', 'may-fail', { ...IN_PARTS, parts: joinedAs({ bed: [60, 80] }) }],
  [
    'different-heights',
    'good-to-know',
    {
      ...IN_PARTS,
      parts: joinedAs({
        heights: [
          { first: 0.2, next: 0.2 },
          { first: 0.2, next: 0.3 },
        ],
      }),
    },
  ],
  ['bed-between-files', 'may-fail', { ...IN_PARTS, plan: inFiles('nothing') }],
  ['fresh-start', 'good-to-know', { ...IN_PARTS, plan: inFiles('xy') }],
  ['homes-between', 'may-fail', { ...IN_PARTS, plan: inFiles('all') }],
];
