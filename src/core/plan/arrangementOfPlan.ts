import type { Spool } from '../filament/shelf/spool';
import { withoutLeadIns } from '../order/leadIns';
import type { Ordered } from '../order/ordering';
import { purgeSections } from '../order/purgeBlock';
import type { Print } from '../print/print';
import type { Printer } from '../printer/printer';
import { openingsOf, visitsOf, type Arrangement, type WantedSection } from './arrangement';
import { filamentOf, type JobPlan } from './jobPlan';
import { isWhole, partInBlocks } from './parts';
import { purgeAt } from './work/purges';
import { recipeOfPlan } from './recipeOfPlan';
import { sectionWishes } from './wishes';

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

/** The order of the file itself; of a model, from the bed up. */
export function orderOfFile({ sections }: Pick<Print, 'sections'>): PrintOrder {
  return { order: sections.map((_, i) => i), exact: true, dipMm: 0, skirtsInTheWay: [] };
}

/**
 * A plan's sections in a given order, each in its filament. Where nobody says how much to purge, the pair of
 * colours does.
 */
export function arrangementOfPlan(
  plan: JobPlan,
  print: Pick<Print, 'sections' | 'sources' | 'layers'>,
  printer: Printer,
  spools: ReadonlyMap<string, Spool> = new Map(),
  { order, exact, dipMm, skirtsInTheWay }: PrintOrder = orderOfFile(print),
): Arrangement {
  const recipe = recipeOfPlan(plan, printer);
  const pair = { plan, recipe, printer, spools };
  const ofSections = sectionWishes(plan, print);
  const block = plan.withoutPurgeBlock ? purgeSections(print) : [];
  const gone = new Set(block);
  const labels = new Map(plan.palette.map(({ letter }) => [letter, filamentLabel(plan, letter)]));
  const { printed, leftOut } = withoutLeadIns(
    print.sources,
    order.filter((section) => !gone.has(section)),
    skirtsInTheWay,
  );
  // Colours are weighed once for each pair, of which a thousand layers have few.
  const known = new Map<string, number>();
  const purgeBetween = (from: string, to: string, own: number | null): number => {
    const key = `${from} ${to} ${own}`;
    const mm =
      known.get(key) ?? purgeAt(own, filamentOf(plan, from), filamentOf(plan, to), pair).mm;
    known.set(key, mm);
    return Math.round(mm);
  };
  const wanted = printed.map((section, i): WantedSection => {
    const { part, letter, settings, purge, asks } = ofSections[section];
    const from = ofSections[printed[i - 1] ?? section].letter;
    const filament = labels.get(letter) ?? filamentLabel(plan, letter);
    return {
      section,
      part: partInBlocks(part, print.sources),
      filament,
      settings,
      purge: purgeBetween(from, letter, purge),
      asks,
    };
  });
  const visits = visitsOf(wanted);
  return {
    visits,
    order: plan.order,
    exact,
    dipMm,
    leftOut: [...block, ...leftOut],
    opens: openingsOf(print, visits, plan.delivery),
    home: plan.home,
    tools: isWhole(plan) ? 'as-sliced' : 'one-nozzle',
    fingerprint: plan.fingerprint,
  };
}
