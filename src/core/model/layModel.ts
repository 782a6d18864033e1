import type { Footprint } from '../geometry/footprint';
import { cellsByLevel } from '../geometry/footprint';
import { spannedCells } from '../geometry/columns';
import { layerNumber, type Layer } from '../layers';
import type { Section } from '../print/sections';
import type { Print } from '../print/print';
import { cutLayers } from './cuts';
import { layerGrid, layersBelow, topOf, type LayerGrid } from './layerGrid';
import { boxOf } from './mesh';
import type { PlacedModel } from './model';
import type { Relief } from './relief';
import { roughLayers, ROUGHLY } from './rough';
import type { ModelSetup } from './setup';

/** Which layer is topmost and which is lowest in each cell; cells thinner than a layer stay empty. */
export function footprintOfRelief(relief: Relief, grid: LayerGrid): Footprint {
  const { cellMm, originX, originY, columns, rows } = relief;
  const top = new Uint16Array(columns * rows);
  const low = new Uint16Array(columns * rows);
  for (let cell = 0; cell < top.length; cell++) {
    if (relief.top[cell] === -Infinity) continue;
    const highest = layersBelow(grid, relief.top[cell]);
    const lowest = layersBelow(grid, relief.low[cell]) + 1;
    if (lowest > highest) continue;
    top[cell] = highest;
    low[cell] = lowest;
  }
  return { cellMm, originX, originY, columns, rows, top, low };
}

/**
 * A model as a print that is not sliced yet: layers of even height, what shows of each, and rough times.
 * @param filamentDiameter mm.
 */
export function layModel(
  { mesh, relief, overlaps }: Pick<PlacedModel, 'mesh' | 'relief' | 'overlaps'>,
  setup: ModelSetup,
  filamentDiameter: number,
): Print {
  const grid = layerGrid(boxOf(mesh)?.to[2] ?? 0, setup.firstLayer, setup.layerHeight);
  const footprint = footprintOfRelief(relief, grid);
  const cellArea = footprint.cellMm ** 2;
  const areas = (cells: ArrayLike<number>): number[] =>
    Array.from({ length: grid.count }, (_, i) => (cells[i + 1] ?? 0) * cellArea);
  const exposed = areas(cellsByLevel(footprint.top, grid.count));
  const begins = areas(cellsByLevel(footprint.low, grid.count));
  const spans = spannedCells(footprint, grid.count);
  const surfaces = { exposed, begins };
  const rough = roughLayers(cutLayers(mesh, grid, overlaps), surfaces, grid, filamentDiameter);
  const layers = Array.from({ length: grid.count }, (_, i): Layer => {
    const z = topOf(grid, i + 1);
    return {
      number: layerNumber(i + 1),
      label: null,
      z,
      highest: z,
      thickness: i === 0 ? grid.first : grid.height,
      seconds: rough.seconds[i],
      filamentMm: rough.filamentMm[i],
      footprintMm2: spans[i] * cellArea,
      exposedMm2: exposed[i],
      spanMm2: spans[i] * cellArea,
    };
  });
  const sections = layers.map(({ number, thickness, z, seconds, filamentMm }): Section => ({
    layer: number,
    thickness,
    z,
    seconds,
    filamentMm,
  }));
  const sum = (numbers: Float64Array): number => numbers.reduce((all, one) => all + one, 0);
  const motion = sum(rough.seconds);
  return {
    continuous: false,
    layers,
    seconds: { motion, dwell: 0, heating: ROUGHLY.heating, total: motion + ROUGHLY.heating },
    secondsBefore: ROUGHLY.heating,
    secondsAfter: 0,
    sections,
    sources: [],
    firstSections: Uint32Array.from({ length: layers.length + 1 }, (_, i) => i),
    filamentMm: sum(rough.filamentMm),
    footprint,
    skirtCells: new Uint32Array(0),
    hasUndrawn: false,
    skirtMm2: 0,
    largestFootprintMm2: layers.reduce((most, one) => Math.max(most, one.footprintMm2), 0),
    priming: [],
  };
}
