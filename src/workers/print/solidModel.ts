import { newSum } from '../sums';
import { refuse, success, type Result } from '@/core/findings';
import type { Cut } from '@/core/model/cuts';
import { handMesh } from '@/core/geometry/mesh/handMesh';
import { footprintOfRelief, layModel } from '@/core/model/layModel';
import { layerGrid, middleOf, topOf } from '@/core/model/layerGrid';
import { triangleCount } from '@/core/model/mesh';
import { Model, type ModelFacts, type PlacedModel } from '@/core/model/model';
import { readModel } from '@/core/model/formats/readModel';
import { firstSetup, type ModelSetup } from '@/core/model/setup';
import { PATH_STRIDE, type LayerPaths } from '@/core/geometry/paths';
import type { PrinterModel } from '@/core/motion/limits';
import type { Print } from '@/core/print/print';
import type { HandSurface, ModelDraft } from './protocol';

/** Width at which outlines of a cut are drawn, mm. */
const DRAWN_WIDTH = 0.3;

/** A model is read as a whole: more than this is more than a page is given. */
const MOST_BYTES = 1.5e9;

/** A model that the worker holds open, and what planning sees of it. */
export interface HeldModel {
  readonly kind: 'model';
  readonly model: Model;
  readonly setup: ModelSetup;
  readonly reading: Print;
  readonly facts: ModelFacts;
  /** SHA-256 of the file. */
  readonly fingerprint: string;
}

/**
 * Reads a model file and lays it in layers.
 * @param setup how it is set up; guessed when null.
 * @param tell hears how many bytes were read.
 */
export async function holdModel(
  file: Blob,
  name: string,
  setup: ModelSetup | null,
  printer: PrinterModel,
  tell: (bytes: number) => void,
): Promise<Result<HeldModel>> {
  if (file.size > MOST_BYTES) {
    return refuse(
      'too-large',
      'The model file is larger than 1.5 GB. Reduce its detail, or save as 3MF.',
    );
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  const hash = await newSum();
  hash.update(bytes);
  const read = await readModel(bytes, name, (share) => tell(share * bytes.length));
  if (!read.ok) return read;
  const model = new Model(read.value);
  const own = setup ?? firstSetup(read.value);
  const placed = model.place(own);
  const { facts } = placed;
  const reading = layModel(placed, own, printer.filamentDiameter);
  const fingerprint = hash.digest('hex');
  return success({ kind: 'model', model, setup: own, reading, facts, fingerprint });
}

/** Outlines of a layer, cut through its middle, as lines to draw. */
export function outlinesOf({ model, setup, reading }: HeldModel, layer: number): LayerPaths {
  const { firstLayer, layerHeight } = setup;
  const grid = { first: firstLayer, height: layerHeight, count: reading.layers.length };
  return pathsOfCut(model.cut(setup, middleOf(grid, layer)));
}

function pathsOfCut({ lines }: Cut): LayerPaths {
  const out = new Float32Array((lines.length / 4) * PATH_STRIDE);
  for (let i = 0, to = 0; i < lines.length; i += 4, to += PATH_STRIDE) {
    out.set(lines.subarray(i, i + 4), to);
    out[to + 4] = DRAWN_WIDTH;
  }
  return { lines: out, ends: [out.length / PATH_STRIDE] };
}

/** Models of more triangles are drawn by their cells, as sliced files are. */
const MOST_OWN_TRIANGLES = 300_000;

/** What is drawn of a model: its own triangles where they are not too many. */
export function surfaceOf(
  { mesh }: Pick<PlacedModel, 'mesh'>,
  { footprint, layers }: Pick<ModelDraft, 'footprint' | 'layers'>,
): HandSurface {
  return triangleCount(mesh) <= MOST_OWN_TRIANGLES
    ? { corners: mesh.corners.slice() }
    : handMesh(footprint, layers);
}

/** What the model would be, set up in another way. */
export function draftOf({ model }: HeldModel, setup: ModelSetup): ModelDraft {
  const placed = model.place(setup);
  const { firstLayer, layerHeight } = setup;
  const grid = layerGrid(placed.facts.size[2], firstLayer, layerHeight);
  const footprint = footprintOfRelief(placed.relief, grid);
  const layers = Array.from({ length: grid.count }, (_, i) => ({
    z: topOf(grid, i + 1),
    thickness: i === 0 ? firstLayer : layerHeight,
  }));
  const surface = surfaceOf(placed, { footprint, layers });
  return { facts: placed.facts, layers, footprint, surface };
}
