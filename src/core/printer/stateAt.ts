import { chunksOf, type ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import { LineStream } from '../gcode/lineStream';
import { Machine, type MachineState } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/words';

/**
 * State of the printer before the line that begins at `offset`: the file is followed from the
 * nearest layer before, so that a place late in a long file costs no more than an early one.
 */
export async function stateAt(
  input: ByteSource,
  layers: readonly Layer[],
  offset: number,
): Promise<MachineState> {
  const known = layers.findLast(({ firstOffset }) => firstOffset < offset);
  const from = known?.firstOffset ?? 0;
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
