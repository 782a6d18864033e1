import { refuse, type Result } from '../../findings';
import type { ModelFile, ModelKind, TellShare } from './modelFile';
import { readObj } from './obj';
import { readStl } from './stl';
import { readThreeMf } from './threeMf';

/** Reads a model file; what is in it decides, and its name only where that says nothing. */
export async function readModel(
  bytes: Uint8Array,
  name: string,
  tell: TellShare = () => {},
): Promise<Result<ModelFile>> {
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty.');
  switch (kindOf(bytes, name)) {
    case '3mf':
      return readThreeMf(bytes, tell);
    case 'obj':
      return readObj(bytes, tell);
    default:
      return readStl(bytes, tell);
  }
}

function kindOf(bytes: Uint8Array, name: string): ModelKind {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] <= 6) return '3mf';
  return /\.obj$/i.test(name) ? 'obj' : 'stl';
}
