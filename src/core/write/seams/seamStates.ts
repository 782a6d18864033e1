import { FINE } from '../../tolerances';
import type { ByteSource } from '../../byteSource';
import { Machine, type MachineState } from '../../gcode/machine';
import { obeyLines } from '../../gcode/obey';
import { Words } from '../../gcode/lines/words';
import { firstIndex } from '../../search';
import type { SlicedFile } from '../../read/slicedFile';
import type { ToolChanges } from '../../plan/arrangement';
import { stateAt } from '../../printer/stateAt';
import { settingsText, type BandSettings } from '../../recipe/settings';
import { withAssumed, type AssumedSettings } from './assumed';
import type { Edges, Seam } from './seams';
import type { ToolLine } from '../../gcode/toolHeat';
import { changedTool } from '../../gcode/toolWords';
import { scanTools } from '../toolLines';

/** The states in which a seam's block begins and ends, as the file itself has them. */
export interface StatesOfSeam {
  readonly from: MachineState;
  readonly to: MachineState;
}

/** The same for all seams, for the travel to the file's end, and the lines that speak of tools. */
export interface SeamStates {
  /** null for a seam at which nothing can stand: there the printer is as the file has it. */
  readonly ofSeams: readonly (StatesOfSeam | null)[];
  readonly ofEnd: StatesOfSeam;
  /** None where tool changes stay as they are. */
  readonly toolLines: readonly ToolLine[];
  /** State of the input where copying stops or goes on. */
  readonly stateAt: (place: number) => MachineState;
}

type Files = Pick<SlicedFile, 'sections' | 'sources'>;

/** Finds the states round the seams of an output. */
export function statesOfSeams(
  input: ByteSource,
  reading: Files,
  seams: readonly Seam[],
  edges: Edges,
  tools: ToolChanges,
  assumed: AssumedSettings,
): Promise<SeamStates> {
  return tools === 'as-sliced'
    ? statesNearSections(input, reading, seams, edges, assumed)
    : statesOfOneNozzle(input, reading, seams, edges, assumed);
}

/** Whether anything may stand at a seam in a file whose tool changes stay. */
function mayStand({ place, follows, swaps, before, planned }: Seam): boolean {
  return place === 0 || !follows || swaps || !isAlike(before?.settings, planned.settings);
}

function isAlike(a: BandSettings | undefined, b: BandSettings): boolean {
  return a === b || (a !== undefined && settingsText(a) === settingsText(b));
}

/** Where the file's own tools print on, states are looked up where a block may stand, and nowhere else. */
async function statesNearSections(
  input: ByteSource,
  reading: Files,
  seams: readonly Seam[],
  { end }: Edges,
  assumed: AssumedSettings,
): Promise<SeamStates> {
  const standing = seams.filter(mayStand);
  const last = seams[seams.length - 1].section;
  const places = new Set([last.endOffset, end.endOffset]);
  for (const { stops, resumes } of standing) places.add(stops.offset).add(resumes.offset);
  const at = new Map<number, MachineState>();
  for (const place of places) at.set(place, await stateAt(input, reading, place));
  const known = (place: number): MachineState => withAssumed(at.get(place)!, assumed);
  const first = firstTravel(seams);
  return {
    ofSeams: seams.map((seam): StatesOfSeam | null => {
      if (!mayStand(seam)) return null;
      const { stops, resumes } = seam;
      const from = seam === first ? at.get(stops.offset)! : known(stops.offset);
      return { from, to: known(resumes.offset) };
    }),
    ofEnd: { from: known(last.endOffset), to: known(end.endOffset) },
    toolLines: [],
    stateAt: known,
  };
}

/**
 * The first seam that leads to another place of the input. Up to there the printer has heard what the file says;
 * its block says all that is taken to hold besides, so that it can be gone back to from then on.
 */
function firstTravel(seams: readonly Seam[]): Seam | undefined {
  return seams.find(({ follows }) => !follows);
}

/** What is known of the printer round a seam, as a file with several tools has it. */
interface ToolStates {
  /** Where copying stops before it. */
  readonly end: MachineState;
  /** Where the section goes on, and right before its first printed line. */
  readonly restart: MachineState;
  readonly first: MachineState;
  /** A tool changes on the way to it. */
  readonly changesTool: boolean;
  /** How far the filament is retracted where it goes on, when tool changes do nothing, mm. */
  readonly retracted: number;
  readonly firmwareRetracted: boolean;
  /** What the nozzle is heated to there by then, °C. */
  readonly heated: number;
}

