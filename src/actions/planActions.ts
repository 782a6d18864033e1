import { layerNumber } from '@/core/gcode/layers';
import { withSwap } from '@/core/plan/jobPlan';
import {
  addSwap,
  moveSwap,
  redo,
  removeSwap,
  setFilament,
  undo,
  usePlanStore,
} from '@/store/planStore';
import { showLayer, useViewStore } from '@/store/viewStore';
import { registerActions, type Action, type ActionContext } from './action';

const shown = (): number => useViewStore.getState().layer;

/** The swap right before the shown layer, if there is one. */
function swapHere() {
  return usePlanStore.getState().plan?.swaps.find((swap) => swap.layer === shown());
}

function stepFrom(context: ActionContext, direction: 1 | -1): number | null {
  const layers = context.steps.map((step) => step.layer as number);
  const found =
    direction > 0
      ? layers.find((layer) => layer > shown())
      : layers.findLast((layer) => layer < shown());
  return found ?? null;
}

function scrub(id: string, label: string, key: string, by: number, shift = false): Action {
  return {
    id,
    label,
    group: 'Layers',
    shortcuts: [{ key, shift }],
    run: () => showLayer(shown() + by),
  };
}

function goToStep(id: string, label: string, key: string, direction: 1 | -1): Action {
  return {
    id,
    label,
    group: 'Layers',
    shortcuts: [{ key }],
    when: (context) => stepFrom(context, direction) !== null,
    run: (context) => showLayer(stepFrom(context, direction) ?? shown()),
  };
}

function nudge(id: string, label: string, key: string, by: 1 | -1): Action {
  return {
    id,
    label,
    group: 'Swaps',
    shortcuts: [{ key }],
    when: () => swapHere() !== undefined,
    run: ({ reading }) => {
      const from = layerNumber(shown());
      const to = shown() + by;
      if (to < 2 || to > reading.layers.length) return;
      moveSwap(from, layerNumber(to), reading.layers.length);
      if (usePlanStore.getState().plan?.swaps.some((swap) => swap.layer === to)) showLayer(to);
    },
  };
}

/** Palette places that have a key of their own. */
const FILAMENT_KEYS = [1, 2, 3, 4, 5, 6, 7, 8, 9];

export const PLAN_ACTIONS = registerActions([
  scrub('layer-up', 'One layer up', 'arrowup', 1),
  scrub('layer-down', 'One layer down', 'arrowdown', -1),
  scrub('layers-up', 'Ten layers up', 'arrowup', 10, true),
  scrub('layers-down', 'Ten layers down', 'arrowdown', -10, true),
  scrub('first-layer', 'First layer', 'home', -Infinity),
  scrub('last-layer', 'Last layer', 'end', Infinity),
  goToStep('next-step', 'Next step', 'n', 1),
  goToStep('previous-step', 'Previous step', 'p', -1),
  {
    id: 'add-swap',
    label: 'Swap before this layer',
    group: 'Swaps',
    shortcuts: [{ key: 's' }],
    when: () => {
      const { plan } = usePlanStore.getState();
      return plan !== null && shown() > 1 && withSwap(plan, layerNumber(shown())) !== plan;
    },
    run: () => addSwap(layerNumber(shown())),
  },
  {
    id: 'remove-swap',
    label: 'Remove the swap before this layer',
    group: 'Swaps',
    shortcuts: [{ key: 'delete' }],
    when: () => swapHere() !== undefined,
    run: () => removeSwap(layerNumber(shown())),
  },
  nudge('nudge-down', 'Move the swap one layer down', '[', -1),
  nudge('nudge-up', 'Move the swap one layer up', ']', 1),
  ...FILAMENT_KEYS.map((place): Action => ({
    id: `filament-${place}`,
    label: `Filament ${place} of the palette for this band`,
    group: 'Swaps',
    shortcuts: [{ key: String(place) }],
    when: () => usePlanStore.getState().plan?.palette[place - 1] !== undefined,
    run: () => {
      const filament = usePlanStore.getState().plan?.palette[place - 1];
      if (filament) setFilament(shown(), filament.letter);
    },
  })),
  {
    id: 'undo',
    label: 'Undo',
    group: 'Plan',
    shortcuts: [{ key: 'z' }, { key: 'z', command: true }],
    when: () => usePlanStore.temporal.getState().pastStates.length > 0,
    run: undo,
  },
  {
    id: 'redo',
    label: 'Redo',
    group: 'Plan',
    shortcuts: [
      { key: 'z', shift: true },
      { key: 'z', shift: true, command: true },
    ],
    when: () => usePlanStore.temporal.getState().futureStates.length > 0,
    run: redo,
  },
  {
    id: 'write-file',
    label: 'Write file',
    group: 'Plan',
    shortcuts: [{ key: 'w' }],
    when: () => (usePlanStore.getState().plan?.swaps.length ?? 0) > 0,
    run: ({ writeFile }) => writeFile(),
  },
  {
    id: 'show-keys',
    label: 'Show the keys',
    group: 'Help',
    shortcuts: [{ key: '?' }],
    run: ({ showKeys }) => showKeys(),
  },
]);

/** The action with an id; throws on a wrong id, which is a programming error. */
export function planAction(id: string): Action {
  const action = PLAN_ACTIONS.find((one) => one.id === id);
  if (!action) throw new Error(`No action ${id}`);
  return action;
}
