import type { Area } from './areas';

/** A rectangle, mm. */
export interface Box {
  readonly left: number;
  readonly right: number;
  readonly front: number;
  readonly back: number;
}

/** The rectangle round an area, mm. */
export function boxOf(area: Area): Box {
  const box = { left: Infinity, right: -Infinity, front: Infinity, back: -Infinity };
  for (const path of area) {
    for (const { x, y } of path) {
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.front = Math.min(box.front, y);
      box.back = Math.max(box.back, y);
    }
  }
  return box;
}
