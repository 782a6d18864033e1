import type { PrintSeconds } from '../motion/clock';
import type { SlicedFile } from './slicedFile';

/** How long a print takes on one printer, seconds. */
export interface PrintTimes {
  readonly seconds: PrintSeconds;
  /** Seconds before layer 1 begins (part of the total), and after the last extrusion. */
  readonly secondsBefore: number;
  readonly secondsAfter: number;
  /** By layer, from the bed up, and by section of the layers. */
  readonly layers: Float64Array<ArrayBuffer>;
  readonly sections: Float64Array<ArrayBuffer>;
}

/** What a clock has counted while a file was followed. */
export interface CountedSeconds {
  /** By section, in file order, priming included. */
  readonly slotSeconds: readonly number[];
  readonly seconds: PrintSeconds;
  readonly secondsAfter: number;
}

/**
 * Times by layer, of times by section.
 * @param firstSections as in `SectionedPrint`.
 */
export function timesOf(
  { slotSeconds, seconds, secondsAfter }: CountedSeconds,
  firstSections: Uint32Array,
): PrintTimes {
  const layers = new Float64Array(Math.max(0, firstSections.length - 1));
  let inLayers = 0;
  for (let i = 0; i < layers.length; i++) {
    for (let slot = firstSections[i]; slot < firstSections[i + 1]; slot++) {
      layers[i] += slotSeconds[slot] ?? 0;
    }
    inLayers += layers[i];
  }
  const [priming] = firstSections;
  const count = firstSections[layers.length] - priming;
  const sections = Float64Array.from({ length: count }, (_, i) => slotSeconds[priming + i] ?? 0);
  const secondsBefore = seconds.total - inLayers - secondsAfter;
  return { seconds, secondsBefore, secondsAfter, layers, sections };
}

/** The same print with the times of another printer. */
export function withTimes(reading: SlicedFile, times: PrintTimes): SlicedFile {
  const { seconds, secondsBefore, secondsAfter } = times;
  const layers = reading.layers.map((layer, i) => ({ ...layer, seconds: times.layers[i] }));
  const sections = reading.sections.map((one, i) => ({ ...one, seconds: times.sections[i] }));
  return { ...reading, layers, sections, seconds, secondsBefore, secondsAfter };
}
