import type { PrintedPlace } from '../gcode/levels/levels';
import type { Layer } from '../layers';
import { Effect } from '../gcode/effect';
import { Machine } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/lines/words';
import { curveLength, forEachChord } from './arcs';
import { filamentArea, lineWidth } from './lineWidth';

/** Numbers per printed line: x0, y0, x1, y1 in machine mm, and the width in mm. */
export const PATH_STRIDE = 5;

/** The printed lines of one layer, in the order of the file. */
export interface LayerPaths {
  /** {@link PATH_STRIDE} numbers each. */
  readonly lines: Float32Array<ArrayBuffer>;
  /** How many lines there are up to the end of each section of the layer. */
  readonly ends: readonly number[];
}

/**
 * The printed lines of one layer.
 * @param bytes the file's bytes from the layer's `firstOffset` to its `endOffset`.
 * @param sectionEnds where the layer's sections end in the file.
 * @param filamentDiameter mm.
 */
export function layerPaths(
  bytes: Uint8Array,
  layer: Pick<PrintedPlace, 'firstOffset' | 'state'> & Pick<Layer, 'thickness'>,
  sectionEnds: readonly number[],
  filamentDiameter: number,
): LayerPaths {
  const machine = Machine.from(layer.state);
  const words = new Words();
  const area = layer.state.volumetricArea || filamentArea(filamentDiameter);
  const numbers: number[] = [];
  const ends: number[] = [];
  const before = (at: number): void => {
    while (ends.length < sectionEnds.length && layer.firstOffset + at >= sectionEnds[ends.length]) {
      ends.push(numbers.length / PATH_STRIDE);
    }
  };
  const after = (effect: Effect): void => {
    const filament = (machine.e - machine.fromE) * machine.flowFactor;
    if (effect === Effect.Line && machine.extruded) {
      const { fromX, fromY, x, y } = machine;
      const width = lineWidth(filament, Math.hypot(x - fromX, y - fromY), layer.thickness, area);
      numbers.push(fromX, fromY, x, y, width);
    } else if (effect === Effect.Curve && machine.extrudedOnCurve) {
      const { curve } = machine;
      const width = lineWidth(filament, curveLength(curve), layer.thickness, area);
      forEachChord(curve, (x0, y0, x1, y1) => numbers.push(x0, y0, x1, y1, width));
    }
  };
  obeyLines(machine, words, bytes, bytes.length, { before, after });
  while (ends.length < sectionEnds.length) ends.push(numbers.length / PATH_STRIDE);
  return { lines: new Float32Array(numbers), ends };
}

/** A place that a section of a layer surely prints, machine mm: the middle of its longest line; null for none. */
export function placeOfSection(
  { lines, ends }: LayerPaths,
  section: number,
): { x: number; y: number } | null {
  let longest = -1;
  let place = null;
  const end = ends[section] * PATH_STRIDE;
  for (let i = (ends[section - 1] ?? 0) * PATH_STRIDE; i < end; i += PATH_STRIDE) {
    const [x0, y0, x1, y1] = lines.subarray(i, i + 4);
    const length = Math.hypot(x1 - x0, y1 - y0);
    if (length <= longest) continue;
    longest = length;
    place = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  }
  return place;
}
