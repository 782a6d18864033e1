import type { PrintSeconds } from '../motion/clock';
import type { Reading } from './reading';

/** How long a print takes on one printer, seconds. */
export interface PrintTimes {
  readonly seconds: PrintSeconds;
  /** Seconds before layer 1 begins (part of the total), and after the last extrusion. */
  readonly secondsBefore: number;
  readonly secondsAfter: number;
  /** By layer, from the bed up. */
  readonly layers: Float64Array<ArrayBuffer>;
}

/** What a clock has counted while a file was followed. */
export interface CountedSeconds {
  /** By level, in file order. */
  readonly slotSeconds: readonly number[];
  readonly seconds: PrintSeconds;
  readonly secondsAfter: number;
}

/**
 * Times by layer, of times by level.
 * @param firstLevels the first level of each layer, and behind the last layer how many levels there are.
 */
export function timesOf(
  { slotSeconds, seconds, secondsAfter }: CountedSeconds,
  firstLevels: Uint32Array,
): PrintTimes {
  const layers = new Float64Array(Math.max(0, firstLevels.length - 1));
  let inLayers = 0;
  for (let i = 0; i < layers.length; i++) {
    for (let level = firstLevels[i]; level < firstLevels[i + 1]; level++) {
      layers[i] += slotSeconds[level] ?? 0;
    }
    inLayers += layers[i];
  }
  return { seconds, secondsBefore: seconds.total - inLayers - secondsAfter, secondsAfter, layers };
}

/** The same print with the times of another printer. */
export function withTimes(reading: Reading, times: PrintTimes): Reading {
  const { seconds, secondsBefore, secondsAfter } = times;
  const layers = reading.layers.map((layer, i) => ({ ...layer, seconds: times.layers[i] }));
  return { ...reading, layers, seconds, secondsBefore, secondsAfter };
}
