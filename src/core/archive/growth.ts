/** Most bytes that may come out of one packed file. */
export const MOST_BYTES = 2e9;
/** Text packs to a tenth; what grows more than this, beyond a first stretch, was made to fill a disk. */
export const MOST_GROWTH = 100;
const FREE_BYTES = 50e6;

/** Whether something that is unpacked grows as nothing does that is worth unpacking. */
export function isBeyondMeasure(bytes: number, ofPacked: number, mostBytes = MOST_BYTES): boolean {
  return bytes > mostBytes || (bytes > FREE_BYTES && bytes > MOST_GROWTH * ofPacked);
}
