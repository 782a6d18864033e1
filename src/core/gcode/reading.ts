import type { Finding } from '../findings';
import { firstIndex } from '../search';
import type { Footprint } from '../geometry/raster';
import type { PrintSeconds } from '../motion/clock';
import type { Layer } from './layers';
import type { LineIndex } from './lineIndex';
import type { FoundStop } from './stops';

export type LineEnding = 'lf' | 'crlf' | 'cr' | 'mixed';
export type ExtrusionMode = 'absolute' | 'relative' | 'mixed';

/** A line that sets the nozzle to a temperature above 0. */
export interface HeatLine {
  /** Line in the file, from 1, and its byte offset. */
  readonly line: number;
  readonly offset: number;
  readonly celsius: number;
  /** True when the printer waits until the temperature is there. */
  readonly waits: boolean;
}

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
  /** Without a skirt. */
  readonly footprint: Footprint;
  /** Area of a skirt: lines round the print on the first layer that nothing touches, mm². */
  readonly skirtMm2: number;
  /** Area of the layer that covers most, mm². */
  readonly largestFootprintMm2: number;
  readonly stops: readonly FoundStop[];
  /** Print time that the file's own comments state, s; null when they state none. */
  readonly statedSeconds: number | null;
  /** Targets that the file sets, °C, in the order met; 0 (off) is left out. */
  readonly temperatures: { readonly nozzle: readonly number[]; readonly bed: readonly number[] };
  /** True when a heater is still on after the last line. */
  readonly leavesHot: boolean;
  readonly heatLines: readonly HeatLine[];
  readonly lineIndex: LineIndex;
  readonly findings: readonly Finding[];
}

/** The layer that a stop at `offset` comes before; null after the last extrusion. */
export function layerAfter(layers: readonly Layer[], offset: number): number | null {
  const index = firstIndex(layers.length, (i) => layers[i].firstOffset >= offset);
  return layers[index]?.number ?? null;
}

/** The layer whose extruding moves stand round a line; null before the first and after the last. */
export function layerOfLine(layers: readonly Layer[], line: number): Layer | null {
  const index = firstIndex(layers.length, (i) => layers[i].endLine >= line);
  const layer = layers[index];
  // Travel belongs to the layer it leads to, except the way from the start to layer 1.
  const from = index > 0 ? layer?.travelLine : layer?.firstLine;
  return layer && line >= from ? layer : null;
}
