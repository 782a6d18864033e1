import type { ByteSource } from '../byteSource';
import { Machine, type MachineState } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/words';
import { firstIndex } from '../search';
import type { Reading } from '../read/reading';
import type { Edges, Seam } from './seams';
import type { ToolLine } from '../gcode/toolHeat';
import { scanTools } from './toolLines';

/** What is known of the printer round a seam, as the file itself has it. */
export interface StatesOfSeam {
  /** Where copying stops before it. */
  readonly end: MachineState;
  /** Where the section goes on, and right before its first printed line. */
  readonly restart: MachineState;
  readonly first: MachineState;
  /** A tool changes on the way to it. */
  readonly changesTool: boolean;
  /** How far the filament is pulled back where it goes on, when tool changes do nothing, mm. */
  readonly pulled: number;
  readonly firmwarePulled: boolean;
  /** What the nozzle is heated to there by then, °C. */
  readonly heated: number;
}

/** The same for all seams, for the way to the file's end, and the lines that speak of tools. */
export interface SeamStates {
  readonly ofSeams: readonly StatesOfSeam[];
  readonly ofEnd: { readonly from: MachineState; readonly to: MachineState };
  readonly toolLines: readonly ToolLine[];
  /** State of the input where copying stops or goes on. */
  readonly stateAt: (place: number) => MachineState;
}

/** Follows the file once for the states round its seams. */
export async function statesOfSeams(
  input: ByteSource,
  { sources }: Pick<Reading, 'sources'>,
  seams: readonly Seam[],
  { begin, end }: Edges,
): Promise<SeamStates> {
  const endOfAll = end.endOffset;
  const last = seams[seams.length - 1].section;
  const places = new Set([endOfAll, last.endOffset, begin.travelOffset]);
  for (const { section, stops } of seams) {
    places.add(stops.offset);
    places.add(section.travelOffset);
    places.add(section.restartOffset);
    places.add(section.firstOffset);
  }
  const sorted = [...places].sort((a, b) => a - b);
  const { states, lines } = await scanTools(input, sorted, sources);
  const at = new Map(sorted.map((place, i) => [place, states[i]]));
  const stateAt = (place: number): MachineState => at.get(place)!;
  const changes = lines.flatMap(({ kind, offset }) => (kind === 'change' ? [offset] : []));
  // The file's own start ends as it does when tool changes do nothing.
  const { travelOffset: began, restartOffset: startOfAll } = begin;
  const started = await withoutTools(input, stateAt(began), began, startOfAll);
  const ofSeams: StatesOfSeam[] = [];
  for (const { section, stops } of seams) {
    const { travelOffset, restartOffset, firstOffset } = section;
    const change = firstIndex(changes.length, (i) => changes[i] >= travelOffset);
    const changesTool = changes[change] < firstOffset;
    const restart = stateAt(restartOffset);
    const way = changesTool
      ? await withoutTools(input, stateAt(travelOffset), travelOffset, restartOffset)
      : restart;
    ofSeams.push({
      end: stops.offset === startOfAll ? started : stateAt(stops.offset),
      restart,
      first: stateAt(firstOffset),
      changesTool,
      pulled: way.retracted,
      firmwarePulled: way.firmwareRetracted,
      heated: way.nozzleTarget,
    });
  }
  return {
    ofSeams,
    ofEnd: { from: stateAt(last.endOffset), to: stateAt(endOfAll) },
    toolLines: lines,
    stateAt,
  };
}

/** Follows a stretch of the file on a printer for which tool changes are comments. */
async function withoutTools(
  input: ByteSource,
  state: MachineState,
  start: number,
  end: number,
): Promise<MachineState> {
  const machine = Machine.from(state);
  const words = new Words();
  const bytes = (await input.slice(start, end)).slice();
  // A change of tool leaves the filament where it is.
  let retracted = machine.retracted;
  const before = (): void => {
    retracted = machine.retracted;
  };
  const after = (): void => {
    if (words.letter === T) machine.retracted = retracted;
  };
  obeyLines(machine, words, bytes, bytes.length, { before, after });
  return machine.capture();
}

const T = 84;

/**
 * The states in which a seam's block begins and ends. Where a tool changes on the way, a file counts its
 * filament anew; on one nozzle it has to be pulled back by what the file is about to push forward, so that
 * the section begins with the filament at the tip.
 */
export function filamentAtSeam(
  { follows }: Pick<Seam, 'follows'>,
  { end, restart, first, changesTool, pulled, firmwarePulled, heated }: StatesOfSeam,
): { from: MachineState; to: MachineState } {
  const wanted = changesTool ? Math.max(0, first.e - restart.e) : restart.retracted;
  // The tool may change as late as right before the first line.
  const { nozzleTarget } = changesTool ? first : restart;
  const to = { ...restart, nozzleTarget, retracted: near(wanted, restart.retracted), tool: 0 };
  if (!follows) return { from: { ...end, tool: 0 }, to };
  const held = { retracted: near(pulled, to.retracted), firmwareRetracted: firmwarePulled };
  return { from: { ...to, ...held, nozzleTarget: heated }, to };
}

/** One of two lengths that differ by rounding only. */
function near(value: number, other: number): number {
  return Math.abs(value - other) < 1e-6 ? other : value;
}
