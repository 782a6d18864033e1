'use client';

import { Palette } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Button } from '@/components/Button';
import { lightnessOf } from '@/core/filament/colour';
import { isWhole } from '@/core/plan/parts';
import { withColourOrder, type ColourOrder } from '@/core/plan/edits/bandEdits';
import { ActionButton } from '@/base/job/ActionButton';
import { changePlan } from '@/store/plans/planStore';
import { useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { BandRow } from './BandRow';
import { VisitList } from './VisitList';
import { MENU, MENU_ITEM } from '@/components/menuLook';
import { overlays } from '@/browser/overlays';
import { BandNotes } from './BandNotes';

/** The bands in the order of the core, top first. */
export function BandsTab({ view }: { view: OpenedJob }) {
  const { bands, plan, actions } = view;
  const layer = useViewStore((state) => state.layer);
  if (!isWhole(plan)) return <VisitList view={view} />;
  return (
    <>
      <div className="mb-2 flex items-center gap-2">
        <ActionButton actionId="add-swap" context={actions}>
          Swap before layer {layer}
        </ActionButton>
        <ColoursMenu view={view} />
      </div>
      <BandNotes first={null} />
      <ol aria-label="Bands" className="grid gap-2">
        {bands.toReversed().map((band) => (
          <BandRow key={band.first} band={band} view={view} />
        ))}
      </ol>
      <p className="mt-2 font-medium">
        First load: {bands[0]?.filament.letter} {bands[0]?.filament.name}.
      </p>
      <label className="mt-3 flex items-start gap-2 text-sm">
        <input
          type="checkbox"
          checked={plan.extraLayer}
          onChange={(event) => {
            const extraLayer = event.target.checked;
            changePlan('extra layer of the old colour', (one) => ({ ...one, extraLayer }));
          }}
          className="mt-0.5 size-4 accent-accent"
        />
        <span>
          One more layer of the old colour
          <span className="block text-muted">
            Each swap is printed one layer later than chosen. If the layer is off by one, the foot
            of a shape keeps the old colour, which shows less than a line of the new colour round
            the base.
          </span>
        </span>
      </label>
    </>
  );
}

const ORDERS: readonly { readonly order: ColourOrder; readonly label: string }[] = [
  { order: 'palette', label: 'In the order of the palette' },
  { order: 'dark-to-light', label: 'Dark at the bottom, light at the top' },
  { order: 'light-to-dark', label: 'Light at the bottom, dark at the top' },
  { order: 'reversed', label: 'The other way round' },
];

/** Sets the filaments of all bands at once. */
function ColoursMenu({ view }: { view: OpenedJob }) {
  const { bands, actions } = view;
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        <Button className="ml-auto">
          <Palette aria-hidden size={16} />
          All colours
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {ORDERS.map(({ order, label }) => (
            <DropdownMenu.Item
              key={order}
              className={MENU_ITEM}
              onSelect={() =>
                changePlan('colours of all bands', (plan) =>
                  withColourOrder(plan, bands, order, lightnessOf),
                )
              }
            >
              {label}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item
            className={MENU_ITEM}
            onSelect={() => setTimeout(() => actions.desk.show('filaments'), 0)}
          >
            Names and colours of the filaments…
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
