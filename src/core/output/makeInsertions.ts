import type { ByteSource } from '../byteSource';
import type { Reading } from '../read/reading';
import { arrangedInsertions } from './arrange';
import { insertionsBetweenLayers, type Insertion, type OutputRequest } from './insert';

/** Makes everything that goes into the input, in the order of the output. */
export function makeInsertions(
  input: ByteSource,
  reading: Reading,
  request: OutputRequest,
): Promise<Insertion[]> {
  const { arrangement } = request;
  return arrangement
    ? arrangedInsertions(input, reading, request, arrangement)
    : insertionsBetweenLayers(input, reading, request);
}
