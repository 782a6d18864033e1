import { formatMm } from '../format';
import { cutAt, joinedVolume, type Cut } from './cuts';
import { directionsOf, type Direction } from './directions';
import { flatsOf, type Flats } from './flats';
import { boxOf, sizeOf, triangleCount, type Mesh } from './mesh';
import type { ModelFile, ModelKind, ModelUnit } from './formats/modelFile';
import { reliefOf, type Relief } from './relief';
import { placeMesh, type ModelSetup } from './setup';
import { mend, type Mended, type Overlaps } from './shells';
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
  /** Bodies that may stand in one another; null for none. */
  readonly overlaps: Overlaps | null;
  readonly relief: Relief;
  readonly facts: ModelFacts;
}

/** A file that was read, set up again as often as wanted. The last placing is kept, as layers change without it. */
export class Model {
  private readonly soundness: Soundness;
  private readonly mended: Mended;
  private last: { readonly key: string; readonly placed: PlacedModel } | null = null;

  constructor(readonly file: ModelFile) {
    this.mended = mend(file.mesh);
    this.soundness = soundnessOf(this.mended.mesh);
  }

  /** The model as it lies on the bed. */
  place(setup: ModelSetup): PlacedModel {
    const { unit, turn, scaleXY, scaleZ } = setup;
    const key = JSON.stringify([unit, turn, scaleXY, scaleZ]);
    if (this.last?.key === key) return this.last.placed;
    const mesh = placeMesh(this.mended.mesh, setup);
    const { overlaps } = this.mended;
    const relief = reliefOf(mesh);
    const placed = { mesh, overlaps, relief, facts: this.factsOf(mesh, relief) };
    this.last = { key, placed };
    return placed;
  }

  /** A cut at a height, mm. */
  cut(setup: ModelSetup, z: number): Cut {
    return cutAt(this.place(setup).mesh, z, this.mended.overlaps);
  }

  private factsOf(mesh: Mesh, relief: Relief): ModelFacts {
    const { kind, unit } = this.file;
    const { overlaps } = this.mended;
    const box = boxOf(mesh);
    return {
      ...flatsOf(mesh, relief, overlaps),
      kind,
      triangles: triangleCount(mesh),
      statedUnit: unit,
      size: box ? sizeOf(box) : [0, 0, 0],
      volumeMm3: overlaps ? joinedVolume(mesh, overlaps) : Math.abs(volumeOf(mesh)),
      objects: mesh.objects.map(({ name, colour, first, end }) => {
        const own = boxOf({ corners: mesh.corners.subarray(first * 9, end * 9) });
        return { name, colour, from: own?.from[2] ?? 0, to: own?.to[2] ?? 0 };
      }),
      directions: directionsOf(mesh, MOST_DIRECTIONS),
      notes: this.notesOf(relief),
    };
  }

  private notesOf({ cellMm }: Relief): string[] {
    const { isClosed, isOriented } = this.soundness;
    const notes = [...this.file.notes];
    if (!isClosed) {
      notes.push(
        'The surface has gaps. Heights and pictures are correct where there is surface; cut areas and times may be wrong.',
      );
    } else if (!isOriented) {
      notes.push('Some faces point inwards. Cut areas may be wrong.');
    }
    const { turned, bodies, doubled } = this.mended;
    if (bodies === null) {
      notes.push(
        'The model is too detailed to look for bodies that overlap. Where some do, areas and times may be wrong.',
      );
    }
    if (turned > 0) {
      notes.push(
        turned === bodies
          ? 'The surface was inside out. Lamella flipped it.'
          : `${turned} of ${bodies} bodies ${turned === 1 ? 'was' : 'were'} inside out. Lamella flipped ${turned === 1 ? 'it' : 'them'}.`,
      );
    }
    if (doubled > 0) {
      notes.push(
        `${doubled} ${doubled === 1 ? 'triangle is' : 'triangles are'} in the file twice. Lamella uses each once.`,
      );
    }
    if (cellMm > 0.15) {
      notes.push(
        `The model is large. Visible areas are measured in cells of ${formatMm(cellMm)} mm.`,
      );
    }
    return notes;
  }
}
