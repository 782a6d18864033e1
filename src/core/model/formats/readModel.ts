import { refuse, type Result } from '../../findings';
import { ByteText } from './byteText';
import { encodingOf } from './encoding';
import type { ModelFile, ModelKind, TellShare } from './modelFile';
import { readObj } from './obj';
import { isWholeBinaryStl, readStl, saysSolid } from './stl';
import { readThreeMf } from './threeMf';

/** Reads a model file; what is in it decides, and its name only where that says nothing. */
export async function readModel(
  given: Uint8Array,
  name: string,
  tell: TellShare = () => {},
): Promise<Result<ModelFile>> {
  if (given.length === 0) return refuse('empty-file', 'The file is empty.');
  if (isArchive(given)) return readThreeMf(given, tell);
  const bytes = plainBytes(given);
  return kindOf(bytes, name) === 'obj' ? readObj(bytes, tell) : readStl(bytes, tell);
}

const isArchive = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] <= 6;

/** Text without its mark at the beginning, and in bytes of one letter each where two made one. */
function plainBytes(bytes: Uint8Array): Uint8Array {
  const encoding = isWholeBinaryStl(bytes) ? null : encodingOf(bytes);
  if (encoding === null) return bytes;
  if (encoding === 'utf-8') return bytes.subarray(3);
  return new TextEncoder().encode(new TextDecoder(encoding).decode(bytes));
}

/** How many bytes at the beginning of a file tell what it is. */
const LOOKED_AT = 4096;

/** STL and OBJ are told by their words, and a binary STL by its length. */
function kindOf(bytes: Uint8Array, name: string): ModelKind {
  const isNamedObj = /\.obj$/i.test(name);
  if (isWholeBinaryStl(bytes) || saysSolid(bytes)) return 'stl';
  const text = new ByteText(bytes.subarray(0, LOOKED_AT));
  while (!text.isAtEnd) {
    text.skipSpace();
    if (OBJ_WORDS.some((word) => text.takes(word)) && Number.isFinite(text.number())) return 'obj';
    text.nextLine();
  }
  return isNamedObj ? 'obj' : 'stl';
}

/** Words that lines with numbers begin with in OBJ and not in STL. */
const OBJ_WORDS = ['v', 'vn', 'vt', 'f'];
