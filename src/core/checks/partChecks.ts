import { FINE } from '../tolerances';
import { sourceLine } from '../read/sourceLine';
import { plural } from '../format';
import { purgeSections } from '../order/purgeBlock';
import { filamentOf } from '../plan/jobPlan';
import { checkOf, type Check, type CheckLevel, type PlanFix } from './check';
import type { CheckInputs, PartInputs } from './inputs';

/** More swaps than this are better printed separately. */
export const ABSURD_SWAPS = 20;
/** Touches less deep than this are only good to know, mm. */
const SHALLOW = 0.1;
/** A part with less of the surface than this is not looked at for what shows through it. */
const SEEN = 0.002;
/** A purge block is named when it takes more than this, mm of filament. */
const LEAST_BLOCK = 1;

/** What to know of the parts, and of the order in which they print. */
export function partChecks(inputs: CheckInputs): Check[] {
  const { parts } = inputs;
  return [
    ...absurdCount(parts),
    ...firstLayer(inputs, parts),
    ...thinInlays(inputs, parts),
    ...smallColours(inputs),
    ...touchedNeighbours(inputs, parts),
    ...heldSections(inputs, parts),
    ...partsWithoutFilament(inputs, parts),
    ...purgeBlock(inputs, parts),
  ];
}

function absurdCount({ fewest }: PartInputs): Check[] {
  if (fewest === null || fewest <= ABSURD_SWAPS) return [];
  const sentence = `Even the best order takes ${fewest} swaps. Print the colours separately and assemble them.`;
  return [checkOf('absurd-count', 'may-fail', sentence)];
}

/** Letters that print in the lowest and in the topmost layer. */
function firstLayer({ reading }: CheckInputs, { wishes }: PartInputs): Check[] {
  const letters = (layer: number): Set<string> =>
    new Set(wishes.filter((_, i) => reading.sections[i].layer === layer).map((one) => one.letter));
  const first = letters(1).size;
  if (first < 2) return [];
  const all =
    'The first layer carries all colours and must be perfect. Level and clean the bed, and print slowly.';
  const sentence =
    first === new Set(wishes.map(({ letter }) => letter)).size
      ? all
      : `The first layer carries ${first} colours and must be perfect. Level and clean the bed, and print slowly.`;
  const checks = [checkOf('first-layer-colours', 'good-to-know', sentence, { layer: 1 })];
  if (letters(reading.layers.length).size === 1) {
    const mirrored =
      'The picture is on the bed side and is seen from below, so the drawing must be mirrored.';
    checks.push(checkOf('face-down', 'good-to-know', mirrored, { layer: 1 }));
  }
  return checks;
}

/** Parts that are thinner than their filament needs to hide what is behind. */
function thinInlays({ plan, reading }: CheckInputs, { wishes, picture }: PartInputs): Check[] {
  return plan.parts.flatMap(({ key }): Check[] => {
    const own = wishes.filter(({ part }) => part === key);
    const layers = new Set(own.map(({ section }) => reading.sections[section].layer));
    const others = reading.layers.length > layers.size;
    const thick = [...layers].reduce((sum, layer) => sum + reading.layers[layer - 1].thickness, 0);
    const seen = (of: 'above' | 'below'): number =>
      picture ? own.reduce((sum, one) => sum + picture[of][one.section], 0) / picture.whole[of] : 1;
    const [first, last] = [own.at(0), own.at(-1)];
    const isSeen = Math.max(seen('above'), seen('below')) > SEEN;
    if (!first || !last || !others || !isSeen) return [];
    const filament = filamentOf(plan, last.letter);
    if (thick >= filament.hidingDepth - FINE) return [];
    const { layer } = reading.sections[first.section];
    const sentence = `${filament.name} in part ${key} is ${thick.toFixed(2)} mm thick and needs ${filament.hidingDepth} mm to hide the colour behind it.`;
    return [checkOf('thin-inlay', 'may-fail', sentence, { layer })];
  });
}

