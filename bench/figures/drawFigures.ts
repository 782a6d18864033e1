// How long it takes to read a packed model, and to lay out a plate with many letters.
import { readFileSync } from 'node:fs';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { layOutPlate } from '../../src/core/draw/layOut';
import { Lettering } from '../../src/core/draw/lettering';
import { FIRST_PLATE } from '../../src/core/draw/plate';
import { readModel } from '../../src/core/model/formats/readModel';
import { inTurns } from '../turns';

/** Squares along each side of the model's surface: two triangles each. */
const SIDE = 1000;
const PART = '3D/3dmodel.model';
/** Letters of the plate. */
const LETTERS = 200;

export interface DrawFigures {
  /** Seconds to read a 3MF of 2 million triangles, and to unpack it and add up its bytes. */
  readonly packed: number;
  readonly packedBare: number;
  readonly packedBytes: number;
  readonly letters: number;
  /** Seconds until the plate is laid out, its narrow places found and its bodies made. */
  readonly plate: number;
}

export async function drawSeconds(rounds: number): Promise<DrawFigures> {
  const bytes = packedSurface();
  const [packedBare, packed] = await inTurns(
    rounds,
    () => added(unzipSync(bytes)[PART]),
    async () => {
      const read = await readModel(bytes, 'surface.3mf');
      if (!read.ok) throw new Error(read.refusal.message);
    },
  );
  const font = readFileSync('public/fonts/plain.woff');
  const lettering = Lettering.from(
    font.buffer.slice(font.byteOffset, font.byteOffset + font.length),
  );
  const line = 'The reed beds are shut';
  const text = Array.from({ length: 12 }, () => line).join('\n').slice(0, LETTERS); // prettier-ignore
  const drawing = { ...FIRST_PLATE, text, width: 300, depth: 300, textSize: 14 };
  const [plate] = await inTurns(rounds, () => layOutPlate(drawing, null, lettering));
  return { packed, packedBare, packedBytes: bytes.length, letters: LETTERS, plate };
}

function added(bytes: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < bytes.length; i++) sum += bytes[i];
  return sum;
}

/** A 3MF of two million triangles: a surface that waves. */
export function packedSurface(): Uint8Array {
  const vertices: string[] = [];
  for (let y = 0; y <= SIDE; y++) {
    for (let x = 0; x <= SIDE; x++) {
      const z = (4 + 3 * Math.sin(x / 90) * Math.cos(y / 70)).toFixed(5);
      vertices.push(`<vertex x="${(x / 10).toFixed(3)}" y="${(y / 10).toFixed(3)}" z="${z}"/>`);
    }
  }
  const triangles: string[] = [];
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const a = y * (SIDE + 1) + x;
      const d = a + SIDE + 1;
      triangles.push(`<triangle v1="${a}" v2="${a + 1}" v3="${d + 1}"/>`);
      triangles.push(`<triangle v1="${a}" v2="${d + 1}" v3="${d}"/>`);
    }
  }
  const xml = `<?xml version="1.0"?><model unit="millimeter"><resources><object id="1"><mesh><vertices>${vertices.join('\n')}</vertices><triangles>${triangles.join('\n')}</triangles></mesh></object></resources><build><item objectid="1"/></build></model>`;
  return zipSync({ [PART]: strToU8(xml) }, { level: 4 });
}