/** Where one nozzle prints for all tools, the file is followed once for the states round all seams. */
async function statesOfOneNozzle(
  input: ByteSource,
  { sources }: Files,
  seams: readonly Seam[],
  { begin, end }: Edges,
  assumed: AssumedSettings,
): Promise<SeamStates> {
  const endOfAll = end.endOffset;
  const last = seams[seams.length - 1].section;
  const places = new Set([endOfAll, last.endOffset, begin.travelOffset]);
  for (const { section, stops, resumes } of seams) {
    places.add(stops.offset);
    places.add(resumes.offset);
    places.add(section.travelOffset);
    places.add(section.restartOffset);
    places.add(section.firstOffset);
  }
  const sorted = [...places].sort((a, b) => a - b);
  const { states, lines } = await scanTools(input, sorted, sources);
  const at = new Map(sorted.map((place, i) => [place, withAssumed(states[i], assumed)]));
  const known = (place: number): MachineState => at.get(place)!;
  const changes = lines.flatMap(({ kind, offset }) => (kind === 'change' ? [offset] : []));
  // The file's own start ends as it does when tool changes do nothing.
  const { travelOffset: began, restartOffset: startOfAll } = begin;
  const started = await withoutTools(input, known(began), began, startOfAll);
  const ofSeams: StatesOfSeam[] = [];
  const first = firstTravel(seams);
  const rawSettings = (place: number): MachineState => states[sorted.indexOf(place)];
  for (const seam of seams) {
    const { travelOffset, restartOffset, firstOffset } = seam.section;
    const change = firstIndex(changes.length, (i) => changes[i] >= travelOffset);
    const changesTool = changes[change] < firstOffset;
    const { stops, resumes } = seam;
    // A stop before the head travels has nothing of the travel behind it.
    const restart = known(seam.follows ? resumes.offset : restartOffset);
    const isEarly = seam.follows && resumes.offset !== restartOffset;
    const travel =
      changesTool && !isEarly
        ? await withoutTools(input, known(travelOffset), travelOffset, restartOffset)
        : restart;
    const around = {
      end: stops.offset === startOfAll ? started : known(stops.offset),
      restart,
      first: known(firstOffset),
      changesTool,
      retracted: travel.retracted,
      firmwareRetracted: travel.firmwareRetracted,
      heated: travel.nozzleTarget,
    };
    const found = filamentAtSeam(seam, around);
    ofSeams.push(seam === first ? unassumed(found, rawSettings(stops.offset)) : found);
  }
  return {
    ofSeams,
    ofEnd: { from: known(last.endOffset), to: known(endOfAll) },
    toolLines: lines,
    stateAt: known,
  };
}

/** A seam's states, of which the first one has nothing but what the file has said by then. */
function unassumed({ from, to }: StatesOfSeam, { settings, named }: MachineState): StatesOfSeam {
  return { from: { ...from, settings, named }, to };
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
  // A tool change leaves the filament where it is.
  let retracted = machine.retracted;
  const before = (): void => {
    retracted = machine.retracted;
  };
  const after = (): void => {
    if (changedTool(words, bytes) !== null) machine.retracted = retracted;
  };
  obeyLines(machine, words, bytes, bytes.length, { before, after });
  return machine.capture();
}

/**
 * The states in which a seam's block begins and ends. Where a tool changes on the way, a file counts its
 * filament again; on one nozzle it has to be retracted by what the file is about to un-retract, so that
 * the section begins with the filament at the tip.
 */
function filamentAtSeam(
  { follows }: Pick<Seam, 'follows'>,
  { end, restart, first, changesTool, retracted, firmwareRetracted, heated }: ToolStates,
): StatesOfSeam {
  const wanted = changesTool ? Math.max(0, first.e - restart.e) : restart.retracted;
  // The tool may change as late as right before the first line.
  const { nozzleTarget } = changesTool ? first : restart;
  const to = { ...restart, nozzleTarget, retracted: near(wanted, restart.retracted), tool: 0 };
  if (!follows) return { from: { ...end, tool: 0 }, to };
  const held = { retracted: near(retracted, to.retracted), firmwareRetracted: firmwareRetracted };
  return { from: { ...to, ...held, nozzleTarget: heated }, to };
}

/** One of two lengths that differ by rounding only. */
function near(value: number, other: number): number {
  return Math.abs(value - other) < FINE ? other : value;
}
