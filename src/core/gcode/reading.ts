import type { Finding } from '../findings';
import type { Footprint } from '../geometry/raster';
import type { PrintSeconds } from '../motion/clock';
import type { Layer } from './layers';
import type { FoundStop } from './stops';

export type LineEnding = 'lf' | 'crlf' | 'cr' | 'mixed';
export type ExtrusionMode = 'absolute' | 'relative' | 'mixed';

/** All that reading a file brings. */
export interface Reading {
  readonly bytes: number;
  readonly lines: number;
  readonly lineEnding: LineEnding;
  readonly units: 'mm' | 'inch';
  readonly extrusion: ExtrusionMode;
  /** True for a spiral: the height rises while printing, without layer changes. */
  readonly continuous: boolean;
  readonly layers: readonly Layer[];
  readonly seconds: PrintSeconds;
  /** Seconds before layer 1 begins (part of the total), and after the last extrusion. */
  readonly secondsBefore: number;
  readonly secondsAfter: number;
  /** Filament that stays, mm, priming included. */
  readonly filamentMm: number;
  readonly footprint: Footprint;
  /** Area of a skirt: lines round the print on the first layer that nothing touches, mm². */
  readonly skirtMm2: number;
  /** Area of the layer that covers most, mm². */
  readonly largestFootprintMm2: number;
  readonly stops: readonly FoundStop[];
  readonly findings: readonly Finding[];
}

/** The layer that a stop at `offset` comes before; null after the last extrusion. */
export function layerAfter(layers: readonly Layer[], offset: number): number | null {
  let low = 0;
  let high = layers.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (layers[middle].firstOffset >= offset) high = middle;
    else low = middle + 1;
  }
  return low < layers.length ? layers[low].number : null;
}
