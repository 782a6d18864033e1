import type { Footprint } from '@/core/geometry/footprint';

/** What the sheet shows: the centre in mm of its drawing, and px per mm. */
export interface SheetView {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** A rectangle of the drawing, mm. */
export interface SheetBox {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

/** Px from the centre of the sheet, y upwards. */
export interface SheetPoint {
  readonly x: number;
  readonly y: number;
}

const SMALLEST_SCALE = 0.5;
const LARGEST_SCALE = 400;
const MARGIN = 28;

/** The rectangle of a print seen from above, machine mm. */
export function boxFromAbove({ originX, originY, columns, rows, cellMm }: Footprint): SheetBox {
  return {
    left: originX,
    right: originX + columns * cellMm,
    bottom: originY,
    top: originY + rows * cellMm,
  };
}

/** A flat print seen from the side is drawn higher until it is this share of its width. */
const LEAST_HEIGHT = 0.35;

/** How many times higher than wide the side is drawn: 1, or a whole number for flat prints. */
export function heightStretch(width: number, height: number): number {
  return Math.max(1, Math.round((LEAST_HEIGHT * width) / Math.max(0.1, height)));
}

/** The view in which a rectangle fits into `size` px. */
export function fitView(
  box: SheetBox,
  size: { readonly width: number; readonly height: number },
): SheetView {
  const scale = Math.min(
    Math.max(1, size.width - 2 * MARGIN) / (box.right - box.left),
    Math.max(1, size.height - 2 * MARGIN) / (box.top - box.bottom),
  );
  return { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2, scale };
}

/** Zooms by `factor` so that what lies under `point` stays there. */
export function zoomAt(view: SheetView, point: SheetPoint, factor: number): SheetView {
  const scale = Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, view.scale * factor));
  return {
    x: view.x + point.x / view.scale - point.x / scale,
    y: view.y + point.y / view.scale - point.y / scale,
    scale,
  };
}

/** The view after the drawing was dragged by so many px, y downwards as on the screen. */
export function pannedView(view: SheetView, dx: number, dy: number): SheetView {
  return { ...view, x: view.x - dx / view.scale, y: view.y + dy / view.scale };
}

/** The place in the drawing under a point of the sheet, mm. */
export function placeAt(view: SheetView, point: SheetPoint): SheetPoint {
  return { x: view.x + point.x / view.scale, y: view.y + point.y / view.scale };
}

/** The point of the sheet over a place in the drawing. */
export function pointOver(view: SheetView, place: SheetPoint): SheetPoint {
  return { x: (place.x - view.x) * view.scale, y: (place.y - view.y) * view.scale };
}
