import type { Footprint } from './footprint';

/** Of the eight cells around a speck, at least so many show something nearer to the eye. */
const ENCLOSED = 6;

/**
 * The layers that show, without single cells between printed lines through which one would look
 * deeper: the eye sees a closed surface there. For pictures; areas are measured without it.
 * @param nearer whether a layer lies nearer to the eye than another; both print something.
 */
export function withoutSpecks(
  { columns, rows }: Pick<Footprint, 'columns' | 'rows'>,
  cells: Uint16Array,
  nearer: (layer: number, other: number) => boolean,
): Uint16Array {
  const clean = cells.slice();
  const around = [-columns - 1, -columns, -columns + 1, -1, 1, columns - 1, columns, columns + 1];
  for (let row = 1; row < rows - 1; row++) {
    for (let column = 1; column < columns - 1; column++) {
      const cell = row * columns + column;
      const here = cells[cell];
      let enclosing = 0;
      let farthest = 0;
      for (const step of around) {
        const other = cells[cell + step];
        if (other === 0 || (here !== 0 && !nearer(other, here))) continue;
        enclosing++;
        if (farthest === 0 || nearer(farthest, other)) farthest = other;
      }
      if (enclosing >= ENCLOSED) clean[cell] = farthest;
    }
  }
  return clean;
}
