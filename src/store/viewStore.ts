import { create } from 'zustand';

interface ViewState {
  /** The layer shown, from 1. */
  readonly layer: number;
  readonly layerCount: number;
}

/** What the job page shows; it is no part of the plan and no part of undo. */
export const useViewStore = create<ViewState>()(() => ({ layer: 1, layerCount: 1 }));

/** Shows a layer; numbers outside of the print stop at its ends. */
export function showLayer(layer: number): void {
  useViewStore.setState(({ layerCount }) => ({
    layer: Math.min(layerCount, Math.max(1, Math.round(layer))),
  }));
}

export function openView(layerCount: number): void {
  useViewStore.setState({ layer: 1, layerCount });
}
