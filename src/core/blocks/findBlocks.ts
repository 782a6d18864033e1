import { chunksOf, type ByteSource } from '../byteSource';
import { LineStream } from '../gcode/lines/lineStream';
import type { SlicedFile } from '../read/slicedFile';
import { BlockFinder } from './blocks';

/** Finds the blocks of a file; `files` are those that its marks speak of. */
export async function findBlocks(
  source: ByteSource,
  files?: SlicedFile['sources'],
): Promise<BlockFinder> {
  const finder = new BlockFinder(files);
  const stream = new LineStream((bytes, end, base) => finder.read(bytes, end, base));
  for await (const chunk of chunksOf(source)) stream.push(chunk);
  stream.finish();
  finder.finish();
  return finder;
}
