import { success, type Result } from '../../findings';
import { sourceOf } from '../../byteSource';
import { openZip, unpackFile } from '../../archive/openZip';
import type { ZipEntry } from '../../archive/zip';
import { MeshBuilder, type MeshObject } from '../mesh';
import { brokenModel, unusable, type ModelFile, type TellShare } from './modelFile';
import { ModelPart, type PartObject, type Transform } from './threeMfPart';

/** Deepest nesting of components, and most objects in one. */
const DEEPEST = 32;
const MOST_PLACED = 20_000;

/** Reads 3MF: its parts, units, components, transforms and colours of objects. */
export async function readThreeMf(
  bytes: Uint8Array,
  tell: TellShare = () => {},
): Promise<Result<ModelFile>> {
  const source = sourceOf(bytes);
  const opened = await openZip(source);
  if (!opened.ok) return opened;
  const models = opened.value.filter(({ name }) => /\.model$/i.test(name));
  if (models.length === 0) return brokenModel('This 3MF file contains no model.');
  if (models.some(({ encrypted }) => encrypted)) {
    return brokenModel('This 3MF file is password-protected. Save it without a password.');
  }
  const total = models.reduce((sum, { bytes: size }) => sum + size, 0);
  const parts = new Map<string, ModelPart>();
  let before = 0;
  for (const entry of models) {
    const part = new ModelPart();
    const read = await readPart(entry, part, (size) => tell((before + size) / Math.max(1, total)));
    if (!read.ok) return read;
    before += entry.bytes;
    parts.set(pathOf(entry.name), part);
  }
  const main = await mainPart(opened.value, parts);
  return main ? assemble(main, parts) : brokenModel('The 3MF file does not say what is in it.');

  async function readPart(entry: ZipEntry, part: ModelPart, onSize: (bytes: number) => void) {
    const unpacked = await unpackFile(source, entry, (chunk) => part.read(chunk), onSize);
    if (!unpacked.ok) return unpacked;
    part.end();
    return part.trouble === null ? success(null) : brokenModel(part.trouble);
  }

  /** The part that the file's relations name; the only one with a build where they name none. */
  async function mainPart(
    entries: readonly ZipEntry[],
    all: ReadonlyMap<string, ModelPart>,
  ): Promise<{ path: string; part: ModelPart } | null> {
    const relations = entries.find(({ name }) => pathOf(name) === '_rels/.rels');
    let named: string | null = null;
    if (relations && relations.bytes < 1 << 20) {
      const chunks: Uint8Array[] = [];
      const read = await unpackFile(source, relations, (chunk) => chunks.push(chunk.slice()));
      if (read.ok) {
        const text = chunks.map((chunk) => new TextDecoder().decode(chunk)).join('');
        const one = /<Relationship\b[^>]*3dmodel"[^>]*>/.exec(text)?.[0] ?? '';
        named = /\bTarget\s*=\s*"([^"]*)"/.exec(one)?.[1] ?? null;
      }
    }
    const path =
      named !== null && all.has(pathOf(named))
        ? pathOf(named)
        : [...all].find(([, part]) => part.items.length > 0)?.[0];
    const part = path === undefined ? undefined : all.get(path);
    return path !== undefined && part ? { path, part } : null;
  }
}

/** A place in the archive as it is compared: without a leading stroke, and in small letters. */
const pathOf = (name: string): string => name.replace(/^\/+/, '').toLowerCase();

/** Puts together what is to be built. */
function assemble(
  main: { readonly path: string; readonly part: ModelPart },
  parts: ReadonlyMap<string, ModelPart>,
): Result<ModelFile> {
  const builder = new MeshBuilder();
  const objects: MeshObject[] = [];
  let placed = 0;
  const troubles: string[] = [];

  const place = (path: string, id: string, by: Transform, depth: number): void => {
    if (troubles.length > 0 || builder.isFull) return;
    const part = parts.get(path);
    const object = part?.objects.get(id);
    if (!part || !object) {
      troubles.push('The 3MF file refers to a missing part.');
      return;
    }
    if (depth > DEEPEST || ++placed > MOST_PLACED) {
      troubles.push('The parts of this 3MF file refer to each other endlessly.');
      return;
    }
    for (const one of object.components) {
      place(
        one.path === null ? path : pathOf(one.path),
        one.objectId,
        joined(one.transform, by),
        depth + 1,
      );
    }
    addMesh(builder, object, by);
  };

  for (const { objectId, path, transform } of main.part.items) {
    const first = builder.triangles;
    const own = path === null ? main.path : pathOf(path);
    place(own, objectId, transform, 0);
    const object = parts.get(own)?.objects.get(objectId);
    if (builder.triangles > first && object) {
      const colour = colourIn(parts, own, object, 0);
      objects.push({ name: object.name, first, end: builder.triangles, colour });
    }
  }
  const trouble = troubles.at(0);
  if (trouble !== undefined) return brokenModel(trouble);
  const wrong = unusable(builder.triangles, builder.isFull);
  if (wrong) return wrong;
  const { unit } = main.part;
  const supports = [...parts.values()].some(({ hasSupports }) => hasSupports);
  const notes = supports ? ['Supports in the file were left out.'] : [];
  return success({ kind: '3mf', mesh: { corners: builder.finish(), objects }, unit, notes });
}

/** The colour that an object names, or that the first of its components does. */
function colourIn(
  parts: ReadonlyMap<string, ModelPart>,
  path: string,
  object: PartObject,
  depth: number,
): string | null {
  const own = object.colour === null ? null : (parts.get(path)?.colourOf(object.colour) ?? null);
  if (own !== null || depth > DEEPEST || object.components.length === 0) return own;
  const [first] = object.components;
  const inner = first.path === null ? path : pathOf(first.path);
  const named = parts.get(inner)?.objects.get(first.objectId);
  return named ? colourIn(parts, inner, named, depth + 1) : null;
}

function addMesh(builder: MeshBuilder, { vertices, triangles }: PartObject, by: Transform): void {
  // A transform that mirrors turns the triangles inside out: two corners change places.
  const [second, third] = determinant(by) < 0 ? [2, 1] : [1, 2];
  const placed = movedBy(vertices, by);
  builder.expect(triangles.length / 3);
  for (let i = 0; i < triangles.length && !builder.isFull; i += 3) {
    for (const at of [3 * triangles[i], 3 * triangles[i + second], 3 * triangles[i + third]]) {
      builder.corner(placed[at], placed[at + 1], placed[at + 2]);
    }
  }
}

/** Vertices where a transform puts them: each once, however many triangles it belongs to. */
function movedBy(vertices: Float64Array, by: Transform): Float64Array {
  const [a, b, c, d, e, f, g, h, i, j, k, l] = by;
  const moved = new Float64Array(vertices.length);
  for (let at = 0; at < vertices.length; at += 3) {
    const x = vertices[at];
    const y = vertices[at + 1];
    const z = vertices[at + 2];
    moved[at] = x * a + y * d + z * g + j;
    moved[at + 1] = x * b + y * e + z * h + k;
    moved[at + 2] = x * c + y * f + z * i + l;
  }
  return moved;
}

/** First one transform, then the other. */
function joined(first: Transform, then: Transform): Transform {
  const out: number[] = [];
  for (let row = 0; row < 4; row++) {
    for (let column = 0; column < 3; column++) {
      let sum = row === 3 ? then[9 + column] : 0;
      for (let k = 0; k < 3; k++) sum += first[row * 3 + k] * then[k * 3 + column];
      out.push(sum);
    }
  }
  return out;
}

function determinant([a, b, c, d, e, f, g, h, i]: Transform): number {
  return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
}
