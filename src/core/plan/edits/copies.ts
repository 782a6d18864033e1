import { swapSeconds } from '../time';

/** Plates that people ask about. */
const COPY_COUNTS = [1, 2, 4, 6, 9] as const;

/** What one part costs when the plate holds so many of it. */
export interface CopyCost {
  readonly copies: number;
  /** The whole plate, s, and one part's share of it. */
  readonly plateSeconds: number;
  readonly secondsPerPart: number;
  /** Swaps of the plate are shared by all of its parts. */
  readonly swapsPerPart: number;
  readonly handSecondsPerPart: number;
}

/**
 * The cost of a part on plates of different size. Copies share the heating and every swap; the
 * printing itself grows with their number, travel between them being small.
 * @param printSeconds time that printing the present plate takes, heating left out, s.
 * @param heatingSeconds time before the first layer, s.
 * @param objects how many objects the present plate holds.
 * @param purges what each swap purges, mm.
 */
export function copyCosts(
  printSeconds: number,
  heatingSeconds: number,
  objects: number,
  purges: readonly number[],
  handSeconds: number,
): CopyCost[] {
  const swaps = purges.length;
  const counts = new Set<number>([...COPY_COUNTS, objects]);
  return [...counts]
    .sort((a, b) => a - b)
    .map((copies): CopyCost => {
      const atSwaps = swapSeconds(purges, handSeconds);
      const plateSeconds = heatingSeconds + (printSeconds / objects) * copies + atSwaps;
      return {
        copies,
        plateSeconds,
        secondsPerPart: plateSeconds / copies,
        swapsPerPart: swaps / copies,
        handSecondsPerPart: (swaps * handSeconds) / copies,
      };
    });
}
