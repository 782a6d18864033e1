import { chunksOf, type ByteSource } from '../byteSource';
import { LineStream } from '../gcode/lines/lineStream';
import { Machine, type MachineState } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/lines/words';
import type { SlicedFile } from '../read/slicedFile';
import { firstIndex } from '../search';

/**
 * State of the printer before the line that begins at `offset`: the file is followed from the
 * nearest section before, so that a place late in a long file costs no more than an early one. Each of
 * several files begins on a printer that nobody has told anything yet.
 */
export async function stateAt(
  input: ByteSource,
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
  offset: number,
): Promise<MachineState> {
  const file = sources.findLast(({ start }) => start < offset) ?? sources[0];
  const count = file.endSection - file.firstSection;
  const next = firstIndex(count, (k) => sections[file.firstSection + k].firstOffset >= offset);
  const known = next > 0 ? sections[file.firstSection + next - 1] : null;
  const from = known?.firstOffset ?? file.start;
  const machine = known ? Machine.from(known.state) : new Machine();
  const words = new Words();
  const stream = new LineStream((bytes, end) => obeyLines(machine, words, bytes, end));
  const rest: ByteSource = {
    size: offset - from,
    slice: (start, end) => input.slice(from + start, from + end),
  };
  for await (const chunk of chunksOf(rest)) stream.push(chunk);
  stream.finish();
  return machine.capture();
}
