'use client';

import { Checkbox } from '@/components/controls/Checkbox';
import { Palette } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Button } from '@/components/Button';
import { lightnessOf } from '@/core/filament/colour';
import { layerRange } from '@/core/describeLayer';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Band } from '@/core/plan/work/bands';
import { SortableList } from '@/components/SortableList';
import { isWhole } from '@/core/plan/parts';
import { withColourOrder, withLetters, type ColourOrder } from '@/core/plan/edits/bandEdits';
import { ActionButton } from '@/base/job/ActionButton';
import { changePlan } from '@/store/plans/planStore';
import { useRestingView } from '@/store/plans/resting';
import type { OpenedJob } from '@/base/job/jobContext';
import type { Suggestion } from '@/core/plan/edits/suggestions';
import { BandRow } from './BandRow';
import { FirstSwaps } from './FirstSwaps';
import { VisitList } from './VisitList';
import { MENU, MENU_ITEM } from '@/components/menuLook';
import { overlays } from '@/browser/overlays';
import { BandNotes } from './BandNotes';
import { NoteGroups } from './NoteGroups';

/** The plan with its colours as its bands were put in order, from the top down; layers stay. */
function inOrder(plan: JobPlan, bands: readonly Band[], keys: readonly string[]): JobPlan {
  const letters = keys.toReversed().map((key) => {
    return bands.find(({ first }) => String(first) === key)!.filament.letter;
  });
  return withLetters(plan, bands, letters);
}

interface BandsTabProps {
  readonly view: OpenedJob;
  readonly suggestions: readonly Suggestion[];
}

/** The bands in the order of the core, top first. */
export function BandsTab({ view, suggestions }: BandsTabProps) {
  const { bands, plan, actions } = view;
  const layer = useRestingView((state) => state.layer);
  if (!isWhole(plan)) return <VisitList view={view} />;
  const fromTop = bands.toReversed();
  return (
    <>
      <div className="mb-2 flex items-center gap-2">
        <ActionButton actionId="add-swap" context={actions}>
          Swap before layer {layer}
        </ActionButton>
        <ColoursMenu view={view} />
      </div>
      <BandNotes first={null} />
      <NoteGroups />
      {bands.length < 2 && <FirstSwaps suggestions={suggestions} actions={actions} />}
      <SortableList
        label="Bands"
        isBare
        entries={fromTop.map((band) => ({
          key: String(band.first),
          name: `${band.filament.name}, ${layerRange(band).toLowerCase()}`,
        }))}
        onOrder={(keys) => changePlan('order of the colours', (one) => inOrder(one, bands, keys))}
      >
        {(_, i) => <BandRow band={fromTop[i]} view={view} />}
      </SortableList>
      <p className="mt-2 font-medium">
        First load: {bands[0]?.filament.letter} {bands[0]?.filament.name}.
      </p>
      <Checkbox
        className="mt-3 items-start text-sm"
        checked={plan.extraLayer}
        onChange={(extraLayer) =>
          changePlan('extra layer of the old colour', (one) => ({ ...one, extraLayer }))
        }
      >
        One more layer of the old colour
        <span className="block text-muted">
          Each swap comes one layer later than chosen. If the layer is off by one, the foot of a
          shape keeps the old colour. That shows less than a line of the new colour around the base.
        </span>
      </Checkbox>
    </>
  );
}

const ORDERS: readonly { readonly order: ColourOrder; readonly label: string }[] = [
  { order: 'palette', label: 'In the order of the palette' },
  { order: 'dark-to-light', label: 'Dark at the bottom, light at the top' },
  { order: 'light-to-dark', label: 'Light at the bottom, dark at the top' },
  { order: 'reversed', label: 'Reverse the colours' },
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
            Edit filaments…
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
