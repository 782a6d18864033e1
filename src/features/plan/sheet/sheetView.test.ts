import { describe, expect, it } from 'vitest';
import type { Footprint } from '@/core/geometry/footprint';
import { boxFromAbove, fitView, pannedView, placeAt, zoomAt } from './sheetView';

const footprint = {
  originX: 60,
  originY: 80,
  columns: 400,
  rows: 200,
  cellMm: 0.15,
} as unknown as Footprint;

describe('the sheet’s view', () => {
  it('fits the print into the frame', () => {
    const view = fitView(boxFromAbove(footprint), { width: 656, height: 656 });
    expect(view).toEqual({ x: 90, y: 95, scale: 10 });
  });

  it('keeps what lies under the pointer in its place while zooming', () => {
    const view = { x: 90, y: 95, scale: 10 };
    const point = { x: 120, y: -40 };
    const closer = zoomAt(view, point, 2);
    expect(closer.scale).toBe(20);
    expect(closer.x + point.x / closer.scale).toBeCloseTo(view.x + point.x / view.scale);
    expect(closer.y + point.y / closer.scale).toBeCloseTo(view.y + point.y / view.scale);
  });

  it('takes what lies under the pointer along while it is dragged', () => {
    const view = { x: 90, y: 95, scale: 10 };
    const held = placeAt(view, { x: 20, y: 30 });
    const after = placeAt(pannedView(view, 55, -12), { x: 20 + 55, y: 30 + 12 });
    expect(after.x).toBeCloseTo(held.x);
    expect(after.y).toBeCloseTo(held.y);
  });

  it('stops at sensible scales', () => {
    expect(zoomAt({ x: 0, y: 0, scale: 300 }, { x: 0, y: 0 }, 100).scale).toBe(400);
  });
});
