import type { PaletteFilament } from '../plan/palette';
import { contrastOf, differenceOf } from './colour';
import { gramsNeeded, type FilamentNeeds } from './needs';
import { pairPurge, type OwnPurge } from './purgeTable';
import { freeGrams } from './reserve';
import { doBond, sharedRange, type Spool } from './spool';

/** Whether a spool has enough: `unknown` when nobody has weighed it. */
export type Enough = 'yes' | 'no' | 'unknown';

/** A spool that one filament of a plan could come from. */
export interface SpoolChoice {
  readonly spool: Spool;
  readonly free: number | null;
  readonly enough: Enough;
  /** How far its colour is from the planned one (OKLab), 0 for the same. */
  readonly difference: number;
}

/** The spools for one filament of a plan, those with enough first, and of these the nearest colour. */
export interface LeftoverRow {
  readonly filament: PaletteFilament;
  readonly grams: number;
  readonly choices: readonly SpoolChoice[];
}

/** Spools for the letters of a plan that go together. */
export interface SpoolSet {
  readonly spools: ReadonlyMap<string, Spool>;
  /** What remains on these spools after the print, g. */
  readonly remains: number;
  /** How different the two neighbours look that differ least (OKLab). */
  readonly contrast: number;
}

/** What the question is asked about. */
export interface LeftoverGround extends FilamentNeeds {
  readonly own: readonly OwnPurge[];
  readonly shelf: readonly Spool[];
  readonly jobId: string;
}

/** Room above what is needed for what goes wrong, as a factor. */
export const SPARE = 1.05;

function enoughFor(free: number | null, grams: number): Enough {
  if (free === null) return 'unknown';
  return free >= grams * SPARE ? 'yes' : 'no';
}

/** For each filament of a plan, which spools have enough of it, as the plan stands. */
export function spoolsForPlan(ground: LeftoverGround): LeftoverRow[] {
  const { shelf, jobId, bands } = ground;
  const order: readonly Enough[] = ['yes', 'unknown', 'no'];
  return usedFilaments(bands).map((filament) => {
    const gramsFrom = (spool: Spool): number =>
      gramsNeeded({ ...ground, spools: new Map([[filament.letter, spool]]) }).get(
        filament.letter,
      ) ?? 0;
    const choices = shelf.map((spool): SpoolChoice => {
      const free = freeGrams(spool, jobId);
      const enough = enoughFor(free, gramsFrom(spool));
      return { spool, free, enough, difference: differenceOf(filament, spool) };
    });
    choices.sort(
      (a, b) => order.indexOf(a.enough) - order.indexOf(b.enough) || a.difference - b.difference,
    );
    const grams = gramsNeeded(ground).get(filament.letter) ?? 0;
    return { filament, grams, choices };
  });
}

function usedFilaments(bands: LeftoverGround['bands']): PaletteFilament[] {
  return [...new Map(bands.map(({ filament }) => [filament.letter, filament])).values()];
}

/** Half-made sets that are followed up at once; the best of more spools than can all be tried. */
const FOLLOWED = 400;

/**
 * Sets of spools that a plan's print could be made of, whatever colours it has now: one spool for
 * each letter, with enough on it; neighbours that hold together, share a temperature and look
 * different. Those that use up most come first: the least remains on their spools.
 */
export function spoolSets(ground: LeftoverGround, most: number): SpoolSet[] {
  const letters = usedFilaments(ground.bands).map(({ letter }) => letter);
  let sets: Map<string, Spool>[] = [new Map()];
  letters.forEach((letter, i) => {
    const longer = sets.flatMap((set) =>
      ground.shelf
        .filter((spool) => ![...set.values()].includes(spool))
        .map((spool) => new Map(set).set(letter, spool))
        .filter((one) => goesTogether(one, letter, ground) && isEnough(one, ground)),
    );
    const isLast = i === letters.length - 1;
    sets = isLast ? longer : byRemainder(longer, ground).slice(0, FOLLOWED);
  });
  return byRemainder(sets, ground)
    .slice(0, most)
    .map((spools) => ({
      spools,
      remains: remainder(spools, ground),
      contrast: leastContrast(spools, ground.bands),
    }));
}

function byRemainder(sets: Map<string, Spool>[], ground: LeftoverGround): Map<string, Spool>[] {
  return sets
    .map((set) => ({ set, remains: remainder(set, ground) }))
    .sort((a, b) => a.remains - b.remains)
    .map(({ set }) => set);
}

/** What the letters of a set take; purges between letters that have a spool are counted anew. */
function needsOf(spools: ReadonlyMap<string, Spool>, ground: LeftoverGround): Map<string, number> {
  const { bands, own, printer } = ground;
  const purges = bands.slice(1).map(({ filament: to }, i) => {
    const from = bands[i].filament;
    const { filamentDiameter } = printer;
    const isKnown = spools.has(from.letter) && spools.has(to.letter);
    return isKnown ? pairPurge(from, to, { own, spools, filamentDiameter }) : { mm: 0 };
  });
  return gramsNeeded({ ...ground, purges, spools });
}

function isEnough(spools: ReadonlyMap<string, Spool>, ground: LeftoverGround): boolean {
  const needed = needsOf(spools, ground);
  return [...spools].every(
    ([letter, spool]) =>
      enoughFor(freeGrams(spool, ground.jobId), needed.get(letter) ?? 0) === 'yes',
  );
}

function remainder(spools: ReadonlyMap<string, Spool>, ground: LeftoverGround): number {
  const needed = needsOf(spools, ground);
  return [...spools].reduce(
    (sum, [letter, spool]) => sum + (spool.gramsLeft ?? 0) - (needed.get(letter) ?? 0),
    0,
  );
}

/** Pairs of spools that lie on one another in the print. */
function neighbours(
  spools: ReadonlyMap<string, Spool>,
  bands: LeftoverGround['bands'],
): { from: string; to: string; pair: readonly [Spool, Spool] }[] {
  return bands.slice(1).flatMap(({ filament }, i) => {
    const [from, to] = [bands[i].filament.letter, filament.letter];
    const [below, above] = [spools.get(from), spools.get(to)];
    return below && above && from !== to ? [{ from, to, pair: [below, above] as const }] : [];
  });
}

/** Whether the spool of a letter suits those that it touches. */
function goesTogether(
  spools: ReadonlyMap<string, Spool>,
  letter: string,
  { bands }: LeftoverGround,
): boolean {
  return neighbours(spools, bands)
    .filter(({ from, to }) => from === letter || to === letter)
    .every(
      ({ pair: [below, above] }) =>
        doBond(below.family, above.family) === true &&
        sharedRange(below.nozzle, above.nozzle) !== null &&
        contrastOf(below, above) === 'clear',
    );
}

function leastContrast(spools: ReadonlyMap<string, Spool>, bands: LeftoverGround['bands']): number {
  return Math.min(1, ...neighbours(spools, bands).map(({ pair }) => differenceOf(...pair)));
}
