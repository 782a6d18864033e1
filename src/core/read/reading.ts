import type { Finding } from '../findings';
import { firstIndex } from '../search';
import type { Footprint, LevelBox } from '../geometry/footprint';
import type { PrintSeconds } from '../motion/clock';
import type { Layer } from '../gcode/layers';
import type { LineIndex } from '../gcode/lineIndex';
import type { SettingLine } from '../gcode/settingName';
import type { FoundStop } from '../gcode/stops';
import type { SectionedPrint } from './sections';

export type LineEnding = 'lf' | 'crlf' | 'cr' | 'mixed';
export type ExtrusionMode = 'absolute' | 'relative' | 'mixed';

/** A strip of filament that primes the nozzle. */
interface PrimedStrip {
  readonly box: LevelBox;
  readonly z: number;
}

/** All that reading a file brings. */
export interface Reading extends SectionedPrint {
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
  /** Without a skirt and without priming. */
  readonly footprint: Footprint;
  /** Cells of the footprint's grid that a skirt covers. */
  readonly skirtCells: Uint32Array;
  /** True when some of the print could not be drawn, so that nobody knows where it lies. */
  readonly hasUndrawn: boolean;
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
  /** Lines that set temperature, fan, flow, speed or the time left, in the order met. */
  readonly settingLines: readonly SettingLine[];
  /** Strips that only prime the nozzle before layer 1: where, and how high, machine mm. */
  readonly priming: readonly PrimedStrip[];
  readonly lineIndex: LineIndex;
  readonly findings: readonly Finding[];
}

/** Findings of reading after which nothing can be proven: the file is not followed to its end. */
export const NOT_FOLLOWED: ReadonlySet<string> = new Set(['unsupported-move', 'impossible-arc']);

/** The layer whose extruding moves stand round a line; null before the first and after the last. */
export function layerOfLine(layers: readonly Layer[], line: number): Layer | null {
  const index = firstIndex(layers.length, (i) => layers[i].endLine >= line);
  const layer = layers[index];
  // Travel belongs to the layer it leads to, except the way from the start to layer 1.
  const from = index > 0 ? layer?.travelLine : layer?.firstLine;
  return layer && line >= from ? layer : null;
}
