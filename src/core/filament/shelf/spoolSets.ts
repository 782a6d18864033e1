import type { PaletteFilament } from '../palette';
import { filamentArea } from '../../geometry/lineWidth';
import { contrastOf, differenceOf } from '../colour';
import { enoughFor, usedFilaments, type LeftoverInputs } from './leftovers';
import { gramsOf } from '../mass';
import { purgeVolume } from '../purge';
import { ownPurge } from '../purgeTable';
import { freeGrams } from './reserve';
import { doBond, sharedRange, type Spool } from './spool';

/** Spools for the letters of a plan that go together. */
export interface SpoolSet {
  readonly spools: ReadonlyMap<string, Spool>;
  /** What remains on these spools after the print, g. */
  readonly remains: number;
  /** How different the two neighbours look that differ least (OKLab). */
  readonly contrast: number;
}

/** Half-made sets that are followed up at once; the best of more spools than can all be tried. */
const FOLLOWED = 400;

/** What a print asks of its spools, whichever they are. */
interface Task {
  readonly filaments: readonly PaletteFilament[];
  /** Filament that each of them prints and primes, mm. */
  readonly printedMm: readonly number[];
  /** Places among the filaments where one lies on another, and how often. */
  readonly contacts: readonly { readonly from: number; readonly to: number; count: number }[];
}

/** Spools for the first filaments of a task, and what each of them gives, g. */
interface Choice {
  readonly spools: readonly Spool[];
  readonly remains: number;
}

/** How two spools go on one another. */
interface Pair {
  readonly suits: boolean;
  readonly difference: number;
  readonly purgeMm: number;
}

/**
 * Sets of spools that a plan's print could be made of, whatever colours it has now: one spool for
 * each letter, with enough on it; neighbours that hold together, share a temperature and look
 * different. Those that use up most come first: the least remains on their spools. All sets are
 * tried while they are few; of many, those that leave least are followed up.
 */
export function spoolSets(inputs: LeftoverInputs, most: number): SpoolSet[] {
  const task = taskOf(inputs);
  const pairOf = pairsOf(inputs, task.filaments);
  let choices: Choice[] = [{ spools: [], remains: 0 }];
  task.filaments.forEach((_, i) => {
    const longer = choices.flatMap(({ spools }) =>
      inputs.shelf.flatMap((spool) => {
        if (spools.includes(spool)) return [];
        const choice = tried([...spools, spool], task, pairOf, inputs);
        return choice ? [choice] : [];
      }),
    );
    longer.sort((a, b) => a.remains - b.remains);
    choices = i < task.filaments.length - 1 ? longer.slice(0, FOLLOWED) : longer;
  });
  return choices.slice(0, most).map(({ spools, remains }) => ({
    spools: new Map(task.filaments.map(({ letter }, i) => [letter, spools[i]])),
    remains,
    contrast: Math.min(
      1,
      ...task.contacts.map(({ from, to }) => pairOf(from, to, spools).difference),
    ),
  }));
}

function taskOf({ bands, primedMm }: LeftoverInputs): Task {
  const filaments = usedFilaments(bands);
  const places = bands.map(({ filament }) =>
    filaments.findIndex(({ letter }) => letter === filament.letter),
  );
  const printedMm = filaments.map(() => 0);
  bands.forEach(({ filamentMm }, i) => {
    printedMm[places[i]] += filamentMm + (i === 0 ? primedMm : 0);
  });
  const contacts: { from: number; to: number; count: number }[] = [];
  places.slice(1).forEach((to, i) => {
    const from = places[i];
    const known = contacts.find((one) => one.from === from && one.to === to);
    if (known) known.count++;
    else if (from !== to) contacts.push({ from, to, count: 1 });
  });
  return { filaments, printedMm, contacts };
}

/** Remembers what a function says, by a key of what it is asked. */
function remembered<A extends readonly unknown[], R>(
  keyOf: (...asked: A) => string,
  work: (...asked: A) => R,
): (...asked: A) => R {
  const known = new Map<string, R>();
  return (...asked) => {
    const key = keyOf(...asked);
    const found = known.get(key);
    if (found !== undefined) return found;
    const answer = work(...asked);
    known.set(key, answer);
    return answer;
  };
}

/** What is known of any two spools in two places, worked out once. */
function pairsOf(
  { own, printer }: LeftoverInputs,
  filaments: readonly PaletteFilament[],
): (from: number, to: number, spools: readonly Spool[]) => Pair {
  const together = remembered(
    (one: Spool, other: Spool) => [one.id, other.id].sort().join(' '),
    (one, other) => ({
      suits:
        doBond(one.family, other.family) === true &&
        sharedRange(one.nozzle, other.nozzle) !== null &&
        contrastOf(one, other) === 'clear',
      difference: differenceOf(one, other),
    }),
  );
  const modelled = remembered(
    (below: Spool, above: Spool) => `${below.id} ${above.id}`,
    purgeVolume,
  );
  return remembered(
    (from, to, spools) => `${from} ${to} ${spools[from].id} ${spools[to].id}`,
    (from, to, spools) => {
      const [below, above] = [spools[from], spools[to]];
      const known = ownPurge(own, filaments[from].letter, filaments[to].letter);
      const purgeMm = known ?? modelled(below, above) / filamentArea(printer.filamentDiameter);
      return { ...together(below, above), purgeMm };
    },
  );
}

/** The spools as a choice, if they go together and have enough; null if not. */
function tried(
  spools: readonly Spool[],
  { printedMm, contacts }: Task,
  pairOf: ReturnType<typeof pairsOf>,
  { printer, jobId }: LeftoverInputs,
): Choice | null {
  const neededMm = printedMm.slice(0, spools.length);
  for (const { from, to, count } of contacts) {
    if (from >= spools.length || to >= spools.length) continue;
    const pair = pairOf(from, to, spools);
    if (!pair.suits) return null;
    neededMm[to] += count * pair.purgeMm;
  }
  let remains = 0;
  for (const [i, spool] of spools.entries()) {
    const grams = gramsOf(neededMm[i], printer.filamentDiameter, spool.density);
    if (enoughFor(freeGrams(spool, jobId), grams) !== 'yes') return null;
    remains += (spool.gramsLeft ?? 0) - grams;
  }
  return { spools, remains };
}
