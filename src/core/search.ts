/**
 * The first index below `count` at which `reached` holds, which must hold from there on; `count`
 * when it never does. A binary search.
 */
export function firstIndex(count: number, reached: (index: number) => boolean): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (reached(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
