import { showLayer, useViewStore } from '@/store/plans/viewStore';
import type { Action, ActionContext } from './action';

const shown = (): number => useViewStore.getState().layer;

function stepFrom({ analysis }: ActionContext, direction: 1 | -1): number | null {
  const layers = analysis.steps.map((step) => step.layer as number);
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

/** Going from layer to layer. */
export const LAYER_ACTIONS: readonly Action[] = [
  scrub('layer-up', 'One layer up', 'arrowup', 1),
  scrub('layer-down', 'One layer down', 'arrowdown', -1),
  scrub('layers-up', 'Ten layers up', 'arrowup', 10, true),
  scrub('layers-down', 'Ten layers down', 'arrowdown', -10, true),
  scrub('first-layer', 'First layer', 'home', -Infinity),
  scrub('last-layer', 'Last layer', 'end', Infinity),
  goToStep('next-step', 'Next step', 'n', 1),
  goToStep('previous-step', 'Previous step', 'p', -1),
];
