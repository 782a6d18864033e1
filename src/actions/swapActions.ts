import { layerNumber, type LayerNumber } from '@/core/layers';
import { exchangeColours, mergeWithAbove, mergeWithBelow } from '@/core/plan/edits/bandEdits';
import { bandsOf, shownByLayers, type Band } from '@/core/plan/work/bands';
import { sectionWishes } from '@/core/plan/wishes';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { type JobPlan } from '@/core/plan/jobPlan';
import { withSwap } from '@/core/plan/edits/partEdits';
import { suggestSwaps } from '@/core/plan/edits/suggestions';
import {
  addSwap,
  addSwaps,
  changePlan,
  moveSwap,
  removeSwap,
  setFilament,
  swapsNow,
  usePlanStore,
  workedPart,
} from '@/store/plans/planStore';
import { step } from '@/store/plans/resting';
import { showLayer, useViewStore } from '@/store/plans/viewStore';
import type { Action, ActionContext } from './action';

const shown = (): number => useViewStore.getState().layer;
const currentPlan = (): JobPlan | null => usePlanStore.getState().plan;
/** The part whose swaps are worked on. */
const part = (plan: JobPlan): string => workedPart(plan, useViewStore.getState().part);

/** The swap of the part worked on right before the shown layer, if there is one. */
function swapHere() {
  return swapsNow().find((swap) => swap.layer === shown());
}

function nudge(id: string, label: string, key: string, by: 1 | -1): Action {
  return {
    id,
    label,
    group: 'Swaps',
    shortcuts: [{ key }],
    when: () => swapHere() !== undefined,
    run: ({ reading }) => {
      nudgeSwap(layerNumber(shown()), by, reading.layers.length);
    },
  };
}

/** Moves a swap by one layer where there is room, and shows where it went. Returns where it stands then. */
export function nudgeSwap(from: LayerNumber, by: 1 | -1, layerCount: number): LayerNumber {
  if (from + by < 2 || from + by > layerCount) return from;
  const to = layerNumber(from + by);
  return step(() => {
    moveSwap(from, to, layerCount);
    if (!swapsNow().some((swap) => swap.layer === to)) return from;
    showLayer(to);
    return to;
  });
}

/** The bands of the part worked on: the one that prints it at the shown layer, and its neighbours. */
function bandsHere({ reading, analysis }: ActionContext): {
  below?: Band;
  here?: Band;
  above?: Band;
} {
  const plan = currentPlan();
  if (!plan) return {};
  const key = part(plan);
  const wishes = sectionWishes(plan, reading);
  const order = wishes.flatMap((wish) => (wish.part === key ? [wish.section] : []));
  const { filamentDiameter } = ORDINARY_PRINTER;
  const shownHow = shownByLayers(analysis.surface);
  const bands = bandsOf(plan, { reading, wishes, order, shown: shownHow, filamentDiameter });
  const at = bands.findLastIndex((band) => band.first <= shown());
  return { below: bands[at - 1], here: bands[at], above: bands[at + 1] };
}

function suggestionsNow({ reading, analysis }: ActionContext): readonly LayerNumber[] {
  const plan = currentPlan();
  if (!plan) return [];
  const { steps, shapes, surface } = analysis;
  return suggestSwaps(plan, steps, shapes, reading.layers, surface, part(plan)).map(
    ({ step }) => step.layer,
  );
}

/** Palette places that have a key of their own. */
const FILAMENT_KEYS = [1, 2, 3, 4, 5, 6, 7, 8, 9];

/** Placing swaps and colouring bands. */
export const SWAP_ACTIONS: readonly Action[] = [
  {
    id: 'add-swap',
    label: 'Add swap before layer',
    group: 'Swaps',
    shortcuts: [{ key: 's' }],
    when: () => {
      const plan = currentPlan();
      return (
        plan !== null && shown() > 1 && withSwap(plan, layerNumber(shown()), part(plan)) !== plan
      );
    },
    run: () => addSwap(layerNumber(shown())),
  },
  {
    id: 'remove-swap',
    label: 'Remove swap before layer',
    group: 'Swaps',
    shortcuts: [{ key: 'delete' }],
    when: () => swapHere() !== undefined,
    run: () => removeSwap(layerNumber(shown())),
  },
  nudge('nudge-down', 'Move swap down', '[', -1),
  nudge('nudge-up', 'Move swap up', ']', 1),
  {
    id: 'accept-step',
    label: 'Swap at best step',
    group: 'Swaps',
    shortcuts: [{ key: 'a' }],
    when: (context) => suggestionsNow(context).length > 0,
    run: (context) => {
      const [best] = suggestionsNow(context);
      addSwap(best);
      showLayer(best);
    },
  },
  {
    id: 'accept-all-steps',
    label: 'Swap at all steps',
    group: 'Swaps',
    shortcuts: [{ key: 'a', shift: true }],
    when: (context) => suggestionsNow(context).length > 0,
    run: (context) => {
      addSwaps(
        'swaps at all steps',
        suggestionsNow(context).toSorted((a, b) => a - b),
      );
    },
  },
  {
    id: 'merge-below',
    label: 'Merge with band below',
    group: 'Swaps',
    shortcuts: [{ key: 'j' }],
    when: (context) => bandsHere(context).below !== undefined,
    run: (context) => {
      const { here, below } = bandsHere(context);
      if (!here || !below) return;
      changePlan('merge with the band below', (plan) => mergeWithBelow(plan, here, below));
    },
  },
  {
    id: 'merge-above',
    label: 'Merge with band above',
    group: 'Swaps',
    shortcuts: [{ key: 'j', shift: true }],
    when: (context) => bandsHere(context).above !== undefined,
    run: (context) => {
      const { here, above } = bandsHere(context);
      if (!here || !above) return;
      changePlan('merge with the band above', (plan) => mergeWithAbove(plan, here, above));
    },
  },
  {
    id: 'exchange-above',
    label: 'Exchange colours with band above',
    group: 'Swaps',
    shortcuts: [{ key: 'x' }],
    when: (context) => bandsHere(context).above !== undefined,
    run: (context) => {
      const { here, above } = bandsHere(context);
      if (!here || !above) return;
      changePlan('exchange of two colours', (plan) => exchangeColours(plan, here, above));
    },
  },
  {
    id: 'extra-layer',
    label: 'One more layer of the old colour',
    group: 'Swaps',
    shortcuts: [{ key: 'l' }],
    run: () =>
      changePlan('extra layer of the old colour', (plan) => ({
        ...plan,
        extraLayer: !plan.extraLayer,
      })),
  },
  ...FILAMENT_KEYS.map((place): Action => ({
    id: `filament-${place}`,
    label: `Filament ${place} of the palette for this band`,
    group: 'Swaps',
    shortcuts: [{ key: String(place) }],
    hint: () => currentPlan()?.palette[place - 1]?.name ?? null,
    when: () => currentPlan()?.palette[place - 1] !== undefined,
    run: ({ reading }) => {
      const filament = currentPlan()?.palette[place - 1];
      if (filament) setFilament(shown(), filament.letter, reading.layers.length);
    },
  })),
];
