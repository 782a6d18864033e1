/**
 * Pushes rising places apart until each has `room`, and none lies nearer than half of it to either end; closer
 * where they do not all fit.
 * @param width of the line that they lie on, px.
 */
export function spreadPlaces(places: readonly number[], room: number, width: number): number[] {
  const step = Math.min(room, width / Math.max(1, places.length));
  const spread: number[] = [];
  for (const [i, place] of places.entries()) {
    spread.push(Math.max(place, i === 0 ? step / 2 : spread[i - 1] + step));
  }
  let limit = width - step / 2;
  for (let i = spread.length - 1; i >= 0 && spread[i] > limit; i--) {
    spread[i] = limit;
    limit -= step;
  }
  return spread;
}
