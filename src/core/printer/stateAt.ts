import { chunksOf, type ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import { LineStream } from '../gcode/lineStream';
import { Machine, type MachineState } from '../gcode/machine';
import { scanLine } from '../gcode/scan';
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
  const stream = new LineStream((bytes, end) => {
    for (let at = 0; at < end;) {
      at = scanLine(bytes, at, end, words);
      machine.execute(words, bytes);
    }
  });
  const rest: ByteSource = {
    size: offset - from,
    slice: (start, end) => input.slice(from + start, from + end),
  };
  for await (const chunk of chunksOf(rest)) stream.push(chunk);
  stream.finish();
  return machine.capture();
}