/** Filaments of which more is purged than printed. */
function smallColours({ bands, purges, plan }: CheckInputs): Check[] {
  const printed = new Map<string, number>();
  const purged = new Map<string, number>();
  bands.forEach(({ filament: { letter }, filamentMm }, i) => {
    printed.set(letter, (printed.get(letter) ?? 0) + filamentMm);
    purged.set(letter, (purged.get(letter) ?? 0) + (i > 0 ? (purges[i - 1]?.mm ?? 0) : 0));
  });
  const small = [...printed].filter(([letter, mm]) => (purged.get(letter) ?? 0) > mm);
  if (small.length === 0) return [];
  const words = small.map(([letter, mm]) => {
    const gone = Math.round(purged.get(letter) ?? 0);
    return `${filamentOf(plan, letter).name} (${Math.round(mm)} mm printed, ${gone} mm purged)`;
  });
  const sentence = `More is purged than printed of ${words.join(' and ')}.`;
  return [checkOf('small-colour', 'good-to-know', sentence)];
}

function touchedNeighbours(
  { printer, reading }: CheckInputs,
  { dip, wishes }: PartInputs,
): Check[] {
  const deepest = dip?.touches.at(0);
  if (!dip || !deepest) return [];
  const { depthMm, low, high } = deepest;
  const outline = dip.touches.reduce((sum, { touchMm }) => sum + touchMm, 0);
  const level: CheckLevel =
    depthMm < SHALLOW ? 'good-to-know' : depthMm <= printer.nozzleMm / 2 ? 'may-fail' : 'will-fail';
  const { layer } = reading.sections[low];
  const sentence = `In this order the nozzle touches ${Math.round(outline)} mm of higher outline, up to ${depthMm.toFixed(2)} mm deep: in layer ${layer}, part ${wishes[low].part} beside part ${wishes[high].part}.`;
  return [checkOf('touches-neighbour', level, sentence, { layer })];
}

function heldSections({ reading }: CheckInputs, { held }: PartInputs): Check[] {
  const first = held.at(0);
  if (!first) return [];
  const { layer } = reading.sections[first.section];
  const { file, line } = sourceLine(reading, first.line);
  const rest = held.length > 1 ? `, and ${plural(held.length - 1, 'more section')} stay too` : '';
  const sentence = `Line ${line} of ${file ?? 'the file'} holds ${first.text}, whose effect on later lines is unknown. Its section is printed in file order${rest}.`;
  return [checkOf('section-held', 'good-to-know', sentence, { layer })];
}

function partsWithoutFilament({ plan, reading }: CheckInputs, { wishes }: PartInputs): Check[] {
  const known = new Set(plan.parts.map(({ key }) => key));
  const lost = wishes.find(({ part }) => !known.has(part));
  if (!lost) return [];
  const { layer } = reading.sections[lost.section];
  const { name } = filamentOf(plan, lost.letter);
  const sentence = `Part ${lost.part} has no filament in the plan; it prints in ${name}.`;
  return [checkOf('part-without-filament', 'may-fail', sentence, { layer })];
}

/** Lines beside the print at heights of their own. */
function purgeBlock({ plan, reading }: CheckInputs, { carriesBlock }: PartInputs): Check[] {
  if (plan.withoutPurgeBlock) return [];
  const beside = purgeSections(reading).map((section) => reading.sections[section]);
  const mm = beside.reduce((sum, { filamentMm }) => sum + filamentMm, 0);
  if (mm < LEAST_BLOCK) return [];
  const seconds = beside.reduce((sum, one) => sum + one.seconds, 0);
  const sentence = `A purge block is printed beside the part. You purge where the head parks instead; the block costs ${Math.round(mm)} mm of filament and ${Math.round(seconds / 60)} min. Leave it out, or switch it off in the slicer.`;
  if (carriesBlock !== false) return [checkOf('purge-block', 'good-to-know', sentence)];
  const fix: PlanFix = {
    kind: 'plan',
    label: 'Leave out purge block',
    edit: (plan) => ({ ...plan, withoutPurgeBlock: true }),
  };
  return [checkOf('purge-block', 'good-to-know', sentence, { fix })];
}
