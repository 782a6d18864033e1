'use client';

import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import {
  exchangeColours,
  mergeWithAbove,
  mergeWithBelow,
  middleOf,
  splitBand,
} from '@/core/plan/edits/bandEdits';
import type { Band } from '@/core/plan/work/bands';
import type { JobPlan } from '@/core/plan/jobPlan';
import { changePlan } from '@/store/plans/planStore';
import { showLayer, useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { bandLayers } from './bandLayers';
import { overlays } from '@/browser/overlays';
import { MENU, MENU_ITEM } from '@/components/menuLook';

/** What can be done with a band as a whole. */
export function BandMenu({ band, view }: { band: Band; view: OpenedJob }) {
  const { bands } = view;
  const at = bands.indexOf(band);
  const below = at > 0 ? bands[at - 1] : null;
  const above = bands.at(at + 1);
  const shown = useViewStore((state) => state.layer);
  const inside = shown > band.first && shown <= band.last;
  const cut = inside ? view.reading.layers[shown - 1].number : middleOf(band);
  const item = (label: string, name: string, edit: ((plan: JobPlan) => JobPlan) | null) => (
    <DropdownMenu.Item
      disabled={edit === null}
      className={MENU_ITEM}
      onSelect={() => edit && changePlan(name, edit)}
    >
      {label}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={`Change the band of ${bandLayers(band).toLowerCase()}`}
        className="ml-auto rounded p-1.5 text-muted hover:bg-sunk hover:text-ink"
      >
        <Ellipsis aria-hidden size={18} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {item(
            cut ? `Split it before layer ${cut}` : 'Split it (one layer cannot be split)',
            `split before layer ${cut}`,
            cut &&
              ((plan) => {
                showLayer(cut);
                return splitBand(plan, band, cut);
              }),
          )}
          {item(
            'Merge it with the band below',
            'merge with the band below',
            below ? (plan) => mergeWithBelow(plan, band, below) : null,
          )}
          {item(
            'Merge it with the band above',
            'merge with the band above',
            above ? (plan) => mergeWithAbove(plan, band, above) : null,
          )}
          {item(
            'Exchange colours with the band below',
            'exchange of two colours',
            below ? (plan) => exchangeColours(plan, band, below) : null,
          )}
          {item(
            'Exchange colours with the band above',
            'exchange of two colours',
            above ? (plan) => exchangeColours(plan, band, above) : null,
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
