import { chunksOf, type ByteSource } from '../byteSource';
import { Effect } from '../gcode/effect';
import { LineStream } from '../gcode/lineStream';
import { Machine, type MachineState } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { ToolHeat } from '../gcode/toolHeat';
import { Words } from '../gcode/words';

const T = 84;

/** A line that speaks of a tool which a printer with one nozzle does not have. */
export interface ToolLine {
  readonly line: number;
  readonly offset: number;
  /** A change of tool, or a temperature for one. */
  readonly kind: 'change' | 'heat';
  /** The tool that it names, and the one in use there. */
  readonly tool: number;
  readonly inUse: number;
  /** °C, and whether the printer waits for it; 0 for a change. */
  readonly celsius: number;
  readonly waits: boolean;
}

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
export async function scanTools(input: ByteSource, places: readonly number[]): Promise<ToolScan> {
  const machine = new Machine();
  const words = new Words();
  const heat = new ToolHeat();
  const lines: ToolLine[] = [];
  const states: MachineState[] = [];
  let line = 0;
  const capture = (): void => {
    states.push({ ...machine.capture(), nozzleTarget: heat.target(machine) });
  };
  let inUse = 0;
  const stream = new LineStream((bytes, end, base) => {
    const before = (at: number): void => {
      while (states.length < places.length && base + at >= places[states.length]) capture();
      inUse = machine.tool;
      line++;
    };
    const after = (effect: Effect, at: number): void => {
      heat.take(effect, words, machine);
      const offset = base + at;
      if (words.letter === T) {
        const { code: tool } = words;
        lines.push({ line, offset, kind: 'change', tool, inUse, celsius: 0, waits: false });
      } else if (effect === Effect.Heat && !machine.heatsBed && words.has('T')) {
        const { heatTarget: celsius, heatWaits: waits } = machine;
        lines.push({ line, offset, kind: 'heat', tool: words.get('T'), inUse, celsius, waits });
      }
    };
    obeyLines(machine, words, bytes, end, { before, after });
  });
  for await (const chunk of chunksOf(input)) stream.push(chunk);
  stream.finish();
  while (states.length < places.length) capture();
  return { lines, states };
}

/** What becomes of a line that speaks of a tool, on a printer with one nozzle. */
export type ToolAnswer = 'keep' | 'take-out' | 'without-tool';

/**
 * A change of tool goes. A temperature for the tool in use is given without its number; for another one it
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
