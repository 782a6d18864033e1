import type { Finding } from '../findings';
import type { PrintedPlace } from '../gcode/levels/levels';
import type { LineIndex } from '../gcode/lines/lineIndex';
import type { SettingLine } from '../gcode/settingName';
import type { FoundStop } from '../gcode/stops';
import type { Layer } from '../layers';
import type { Print } from '../print/print';
import type { Section } from '../print/sections';
import { firstIndex } from '../search';

export type LineEnding = 'lf' | 'crlf' | 'cr' | 'mixed';
export type ExtrusionMode = 'absolute' | 'relative' | 'mixed';

/** A layer of a sliced file. */
export interface SlicedLayer extends Layer, PrintedPlace {
  readonly tools: readonly number[];
}

/** A section of a sliced file. */
export interface SlicedSection extends Section, PrintedPlace {
  /** Which of the files that are printed together it belongs to, from 0. */
  readonly source: number;
  readonly tool: number;
  /** What comes out at the change on the way to it, when one nozzle prints for all tools, mm. */
  readonly pushedBeforeMm: number;
}

/** Whether a section stands in a sliced file, or is a layer of a model. */
export function isSlicedSection(section: Section): section is SlicedSection {
  return 'source' in section;
}

/** A print that a slicer has made: what reading its file brings, of the print and of the file. */
export interface SlicedFile extends Print {
  readonly sections: readonly SlicedSection[];
  readonly layers: readonly SlicedLayer[];
  readonly bytes: number;
  readonly lines: number;
  readonly lineEnding: LineEnding;
  readonly units: 'mm' | 'inch';
  readonly extrusion: ExtrusionMode;
  readonly stops: readonly FoundStop[];
  /** Print time that the file's own comments state, s; null when they state none. */
  readonly statedSeconds: number | null;
  /** Targets that the file sets, °C, in the order met; 0 (off) is left out. */
  readonly temperatures: { readonly nozzle: readonly number[]; readonly bed: readonly number[] };
  /** True when a heater is still on after the last line. */
  readonly leavesHot: boolean;
  /** Lines that set temperature, fan, flow, speed or the time left, in the order met. */
  readonly settingLines: readonly SettingLine[];
  readonly lineIndex: LineIndex;
  readonly findings: readonly Finding[];
}

/** Whether a print stands in a sliced file, or is made of a model. */
export function isSliced(print: Print): print is SlicedFile {
  return 'bytes' in print;
}

/** Findings of reading after which nothing can be proven: the file is not followed to its end. */
export const NOT_FOLLOWED: ReadonlySet<string> = new Set(['unsupported-move', 'impossible-arc']);

/** The layer whose extruding moves stand round a line; null before the first and after the last. */
export function layerOfLine(layers: readonly SlicedLayer[], line: number): SlicedLayer | null {
  const index = firstIndex(layers.length, (i) => layers[i].endLine >= line);
  const layer = layers.at(index);
  if (!layer) return null;
  // Travel belongs to the layer it leads to, except the travel from the start to layer 1.
  const from = index > 0 ? layer.travelLine : layer.firstLine;
  return line >= from ? layer : null;
}
