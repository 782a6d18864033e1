import type { Footprint } from '@/core/geometry/raster';

/** What the sheet shows: the centre in machine mm, and px per mm. */
export interface SheetView {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

const SMALLEST_SCALE = 0.5;
const LARGEST_SCALE = 400;
const MARGIN = 24;

/** The view in which the whole print fits into `size` px. */
export function fitView(
  footprint: Footprint,
  size: { readonly width: number; readonly height: number },
): SheetView {
  const width = footprint.columns * footprint.cellMm;
  const height = footprint.rows * footprint.cellMm;
  const scale = Math.min(
    Math.max(1, size.width - 2 * MARGIN) / width,
    Math.max(1, size.height - 2 * MARGIN) / height,
  );
  return { x: footprint.originX + width / 2, y: footprint.originY + height / 2, scale };
}

/** Zooms by `factor` so that what lies under `point` stays there; `point` in px from the centre. */
export function zoomAt(
  view: SheetView,
  point: { readonly x: number; readonly y: number },
  factor: number,
): SheetView {
  const scale = Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, view.scale * factor));
  return {
    x: view.x + point.x / view.scale - point.x / scale,
    y: view.y + point.y / view.scale - point.y / scale,
    scale,
  };
}
