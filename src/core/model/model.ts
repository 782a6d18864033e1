import { formatMm } from '../format';
import { cutAt, type Cut } from './cuts';
import { directionsOf, type Direction } from './directions';
import { flatsOf, type Flats } from './flats';
import { boxOf, sizeOf, triangleCount, type Mesh } from './mesh';
import type { ModelFile, ModelKind, ModelUnit } from './formats/modelFile';
import { reliefOf, type Relief } from './relief';
import { placeMesh, type ModelSetup } from './setup';
import { soundnessOf, volumeOf, type Soundness } from './soundness';

/** Sides that are offered to lay a model on. */
const MOST_DIRECTIONS = 8;

/** One object of a model, and the heights between which it stands, mm. */
interface ModelObject {
  readonly name: string;
  readonly colour: string | null;
  readonly from: number;
  readonly to: number;
}

/** What a model tells when it is set up in one way. */
export interface ModelFacts extends Flats {
  readonly kind: ModelKind;
  readonly triangles: number;
  /** Unit that the file states; null where it states none. */
  readonly statedUnit: ModelUnit | null;
  /** Along x, y and z, mm. */
  readonly size: readonly [number, number, number];
  readonly volumeMm3: number;
  readonly objects: readonly ModelObject[];
  /** The ways that most of it looks, to lay it on one of them. */
  readonly directions: readonly Direction[];
  /** What is worth saying about it, as sentences. */
  readonly notes: readonly string[];
}

/** A model as it lies on the bed, mm. */
export interface PlacedModel {
  readonly mesh: Mesh;
  readonly relief: Relief;
  readonly facts: ModelFacts;
}

/** A file that was read, set up anew as often as wanted. The last placing is kept, as layers change without it. */
export class Model {
  private readonly soundness: Soundness;
  private last: { readonly key: string; readonly placed: PlacedModel } | null = null;

  constructor(readonly file: ModelFile) {
    this.soundness = soundnessOf(file.mesh);
  }

  /** The model as it lies on the bed. */
  place(setup: ModelSetup): PlacedModel {
    const { unit, turn, scaleXY, scaleZ } = setup;
    const key = JSON.stringify([unit, turn, scaleXY, scaleZ]);
    if (this.last?.key === key) return this.last.placed;
    const isInsideOut = this.soundness.isClosed && this.soundness.volume < 0;
    const mesh = placeMesh(this.file.mesh, setup, isInsideOut);
    const relief = reliefOf(mesh);
    const placed = { mesh, relief, facts: this.factsOf(mesh, relief, isInsideOut) };
    this.last = { key, placed };
    return placed;
  }

  /** A cut at a height, mm. */
  cut(setup: ModelSetup, z: number): Cut {
    return cutAt(this.place(setup).mesh, z);
  }

  private factsOf(mesh: Mesh, relief: Relief, isInsideOut: boolean): ModelFacts {
    const { kind, unit } = this.file;
    const box = boxOf(mesh);
    return {
      ...flatsOf(mesh, relief),
      kind,
      triangles: triangleCount(mesh),
      statedUnit: unit,
      size: box ? sizeOf(box) : [0, 0, 0],
      volumeMm3: Math.abs(volumeOf(mesh)),
      objects: mesh.objects.map(({ name, colour, first, end }) => {
        const own = boxOf({ corners: mesh.corners.subarray(first * 9, end * 9) });
        return { name, colour, from: own?.from[2] ?? 0, to: own?.to[2] ?? 0 };
      }),
      directions: directionsOf(mesh, MOST_DIRECTIONS),
      notes: this.notesOf(relief, isInsideOut),
    };
  }

  private notesOf({ cellMm }: Relief, isInsideOut: boolean): string[] {
    const { isClosed, isOriented } = this.soundness;
    const notes = [...this.file.notes];
    if (!isClosed) {
      notes.push(
        'The surface has gaps: some edges meet no other one. Heights and pictures are right where the surface is; areas of cuts and times may be off.',
      );
    } else if (!isOriented) {
      notes.push('Some faces of the surface are turned inwards. Areas of cuts may be off.');
    }
    if (isInsideOut) notes.push('The surface was inside out. It was turned round.');
    if (cellMm > 0.15) {
      notes.push(`The model is large. What shows is measured in cells of ${formatMm(cellMm)} mm.`);
    }
    return notes;
  }
}
