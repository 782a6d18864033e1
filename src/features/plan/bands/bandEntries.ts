import type { MenuEntry } from '@/components/controls/EntryMenu';
import {
  exchangeColours,
  mergeWithAbove,
  mergeWithBelow,
  middleOf,
  splitBand,
} from '@/core/plan/edits/bandEdits';
import { layerNumber } from '@/core/layers';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Band } from '@/core/plan/work/bands';
import { changePlan } from '@/store/plans/planStore';
import { showLayer } from '@/store/plans/viewStore';

/**
 * What can be done with a band as a whole.
 * @param shown the layer that is looked at: the band is split there when it lies inside.
 */
export function bandEntries(band: Band, bands: readonly Band[], shown: number): MenuEntry[] {
  const at = bands.indexOf(band);
  const below = at > 0 ? bands[at - 1] : null;
  const above = bands.at(at + 1) ?? null;
  const inside = shown > band.first && shown <= band.last;
  const cut = inside ? layerNumber(shown) : middleOf(band);
  const entry = (
    label: string,
    name: string,
    edit: ((plan: JobPlan) => JobPlan) | null,
  ): MenuEntry => ({ label, onChoose: edit && (() => changePlan(name, edit)) });
  return [
    entry(
      cut ? `Split band before layer ${cut}` : 'Split band (one layer cannot be split)',
      `split before layer ${cut}`,
      cut
        ? (plan) => {
            showLayer(cut);
            return splitBand(plan, band, cut);
          }
        : null,
    ),
    entry(
      'Merge with band below',
      'merge with the band below',
      below && ((plan) => mergeWithBelow(plan, band, below)),
    ),
    entry(
      'Merge with band above',
      'merge with the band above',
      above && ((plan) => mergeWithAbove(plan, band, above)),
    ),
    entry(
      'Exchange colours with band below',
      'exchange of two colours',
      below && ((plan) => exchangeColours(plan, band, below)),
    ),
    entry(
      'Exchange colours with band above',
      'exchange of two colours',
      above && ((plan) => exchangeColours(plan, band, above)),
    ),
  ];
}
