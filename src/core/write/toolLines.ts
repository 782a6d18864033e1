import { chunksOf, type ByteSource } from '../byteSource';
import type { MachineState } from '../gcode/machine';
import { laterStarts } from '../gcode/freshStarts';
import type { ToolLine } from '../gcode/toolHeat';
import type { SlicedFile } from '../read/slicedFile';
import { SimulatedPrinter } from '../printer/simulate';

/** What a file says of its tools, and its states at some places. */
export interface ToolScan {
  readonly lines: readonly ToolLine[];
  /** States at the places asked for, the nozzle's target being that of the tool in use. */
  readonly states: readonly MachineState[];
}

/**
 * Follows a file for what it says of tools.
 * @param places byte offsets of line starts, rising.
 */
export async function scanTools(
  input: ByteSource,
  places: readonly number[],
  sources: SlicedFile['sources'],
): Promise<ToolScan> {
  const freshAt = laterStarts(sources);
  const simulated = new SimulatedPrinter({ captureAt: places, stopWords: [], freshAt });
  for await (const chunk of chunksOf(input)) simulated.push(chunk);
  simulated.finish();
  return { lines: simulated.toolLines, states: simulated.ofTools };
}

/** What becomes of a line that speaks of a tool, on a printer with one nozzle. */
export type ToolAnswer = 'keep' | 'take-out' | 'without-tool';

/**
 * A tool change goes. A temperature for the tool in use is given without its number; for another one it
 * goes, since the nozzle is heated when that comes. Switching the first tool off at the end is left.
 * @param lastOffset where the last printed line ends.
 */
export function toolAnswer(
  { kind, tool, inUse, celsius, offset }: ToolLine,
  lastOffset: number,
): ToolAnswer {
  if (kind === 'change') return 'take-out';
  if (tool === 0 && (inUse === 0 || (offset >= lastOffset && celsius === 0))) return 'keep';
  return tool === inUse ? 'without-tool' : 'take-out';
}
