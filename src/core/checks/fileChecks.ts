import type { FindingCode } from '../findings';
import { plural } from '../format';
import { isBeforeLayer } from '../gcode/stops';
import { allSwaps, withPart } from '../plan/edits/partEdits';
import type { CheckCode } from './catalogue';
import type { Print } from '../print/print';
import { bedFindings } from '../printer/bedFit';
import { checkOf, type Check, type CheckLevel, type PlanFix } from './check';
import { isOfFile, type CheckInputs, type FileInputs } from './inputs';

/** Findings of reading that matter for a print with swaps, what they are called here, and how bad they are. */
const FROM_FINDINGS: readonly (readonly [FindingCode, CheckCode, CheckLevel])[] = [
  ['unsupported-move', 'not-followed', 'will-fail'],
  ['impossible-arc', 'not-followed', 'will-fail'],
  ['seems-cut-off', 'cut-off', 'may-fail'],
  ['thick-first-layer', 'odd-first-layer', 'may-fail'],
  ['first-layer-in-air', 'odd-first-layer', 'may-fail'],
  ['ambiguous-extrusion', 'two-readings', 'may-fail'],
  ['sequential-objects', 'one-by-one', 'good-to-know'],
  ['purge-block', 'prime-tower', 'good-to-know'],
  ['mixed-extrusion', 'mixed-extrusion', 'good-to-know'],
];

/** What the print itself brings along, and the sliced file that it is made of. */
export function fileChecks(inputs: CheckInputs): Check[] {
  const { printer, reading } = inputs;
  const checks = [
    ...startChecks(inputs),
    ...(isOfFile(inputs) ? stopChecks(inputs) : []),
    ...(reading.continuous ? [SPIRAL] : []),
    ...(isOfFile(inputs) ? findingChecks(inputs) : []),
    ...bedFindings(reading, printer).map(({ message }) =>
      checkOf('off-the-bed', 'may-fail', message),
    ),
    ...(isOfFile(inputs) ? remainingCheck(inputs) : []),
    ...primingCheck(inputs),
  ];
  if (isOfFile(inputs) && inputs.reading.leavesHot) {
    const sentence = 'The file leaves a heater on at the end. Switch it off yourself.';
    checks.push(checkOf('heaters-left-on', 'may-fail', sentence));
  }
  const first = reading.layers.at(0);
  const top = reading.layers.reduce((highest, { z }) => Math.max(highest, z), 0);
  if (first && isTippy(first.footprintMm2, top)) {
    const sentence = `The first layer covers ${(first.footprintMm2 / 100).toFixed(1)} cm², and the print is ${top.toFixed(0)} mm high.`;
    checks.push(checkOf('small-first-layer', 'may-fail', sentence));
  }
  return checks;
}

const SPIRAL = checkOf(
  'spiral',
  'may-fail',
  'The file is a spiral: swaps go where the path crosses the layer’s height.',
);

/** Whether the plan is for this print, and has swaps. */
function startChecks({ plan, fingerprint, bands }: CheckInputs): Check[] {
  const checks: Check[] = [];
  if (plan.fingerprint !== fingerprint) {
    const sentence = 'This plan was made for a different file than this job’s.';
    checks.push(checkOf('another-file', 'will-fail', sentence));
  }
  const early = allSwaps(plan).find(({ swap }) => swap.layer < 2);
  if (early) {
    const sentence =
      'A swap comes before layer 1, where there is nothing to swap. Load its filament first.';
    const fix: PlanFix = {
      kind: 'plan',
      label: 'Use as first load',
      edit: (one) =>
        withPart(one, early.part, (part) => ({
          ...part,
          firstLetter: early.swap.letter,
          swaps: part.swaps.filter((swap) => swap !== early.swap),
        })),
    };
    checks.push(checkOf('swap-in-first-layer', 'will-fail', sentence, { layer: 1, fix }));
  }
  if (bands.length < 2) checks.push(checkOf('no-swap', 'may-fail', 'The plan has no swaps yet.'));
  return checks;
}

/** Stops of the file's own that stay. */
function stopChecks({ plan, reading }: FileInputs): Check[] {
  const gone = new Set([...plan.takenOut, ...plan.stretches.map(({ line }) => line)]);
  const kept = reading.stops.filter(({ line }) => !gone.has(line));
  if (kept.length === 0) return [];
  const lines = kept.map(({ line }) => line);
  const sentence = `The file has ${plural(kept.length, 'stop')} of its own that ${kept.length === 1 ? 'stays' : 'stay'}, on line ${lines.slice(0, 3).join(', ')}${lines.length > 3 ? ' and more' : ''}.`;
  // One inside a layer has a reason of its own, as for a magnet; it goes only when it is asked for.
  const between = kept.filter(isBeforeLayer).map(({ line }) => line);
  const takenOut = [...new Set([...plan.takenOut, ...between])].sort((a, b) => a - b);
  const label = between.length === kept.length ? 'Remove stops' : 'Remove stops between layers';
  return [
    checkOf('stops-in-file', 'may-fail', sentence, {
      layer: kept[0].layer,
      ...(between.length > 0 && {
        fix: { kind: 'plan', label, edit: (one) => ({ ...one, takenOut }) },
      }),
    }),
  ];
}

/** What reading has found that matters for swaps. */
function findingChecks({ reading }: FileInputs): Check[] {
  const checks: Check[] = [];
  for (const [finding, code, level] of FROM_FINDINGS) {
    const found = reading.findings.find((one) => one.code === finding);
    if (!found || checks.some((check) => check.code === code)) continue;
    const where = found.line === null ? '' : ` (line ${found.line})`;
    checks.push(checkOf(code, level, found.message.replace(/\.$/, `${where}.`)));
  }
  return checks;
}

/** Less filament than this is no priming, mm. */
const LEAST_PRIMED = 1;

/** Filament that the file extrudes before its first layer, mm. */
export function primedMm({ filamentMm, layers }: Pick<Print, 'filamentMm' | 'layers'>): number {
  return filamentMm - layers.reduce((sum, layer) => sum + layer.filamentMm, 0);
}

function remainingCheck({ plan, reading, bands }: FileInputs): Check[] {
  const shown = reading.settingLines.filter(({ what }) => what === 'remaining');
  if (shown.length === 0 || plan.addToRemaining || bands.length < 2) return [];
  const sentence = `The file shows the time left on ${plural(shown.length, 'line')}, without the swaps.`;
  const label = 'Add swap time';
  const fix: PlanFix = {
    kind: 'plan',
    label,
    edit: (one) => ({ ...one, addToRemaining: true }),
  };
  return [checkOf('time-left', 'good-to-know', sentence, { fix })];
}

function primingCheck({ plan, reading, bands }: CheckInputs): Check[] {
  const first = bands.at(0);
  const primed = primedMm(reading);
  if (primed < LEAST_PRIMED || !plan.loadFirst || !first) return [];
  const { letter, name } = first.filament;
  const sentence = `The file primes the nozzle with ${primed.toFixed(0)} mm before the stop that asks for ${letter} ${name}. Load it before you start.`;
  const fix: PlanFix = {
    kind: 'plan',
    label: 'Remove stop at layer 1',
    edit: (one) => ({ ...one, loadFirst: false }),
  };
  return [checkOf('primes-first', 'good-to-know', sentence, { fix })];
}

/** Height over the width of a square of the first layer's area from which a part tips easily. */
const TIPPY = 4;

function isTippy(firstLayerMm2: number, height: number): boolean {
  return height > TIPPY * Math.sqrt(firstLayerMm2);
}
