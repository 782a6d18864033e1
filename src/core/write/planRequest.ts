import type { Reading } from '../read/reading';
import type { Spool } from '../filament/spool';
import type { Printer } from '../printer/printer';
import { purgeSections } from '../order/purgeBlock';
import { withoutLeadIns } from '../order/leadIns';
import type { Ordered } from '../order/ordering';
import { openingsOf, swapsOf, visitsOf, type WantedSection } from '../plan/arrangement';
import { filamentOf, type JobPlan } from '../plan/jobPlan';
import { allSwaps } from '../plan/partEdits';
import { isWhole } from '../plan/parts';
import { purgeAt } from '../plan/purges';
import { recipeOfPlan } from '../plan/recipeOfPlan';
import { machineSeconds } from '../plan/time';
import { sectionWishes } from '../plan/wishes';
import { SETTING_NAMES } from '../recipe/settings';
import type { OutputRequest } from './request';
import { stopsReplaced } from './stopsReplaced';

/** Letter and name of a filament, as blocks and displays name it: `B Bone white`. */
function filamentLabel(plan: JobPlan, letter: string): string {
  return `${letter} ${filamentOf(plan, letter).name}`;
}

/** An order of a print's sections, as far as its output depends on it. */
export interface PrintOrder extends Pick<Ordered, 'order' | 'exact'> {
  /** How much higher than a section other things may stand beside it, mm. */
  readonly dipMm: number;
  readonly skirtsInTheWay: readonly number[];
}

/** The order of the file itself. */
export function orderOfFile({ sections }: Pick<Reading, 'sections'>): PrintOrder {
  return { order: sections.map((_, i) => i), exact: true, dipMm: 0, skirtsInTheWay: [] };
}

/**
 * What a plan asks to have written, its sections in a given order. Where nobody says how much to purge, the
 * pair of colours does.
 */
export function requestOfPlan(
  plan: JobPlan,
  reading: Pick<Reading, 'sections' | 'sources' | 'layers' | 'stops'>,
  printer: Printer,
  spools: ReadonlyMap<string, Spool> = new Map(),
  { order, exact, dipMm, skirtsInTheWay }: PrintOrder = orderOfFile(reading),
): OutputRequest {
  const recipe = recipeOfPlan(plan, printer);
  const pair = { plan, recipe, printer, spools };
  const ofSections = sectionWishes(plan, reading);
  const block = plan.withoutPurgeBlock ? purgeSections(reading) : [];
  const gone = new Set(block);
  const { printed, leftOut } = withoutLeadIns(
    reading,
    order.filter((section) => !gone.has(section)),
    skirtsInTheWay,
  );
  const wanted = printed.map((section, i): WantedSection => {
    const { letter, settings, purge, asks } = ofSections[section];
    const from = filamentOf(plan, ofSections[printed[i - 1] ?? section].letter);
    const { mm } = purgeAt(purge, from, filamentOf(plan, letter), pair);
    const filament = filamentLabel(plan, letter);
    return { section, filament, settings, purge: Math.round(mm), asks };
  });
  const visits = visitsOf(wanted);
  const arrangement = {
    visits,
    order: plan.order,
    exact,
    dipMm,
    leftOut: [...block, ...leftOut],
    opens: openingsOf(reading, visits, plan.delivery),
    home: plan.home,
    tools: isWhole(plan) ? 'as-sliced' : 'one-nozzle',
    fingerprint: plan.fingerprint,
  } as const;
  const swaps = swapsOf(reading, arrangement);
  return {
    arrangement,
    unplaced: allSwaps(plan)
      .map(({ swap }) => swap.layer)
      .filter((layer) => layer > reading.layers.length),
    recipe,
    printer,
    stopAt: plan.stopAt,
    takeOut: stopsReplaced(plan, reading),
    loadFirst: plan.loadFirst ? visits[0].filament : null,
    rewrite: plan.rewrite ? SETTING_NAMES : [],
    addToRemaining: plan.addToRemaining
      ? swaps.map(({ purge }) => machineSeconds(purge ?? 0) + plan.handSeconds)
      : null,
  };
}
