import { success, type Result } from '../../findings';
import { ByteText } from './byteText';
import { MeshBuilder, MOST_TRIANGLES, TRIANGLE_STRIDE } from '../mesh';
import { brokenModel, unusable, type ModelFile, type TellShare } from './modelFile';

/** Bytes before the triangles of a binary file, and of one triangle: normal, corners, two unused. */
const HEAD = 84;
const RECORD = 50;
const NORMAL = 12;
/** Progress is reported after so many triangles. */
const TOLD_EVERY = 1 << 18;

/** Reads STL, binary or text. The two are told apart by their length, as many binary files begin with `solid`. */
export function readStl(bytes: Uint8Array, tell: TellShare = () => {}): Result<ModelFile> {
  if (bytes.length < 15) return brokenModel('The file is too short to be a model.');
  const isText = !isWholeBinaryStl(bytes) && saysSolid(bytes);
  return isText ? readText(bytes, tell) : readBinary(bytes, statedIn(bytes), tell);
}

/** How many triangles a binary file states; −1 where it is too short to. */
const statedIn = (bytes: Uint8Array): number =>
  bytes.length >= HEAD
    ? new DataView(bytes.buffer, bytes.byteOffset, bytes.length).getUint32(80, true)
    : -1;

/** Whether a file is as long as a binary STL of as many triangles as it states. */
export function isWholeBinaryStl(bytes: Uint8Array): boolean {
  return bytes.length >= HEAD && bytes.length === HEAD + statedIn(bytes) * RECORD;
}

/** True where a text file begins: its first word, and another of its words soon after. */
export function saysSolid(bytes: Uint8Array): boolean {
  const text = new ByteText(bytes.subarray(0, 4096));
  text.skipSpace();
  if (!text.takes('solid')) return false;
  while (!text.isAtEnd) {
    text.nextLine();
    text.skipBlanks();
    if (text.takes('facet') || text.takes('endsolid')) return true;
  }
  return false;
}

function readBinary(bytes: Uint8Array, stated: number, tell: TellShare): Result<ModelFile> {
  const there = Math.floor((bytes.length - HEAD) / RECORD);
  if (stated < 0) return brokenModel('The file is too short to be a model.');
  if (stated > there) {
    return brokenModel(
      `The file is cut short or not an STL: it states ${stated} triangles and holds ${Math.max(0, there)}. Copy it again.`,
    );
  }
  const wrong = unusable(stated, stated > MOST_TRIANGLES);
  if (wrong) return wrong;
  const corners = new Float32Array(stated * TRIANGLE_STRIDE);
  // Records stand at odd places for floats: each is copied to where its corners lie at even ones.
  const one = new Float32Array(TRIANGLE_STRIDE);
  const view = new Uint8Array(one.buffer);
  const last = NORMAL + 4 * TRIANGLE_STRIDE;
  let sum = 0;
  for (let i = 0, at = HEAD + NORMAL; i < stated; i++, at += RECORD) {
    for (let k = 0; k < last - NORMAL; k++) view[k] = bytes[at + k];
    const to = i * TRIANGLE_STRIDE;
    for (let k = 0; k < TRIANGLE_STRIDE; k++) {
      corners[to + k] = one[k];
      sum += one[k];
    }
    if (i % TOLD_EVERY === 0) tell(i / stated);
  }
  if (!Number.isFinite(sum)) return noNumbers();
  const more = bytes.length - HEAD - stated * RECORD;
  const notes = more > 0 ? [`${more} bytes after the last triangle were ignored.`] : [];
  const objects = [{ name: '', first: 0, end: stated, colour: null }];
  return success({ kind: 'stl', mesh: { corners, objects }, unit: null, notes });
}

const noNumbers = () =>
  brokenModel('The file is damaged: some vertices are not numbers. Save it again.');

function readText(bytes: Uint8Array, tell: TellShare): Result<ModelFile> {
  const text = new ByteText(bytes);
  const builder = new MeshBuilder();
  const starts: { name: string; first: number }[] = [];
  let corners = 0;
  let lines = 0;
  let isEnded = false;
  let isInFacet = false;
  text.skipSpace();
  while (!text.isAtEnd && !builder.isFull) {
    text.skipSpace();
    if (text.takes('vertex')) {
      const [x, y, z] = [text.number(), text.number(), text.number()];
      if (!Number.isFinite(x + y + z)) return noNumbers();
      builder.corner(x, y, z);
      corners++;
    } else if (text.takes('endfacet')) {
      if (corners !== 3) return brokenModel(`A triangle of the file has ${corners} corners.`);
      corners = 0;
      isInFacet = false;
    } else if (text.takes('facet')) isInFacet = true;
    else if (text.takes('solid')) {
      starts.push({ name: text.restOfLine().slice(0, 80), first: builder.triangles });
      isEnded = false;
    } else if (text.takes('endsolid')) isEnded = true;
    text.nextLine();
    if (++lines % TOLD_EVERY === 0) tell(text.at / bytes.length);
  }
  const wrong = unusable(builder.triangles, builder.isFull);
  if (wrong) return wrong;
  if (isInFacet) return brokenModel('The file is cut short. Copy it again.');
  const objects = starts.map(({ name, first }, i) => ({
    name,
    first,
    end: starts[i + 1]?.first ?? builder.triangles,
    colour: null,
  }));
  const notes = isEnded ? [] : ['The last line of the file is missing. It may be cut short.'];
  const mesh = { corners: builder.finish(), objects: objects.filter((o) => o.end > o.first) };
  return success({ kind: 'stl', mesh, unit: null, notes });
}
