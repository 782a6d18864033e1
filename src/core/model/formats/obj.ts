import earcut from 'earcut';
import { success, type Result } from '../../findings';
import { ByteText } from './byteText';
import { MeshBuilder } from '../mesh';
import { brokenModel, unusable, type ModelFile, type TellShare } from './modelFile';

const TOLD_EVERY = 1 << 17;
/** A polygon of more corners is no part of a print. */
const MOST_CORNERS = 100_000;

/** Reads OBJ: corners and faces, of any number of corners, with objects by `o`. */
export function readObj(bytes: Uint8Array, tell: TellShare = () => {}): Result<ModelFile> {
  const text = new ByteText(bytes);
  const places: number[] = [];
  const builder = new MeshBuilder();
  const starts: { name: string; first: number }[] = [];
  let lines = 0;
  while (!text.isAtEnd && !builder.isFull) {
    text.skipSpace();
    if (text.takes('v')) {
      const [x, y, z] = [text.number(), text.number(), text.number()];
      if (!Number.isFinite(x + y + z)) {
        return brokenModel('The file is damaged: some vertices are not numbers.');
      }
      places.push(x, y, z);
    } else if (text.takes('f')) {
      const face = readFace(text, places.length / 3);
      if (!face) return brokenModel('The file is damaged: a face refers to a missing vertex.');
      addFace(builder, places, face);
    } else if (text.takes('o')) {
      starts.push({ name: text.restOfLine().slice(0, 80), first: builder.triangles });
    }
    text.nextLine();
    if (++lines % TOLD_EVERY === 0) tell(text.at / bytes.length);
  }
  const wrong = unusable(builder.triangles, builder.isFull);
  if (wrong) return wrong;
  const isNamed = starts.length > 0 && starts[0].first === 0;
  const all = isNamed ? starts : [{ name: '', first: 0 }, ...starts];
  const objects = all.map(({ name, first }, i) => ({
    name,
    first,
    end: all[i + 1]?.first ?? builder.triangles,
    colour: null,
  }));
  const mesh = { corners: builder.finish(), objects: objects.filter((o) => o.end > o.first) };
  return success({ kind: 'obj', mesh, unit: null, notes: [] });
}

/** The corners of a face, from 0; null where one is not there. */
function readFace(text: ByteText, known: number): number[] | null {
  const face: number[] = [];
  while (!text.isAtLineEnd) {
    if (text.bytes[text.at] === BACKSLASH) {
      // A line may go on on the next one.
      text.nextLine();
      continue;
    }
    const number = text.number();
    if (!Number.isInteger(number) || face.length > MOST_CORNERS) return null;
    const corner = number < 0 ? known + number : number - 1;
    if (corner < 0 || corner >= known) return null;
    face.push(corner);
    // What stands behind a stroke is of pictures and normals.
    while (!text.isAtEnd && text.bytes[text.at] > 32) text.at++;
  }
  return face;
}

const BACKSLASH = 92;

function addFace(builder: MeshBuilder, places: readonly number[], face: readonly number[]): void {
  const put = (corner: number): void =>
    builder.corner(places[corner * 3], places[corner * 3 + 1], places[corner * 3 + 2]);
  if (face.length === 3) face.forEach(put);
  else if (face.length > 3) {
    for (const i of cutIntoTriangles(places, face)) put(face[i]);
  }
}

/** Cuts a polygon, which may be hollow on a side, into triangles that wind as it does. */
function cutIntoTriangles(places: readonly number[], face: readonly number[]): number[] {
  const at = (i: number, axis: number): number => places[face[i] * 3 + axis];
  const normal = [0, 0, 0];
  for (let i = 0; i < face.length; i++) {
    const next = (i + 1) % face.length;
    for (let axis = 0; axis < 3; axis++) {
      const [u, v] = [(axis + 1) % 3, (axis + 2) % 3];
      normal[axis] += (at(i, u) - at(next, u)) * (at(i, v) + at(next, v));
    }
  }
  const sizes = normal.map(Math.abs);
  const axis = sizes.indexOf(Math.max(...sizes));
  // Looked at from outside, along the axis that it faces most.
  const [u, v] =
    normal[axis] > 0 ? [(axis + 1) % 3, (axis + 2) % 3] : [(axis + 2) % 3, (axis + 1) % 3];
  const flat = face.flatMap((_, i) => [at(i, u), at(i, v)]);
  const cut = earcut(flat);
  for (let i = 0; i < cut.length; i += 3) {
    const [a, b, c] = cut.slice(i, i + 3).map((k) => [flat[2 * k], flat[2 * k + 1]]);
    const turn = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    if (turn < 0) [cut[i + 1], cut[i + 2]] = [cut[i + 2], cut[i + 1]];
  }
  return cut;
}
