import { HAIR } from '../tolerances';
import type { Relation } from '../order/relations';
import { homeWords } from '../delivery/deliveryText';
import { checkOf, type Check } from './check';
import type { FileInputs, JoinedInputs } from './inputs';

/** Differences below this are none, °C and mm. */
const SAME_HEAT = 1;

const RELATION_WORDS: Readonly<Record<Relation['kind'], string>> = {
  on: 'is printed on top of',
  'in-pocket': 'is printed into the pocket of',
  beside: 'is printed beside',
};

/** What to know before several files are printed together. */
export function joinedChecks(inputs: FileInputs): Check[] {
  const joined = inputs.parts.joined;
  return [...(joined ? togetherChecks(inputs, joined) : []), ...deliveryChecks(inputs)];
}

function togetherChecks({ reading }: FileInputs, joined: JoinedInputs): Check[] {
  const { names, overlaps, relations, nozzle, bed, heights } = joined;
  const checks: Check[] = [];
  const overlap = overlaps.at(0);
  if (overlap) {
    const [one, other] = [overlap.one, overlap.other].map((i) => reading.sections[i]);
    const area = overlaps.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
    const sentence = `Overlap of ${names[one.source]} and ${names[other.source]} from layer ${one.layer} on: ${area.toFixed(0)} mm² in all.`;
    checks.push(checkOf('one-place', 'will-fail', sentence, { layer: one.layer }));
  }
  if (relations.length > 0) {
    const words = relations.map(({ file, to, kind }) => {
      return `${names[file]} ${RELATION_WORDS[kind]} ${names[to]}`;
    });
    checks.push(checkOf('how-they-lie', 'good-to-know', `Placement: ${words.join('; ')}.`));
  }
  if (spread(bed) > SAME_HEAT) {
    const sentence = `The files want the bed at ${listOf(bed)} °C. The bed is reset at each change, and parts may come loose.`;
    checks.push(checkOf('different-heat', 'may-fail', sentence));
  } else if (spread(nozzle) > SAME_HEAT) {
    const sentence = `The files want the nozzle at ${listOf(nozzle)} °C: each change heats or cools it.`;
    checks.push(checkOf('different-heat', 'good-to-know', sentence));
  }
  const firsts = heights.map(({ first }) => first);
  const nexts = heights.map(({ next }) => next);
  if (spread(firsts) > HAIR || spread(nexts) > HAIR) {
    const sentence = `The files have different layer heights (first layers ${listOf(firsts)} mm, then ${listOf(nexts)} mm): their layers do not line up, and layer by layer takes more swaps.`;
    checks.push(checkOf('different-heights', 'good-to-know', sentence));
  }
  return checks;
}

function deliveryChecks({ plan, request, printer }: FileInputs): Check[] {
  if (request.arrangement.opens.length === 0) return [];
  const { home } = plan;
  const warm =
    'The print comes in several files. The bed and nozzle must stay hot between them: start the next file right away, and switch nothing off.';
  const fresh =
    'Each file begins with a purge beside the print. Remove the purge strand before the head moves on.';
  return [
    checkOf('bed-between-files', 'may-fail', warm),
    checkOf('fresh-start', 'good-to-know', fresh),
    ...(home === 'nothing'
      ? []
      : [
          checkOf(
            'homes-between',
            home === 'all' && printer.homing === null ? 'may-fail' : 'good-to-know',
            homeWords(home, printer),
          ),
        ]),
  ];
}

function spread(values: readonly number[]): number {
  return Math.max(...values) - Math.min(...values);
}

function listOf(values: readonly number[]): string {
  return [...new Set(values.map((value) => Number(value.toFixed(2))))].join(', ');
}
