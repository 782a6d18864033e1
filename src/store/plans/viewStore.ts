import { create } from 'zustand';

/** What the sheet shows. */
export const SHEET_MODES = ['layer', 'above', 'below', 'beside', 'side', 'backlit'] as const;
export type SheetMode = (typeof SHEET_MODES)[number];

/** What stands at the right of the Plan station. */
export const PLAN_TABS = ['parts', 'bands', 'steps', 'by-hand', 'variants'] as const;
export type PlanTab = (typeof PLAN_TABS)[number];

/** A print of one part has nothing to choose between. */
export function isTabFor(tab: PlanTab, hasParts: boolean): boolean {
  return tab !== 'parts' || hasParts;
}

/** A stretch of heights, mm, or of time, s. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

interface ViewState {
  /** The layer shown, from 1. */
  readonly layer: number;
  readonly layerCount: number;
  readonly mode: SheetMode;
  readonly tab: PlanTab;
  /** The part whose swaps are worked on; null for the first one. */
  readonly part: string | null;
  /** Part of the core that is shown, as shares of its height; null for all of it. */
  readonly coreSpan: Span | null;
  /** Part of the ribbon that is shown, s from the start; null for all of it. */
  readonly ribbonSpan: Span | null;
  /** Thin colours are shown as they will look over what is behind them. */
  readonly blends: boolean;
  readonly measuring: boolean;
  /** Takes the sheet as a picture; null while there is no sheet. */
  readonly takePicture: (() => Promise<Blob | null>) | null;
}

const OPENED = {
  mode: 'layer',
  tab: 'bands',
  part: null,
  coreSpan: null,
  ribbonSpan: null,
  blends: false,
  measuring: false,
} as const;

/** What the job page shows; it is no part of the plan and no part of undo. */
export const useViewStore = create<ViewState>()(() => ({
  layer: 1,
  layerCount: 1,
  takePicture: null,
  ...OPENED,
}));

/** Shows a layer; numbers outside of the print stop at its ends. */
export function showLayer(layer: number): void {
  useViewStore.setState(({ layerCount }) => ({
    layer: Math.min(layerCount, Math.max(1, Math.round(layer))),
  }));
}

export function openView(layerCount: number): void {
  useViewStore.setState({ layer: 1, layerCount, ...OPENED });
}

export function showMode(mode: SheetMode): void {
  useViewStore.setState({ mode });
}

/** Goes on to the next way of looking at the print. */
export function showNextMode(): void {
  useViewStore.setState(({ mode }) => ({
    mode: SHEET_MODES[(SHEET_MODES.indexOf(mode) + 1) % SHEET_MODES.length],
  }));
}

/** Takes a part to be worked on. */
export function showPart(part: string): void {
  useViewStore.setState({ part });
}

export function showTab(tab: PlanTab): void {
  useViewStore.setState({ tab });
}

export function toggleBlending(): void {
  useViewStore.setState(({ blends }) => ({ blends: !blends }));
}

export function toggleMeasuring(): void {
  useViewStore.setState(({ measuring }) => ({ measuring: !measuring }));
}

/** Shares smaller than this are not zoomed into. */
const SMALLEST_SPAN = 0.02;

/** Zooms the core by `factor` round `centre`, a share of its height; far enough out shows all of it. */
export function zoomCore(factor: number, centre: number): void {
  useViewStore.setState(({ coreSpan }) => {
    const span = coreSpan ?? { from: 0, to: 1 };
    const size = Math.max(SMALLEST_SPAN, (span.to - span.from) / factor);
    if (size >= 1) return { coreSpan: null };
    const at = (centre - span.from) / (span.to - span.from);
    return { coreSpan: spanWithin(centre - at * size, size) };
  });
}

/** Moves the part of the core that is shown so that it begins at `from`. */
export function panCore(from: number): void {
  useViewStore.setState(({ coreSpan }) =>
    coreSpan ? { coreSpan: spanWithin(from, coreSpan.to - coreSpan.from) } : {},
  );
}

/** Moves the part of the core that is shown just far enough to hold `share`. */
export function revealInCore(share: number): void {
  const { coreSpan } = useViewStore.getState();
  if (!coreSpan) return;
  const size = coreSpan.to - coreSpan.from;
  const edge = size * 0.08;
  if (share < coreSpan.from + edge) panCore(share - edge);
  else if (share > coreSpan.to - edge) panCore(share + edge - size);
}

export function showWholeCore(): void {
  useViewStore.setState({ coreSpan: null });
}

export function showRibbon(ribbonSpan: Span | null): void {
  useViewStore.setState({ ribbonSpan });
}

function spanWithin(from: number, size: number): Span {
  const start = Math.min(1 - size, Math.max(0, from));
  return { from: start, to: start + size };
}
