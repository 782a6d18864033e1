import { formatGrams } from '../format';
import { pairPurge } from '../filament/purgeTable';
import { gramsOf } from '../filament/mass';
import { doBond, sharedRange, type Spool } from '../filament/spool';
import { checkOf, type Check } from './check';
import type { CheckGround } from './ground';

/** Speeds of melting that differ by more than this factor make the print run at the slower. */
const OTHER_FLOW = 1.5;
/** Room above what is needed for what goes wrong, as a factor. */
const RESERVE = 1.05;

/** Whether the spools suit the plan and one another. Bands without a spool are passed over. */
export function spoolChecks(ground: CheckGround): Check[] {
  return [
    ...remainderChecks(ground),
    ...neighbourChecks(ground),
    ...bedChecks(ground),
    ...flowChecks(ground),
  ];
}

/** Grams that each filament of the plan takes, with what is purged of it, by letter. */
export function gramsNeeded({
  bands,
  plan,
  printer,
  recipe,
  spools,
}: Pick<CheckGround, 'bands' | 'plan' | 'printer' | 'recipe' | 'spools'>): Map<string, number> {
  const needed = new Map<string, number>();
  const fixed = recipe.kind === 'spelled-out' ? recipe.purge : null;
  const ground = { own: plan.purges, spools, filamentDiameter: printer.filamentDiameter };
  bands.forEach(({ filament, filamentMm, swap }, i) => {
    const own = plan.swaps.find(({ layer }) => layer === swap)?.purge;
    const below = bands[i - 1]?.filament;
    const modelled = below ? pairPurge(below, filament, ground).mm : 0;
    const purge = below ? (own ?? fixed ?? modelled) : 0;
    const density = spools.get(filament.letter)?.density;
    const grams = gramsOf(filamentMm + purge, printer.filamentDiameter, density);
    needed.set(filament.letter, (needed.get(filament.letter) ?? 0) + grams);
  });
  return needed;
}

function remainderChecks(ground: CheckGround): Check[] {
  const { bands, spools } = ground;
  return [...gramsNeeded(ground)].flatMap(([letter, grams]) => {
    const spool = spools.get(letter);
    if (!spool || spool.gramsLeft === null || spool.gramsLeft >= grams * RESERVE) return [];
    const layer = bands.find(({ filament }) => filament.letter === letter)?.first ?? null;
    const sentence = `${spool.name}: ${formatGrams(grams)} are needed, and ${formatGrams(spool.gramsLeft)} are left on the spool.`;
    const level = spool.gramsLeft < grams ? 'will-fail' : 'may-fail';
    return [checkOf('not-enough', level, sentence, { layer })];
  });
}

function neighbourChecks({ bands, spools }: CheckGround): Check[] {
  return bands.slice(1).flatMap(({ filament, first }, i): Check[] => {
    const below = spools.get(bands[i].filament.letter);
    const above = spools.get(filament.letter);
    if (!below || !above) return [];
    const checks: Check[] = [];
    const layer = { layer: first };
    if (doBond(below.family, above.family) === false) {
      const sentence = `${above.name} (${above.family}) does not hold to ${below.name} (${below.family}).`;
      checks.push(checkOf('no-bond', 'will-fail', sentence, layer));
    }
    if (sharedRange(below.nozzle, above.nozzle) === null) {
      const sentence = `${below.name} prints at ${range(below)} and ${above.name} at ${range(above)}: no temperature suits both while one clears the other.`;
      checks.push(checkOf('nozzle-ranges', 'may-fail', sentence, layer));
    }
    return checks;
  });
}

function range({ nozzle }: Spool): string {
  return `${nozzle.from} to ${nozzle.to} °C`;
}

/** The bed stays as the first material needs it. */
function bedChecks({ bands, spools }: CheckGround): Check[] {
  const [lowest, ...later] = bands;
  const first = lowest && spools.get(lowest.filament.letter);
  if (!first) return [];
  return later.flatMap(({ filament, first: layer }) => {
    const spool = spools.get(filament.letter);
    if (!spool || sharedRange(first.bed, spool.bed)) return [];
    const sentence = `The bed stays as ${first.name} needs it (${first.bed.from} to ${first.bed.to} °C); ${spool.name} wants ${spool.bed.from} to ${spool.bed.to} °C.`;
    return [checkOf('bed-temperature', 'may-fail', sentence, { layer })];
  });
}

function flowChecks({ bands, spools }: CheckGround): Check[] {
  const flows = bands.flatMap(({ filament }) => spools.get(filament.letter) ?? []);
  const known = flows.filter((spool) => spool.topFlow !== null);
  const slowest = known.toSorted((a, b) => (a.topFlow ?? 0) - (b.topFlow ?? 0))[0];
  const fastest = known.toSorted((a, b) => (b.topFlow ?? 0) - (a.topFlow ?? 0))[0];
  if (!slowest || (fastest.topFlow ?? 0) <= OTHER_FLOW * (slowest.topFlow ?? 0)) return [];
  const sentence = `${slowest.name} melts at most ${slowest.topFlow} mm³ in a second, ${fastest.name} ${fastest.topFlow}: slice for the slower, or give its bands a lower speed.`;
  return [checkOf('two-flows', 'may-fail', sentence)];
}
