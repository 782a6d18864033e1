import { formatCm2, formatGrams } from '../format';
import { SPARE } from '../filament/shelf/leftovers';
import { gramsNeeded, neededBySpool, type FilamentNeeds } from '../filament/shelf/needs';
import { freeGrams } from '../filament/shelf/reserve';
import { doBond, sharedRange, type Spool } from '../filament/shelf/spool';
import type { Layer } from '../layers';
import { checkOf, type Check } from './check';
import { primedMm } from './fileChecks';
import type { CheckInputs } from './inputs';

/** Speeds of melting that differ by more than this factor make the print run at the slower. */
const OTHER_FLOW = 1.5;

/** Whether the spools suit the plan and one another. Bands without a spool are passed over. */
export function spoolChecks(inputs: CheckInputs): Check[] {
  return [
    ...diameterChecks(inputs),
    ...remainderChecks(inputs),
    ...neighbourChecks(inputs),
    ...bedChecks(inputs),
    ...flowChecks(inputs),
  ];
}

/** Spools whose diameter differs by more than this from the printer's do not fit, mm. */
const OTHER_DIAMETER = 0.3;

function diameterChecks({ plan, bands, spools, printer }: CheckInputs): Check[] {
  return plan.palette.flatMap(({ letter }) => {
    const spool = spools.get(letter);
    const band = bands.find(({ filament }) => filament.letter === letter);
    if (!spool || !band) return [];
    if (Math.abs(spool.diameter - printer.filamentDiameter) <= OTHER_DIAMETER) return [];
    const sentence = `${spool.name} is ${spool.diameter} mm thick; ${printer.name} takes ${printer.filamentDiameter} mm.`;
    return [checkOf('other-diameter', 'will-fail', sentence, { layer: band.first })];
  });
}

function remainderChecks(inputs: CheckInputs): Check[] {
  const { bands, plan, spools, jobId } = inputs;
  const needs = neededBySpool(plan.palette, spools, gramsNeeded(needsOf(inputs)));
  return needs.flatMap(({ spool, grams, letters }) => {
    const free = freeGrams(spool, jobId);
    if (free === null || free >= grams * SPARE) return [];
    const layer = bands.find(({ filament }) => letters.includes(filament.letter))?.first ?? null;
    const promised = (spool.gramsLeft ?? 0) - free;
    const others = promised > 0 ? `, and ${formatGrams(promised)} are reserved for other jobs` : '';
    const sentence = `${spool.name}: ${formatGrams(grams)} are needed; ${formatGrams(spool.gramsLeft ?? 0)} are left on the spool${others}.`;
    const level = free < grams ? 'will-fail' : 'may-fail';
    return [checkOf('not-enough', level, sentence, { layer })];
  });
}

/** What the file extrudes before its first layer comes from the filament that is loaded first. */
function needsOf({ bands, purges, reading, printer, spools }: CheckInputs): FilamentNeeds {
  return { bands, purges, primedMm: primedMm(reading), printer, spools };
}

/** Unlike materials that meet on less than this come apart easily, mm². */
const SMALL_CONTACT = 200;

/** On which area the layer lies on the one below, at most, mm². */
function contactArea(layers: readonly Layer[], layer: number): number {
  return Math.min(layers[layer - 1].footprintMm2, layers[layer - 2].footprintMm2);
}

function neighbourChecks({ bands, spools, reading: { layers } }: CheckInputs): Check[] {
  return bands.slice(1).flatMap(({ filament, first }, i): Check[] => {
    const below = spools.get(bands[i].filament.letter);
    const above = spools.get(filament.letter);
    if (!below || !above) return [];
    const checks: Check[] = [];
    const layer = { layer: first };
    const holds = doBond(below.family, above.family);
    const contact = contactArea(layers, first);
    if (holds !== false && below.family !== above.family && contact < SMALL_CONTACT) {
      const sentence = `${above.name} (${above.family}) meets ${below.name} (${below.family}) on ${formatCm2(contact)} only.`;
      checks.push(checkOf('small-contact', 'may-fail', sentence, layer));
    }
    if (holds === false) {
      const sentence = `${above.name} (${above.family}) does not bond to ${below.name} (${below.family}).`;
      checks.push(checkOf('no-bond', 'will-fail', sentence, layer));
    }
    if (sharedRange(below.nozzle, above.nozzle) === null) {
      const sentence = `${below.name} prints at ${range(below)} and ${above.name} at ${range(above)}: no temperature suits both during the purge.`;
      checks.push(checkOf('nozzle-ranges', 'may-fail', sentence, layer));
    }
    return checks;
  });
}

function range({ nozzle }: Spool): string {
  return `${nozzle.from} to ${nozzle.to} °C`;
}

/** The bed stays as the first material needs it. */
function bedChecks({ bands, spools }: CheckInputs): Check[] {
  const [lowest, later] = [bands.at(0), bands.slice(1)];
  const first = lowest && spools.get(lowest.filament.letter);
  if (!first) return [];
  return later.flatMap(({ filament, first: layer }) => {
    const spool = spools.get(filament.letter);
    if (!spool || sharedRange(first.bed, spool.bed)) return [];
    const sentence = `The bed stays at the temperature of ${first.name} (${first.bed.from} to ${first.bed.to} °C); ${spool.name} needs ${spool.bed.from} to ${spool.bed.to} °C.`;
    return [checkOf('bed-temperature', 'may-fail', sentence, { layer })];
  });
}

function flowChecks({ bands, spools }: CheckInputs): Check[] {
  const flows = bands.flatMap(({ filament }) => spools.get(filament.letter) ?? []);
  const known = flows.filter((spool) => spool.topFlow !== null);
  const bySpeed = known.toSorted((a, b) => (a.topFlow ?? 0) - (b.topFlow ?? 0));
  const [slowest, fastest] = [bySpeed.at(0), bySpeed.at(-1)];
  if (!slowest || !fastest) return [];
  if ((fastest.topFlow ?? 0) <= OTHER_FLOW * (slowest.topFlow ?? 0)) return [];
  const sentence = `${slowest.name} melts at most ${slowest.topFlow} mm³/s, ${fastest.name} ${fastest.topFlow}: slice for the slower one, or lower the speed of its bands.`;
  return [checkOf('two-flows', 'may-fail', sentence)];
}
