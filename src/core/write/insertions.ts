import { firstIndex } from '../search';
import type { ByteSource } from '../byteSource';
import { goesOnAt, leavesOut, placeIn, type BlockKind } from '../blocks/blocks';
import type { Insertion, Place } from '../blocks/insertion';
import { Machine, type MachineState } from '../gcode/machine';
import { printedSections, type Arrangement } from '../plan/arrangement';
import { stateAt } from '../printer/stateAt';
import type { SlicedFile } from '../read/slicedFile';
import { carriedWords } from './carriedWords';
import { assumedSettings } from './seams/assumed';
import { crossingDrafts } from './seams/crossingBlocks';
import { findCrossings } from './seams/crossings';
import { finished, marksAt, muteAt, type Draft } from './drafts';
import { leftOutOf } from './leftOut';
import type { OutputRequest } from './request/request';
import { keepsOrder } from './rising';
import { seamBlocks, type SeamBlock } from './seams/seamBlocks';
import {
  copiedRuns,
  edgesOf,
  layerOfPlace,
  seamsOf,
  type CopiedRun,
  type Edges,
} from './seams/seams';
import { statesOfSeams, type SeamStates } from './seams/seamStates';
import { standInsOf } from './standIns';
import { warningDrafts } from './warnings';

/**
 * Makes everything that goes into the input, in the order of the output: what stands at the seams between
 * sections and leads from one to the next, calls before swaps, and what stands for lines that go. In an order
 * that only rises nothing leads anywhere else, and the input is copied with blocks in it.
 */
export async function makeInsertions(
  input: ByteSource,
  reading: SlicedFile,
  request: OutputRequest,
): Promise<Insertion[]> {
  const { arrangement } = request;
  const seams = seamsOf(reading, request);
  const edges = edgesOf(reading, arrangement);
  const runs = copiedRuns(seams, edges);
  const assumed = await assumedSettings(input, reading, request.printer);
  const states = await statesOfSeams(input, reading, seams, edges, arrangement.tools, assumed);
  const led = seams.flatMap(({ follows, planned }) => (follows ? [] : [planned.section]));
  const carried = await carriedWords(input, reading, led);
  const blocks = seamBlocks(request, seams, states, edges, carried);
  const standIns = await standInsOf(input, reading, request, states.toolLines);
  const isNumbered = reading.sections.some(({ state }) => state.lineNumber >= 0);
  const stateIn = ({ offset }: Place): Promise<MachineState> => stateAt(input, reading, offset);
  const drafts = [
    ...blocks.filter(({ follows }) => follows).map(({ draft }) => draft),
    ...(await warningDrafts(request, seams, stateIn)),
    ...standIns.drafts,
  ];
  const inside = [
    ...(await Promise.all(
      drafts.map(async (draft) => {
        return finished(input, draft, isNumbered ? await stateIn(draft.place) : null);
      }),
    )),
    ...(await crossingLines(input, reading, request, runs, states, blocks)),
    ...standIns.mutes,
  ].sort((a, b) => a.offset - b.offset || rankOf(a) - rankOf(b));
  const openings = await openingsOf(input, reading, arrangement, blocks, runs);
  const placeOf = (at: number): number => firstIndex(inside.length, (i) => inside[i].offset >= at);
  const first = openings.at(0);
  const left = first ? await leftMarks(input, reading, arrangement, first[0]) : [];
  return [
    ...(reading.sources.length > 1 ? [await beginning(input, reading, runs[0], arrangement)] : []),
    ...runs.flatMap(({ start, end }, i) => [
      ...(i === 1 ? left : []),
      ...(i > 0 ? openings[i - 1] : []),
      ...inside.slice(placeOf(start), placeOf(end)),
    ]),
    ...(edges.last.end < reading.bytes ? [ending(reading, edges)] : []),
  ];
}

/** In which order blocks stand at one place: a mark that takes out the line there comes last. */
const RANKS: readonly BlockKind[] = [
  'lower',
  'load',
  'warning',
  'swap',
  'hop',
  'lift',
  'rewrite',
  'number',
];

function rankOf({ title }: Insertion): number {
  return title ? RANKS.indexOf(title.kind) : RANKS.length;
}

/** What stands where the output goes on at another place of the input. */
async function openingsOf(
  input: ByteSource,
  reading: SlicedFile,
  arrangement: Arrangement,
  blocks: readonly SeamBlock[],
  runs: readonly CopiedRun[],
): Promise<Insertion[][]> {
  const openings: Insertion[][] = [];
  for (const block of blocks.filter(({ follows }) => !follows)) {
    const run = runs[openings.length + 1];
    const { handOver } = block;
    openings.push([
      ...(handOver ? [{ ...(await finished(input, handOver, null)), endsFile: true }] : []),
      await jumping(input, reading, block, run, arrangement),
    ]);
  }
  return openings;
}

/** The mark of an output that begins with a file that is not the first of the input. */
async function beginning(
  input: ByteSource,
  reading: SlicedFile,
  { start, end }: CopiedRun,
  { fingerprint }: Arrangement,
): Promise<Insertion> {
  const { sources, sections } = reading;
  const span = sources.find((one) => one.start === start) ?? sources[0];
  const text = goesOnAt(placeIn(sources, fingerprint, start, end));
  const { travelOffset } = sections[span.firstSection];
  const mark = await marksAt(input, { offset: travelOffset, line: 1 }, [text]);
  return { ...mark, offset: 0, line: 1, resume: { offset: start, line: span.firstLine } };
}

/** Files of the input behind the one with whose end the output ends. */
function ending({ bytes, lines }: SlicedFile, { last, end }: Edges): Insertion {
  const place = { offset: last.end, line: end.endLine + 1 };
  const resume = { offset: bytes, line: lines + 1 };
  const nothing = { title: null, commands: [], bytes: new Uint8Array(0), lines: 0 };
  return { ...nothing, ...place, resume, standing: null };
}

/** Travels over what stands by then in this order. In its own order a file alone knows its travels. */
async function crossingLines(
  input: ByteSource,
  reading: SlicedFile,
  request: OutputRequest,
  runs: readonly CopiedRun[],
  { stateAt: known }: SeamStates,
  blocks: readonly SeamBlock[],
): Promise<Insertion[]> {
  const printed = printedSections(request.arrangement).map(({ section }) => section);
  if (keepsOrder(reading, printed)) return [];
  const starts = runs.map(({ start, end, line }, i) => {
    const state = i === 0 ? new Machine().capture() : known(start);
    return { offset: start, line, end, state };
  });
  const blocksAt = new Set(blocks.flatMap(({ follows, stops }) => (follows ? [stops.offset] : [])));
  const found = await findCrossings(input, reading, starts, request.printer, blocksAt);
  const insertions: Insertion[] = [];
  for (const [i, crossing] of found.entries()) {
    const layer = layerOfPlace(reading, crossing.begin.offset);
    const numbers = { index: i + 1, count: found.length, layer };
    for (const draft of crossingDrafts(crossing, numbers, request)) {
      insertions.push(await finished(input, draft, null));
    }
    insertions.push(...crossing.sloped.map(muteAt));
  }
  return insertions;
}

/** A block behind which the input goes on at another place, which its last line names. */
async function jumping(
  input: ByteSource,
  { sources }: SlicedFile,
  { draft, resumes }: { readonly draft: Draft; readonly resumes: Place },
  { end }: CopiedRun,
  { fingerprint }: Arrangement,
): Promise<Insertion> {
  const made = await finished(input, draft, null);
  const place = placeIn(sources, fingerprint, resumes.offset, end);
  const mark = await marksAt(input, made, [goesOnAt(place)]);
  const bytes = new Uint8Array(made.bytes.length + mark.bytes.length);
  bytes.set(made.bytes);
  bytes.set(mark.bytes, made.bytes.length);
  return { ...made, bytes, lines: made.lines + 1, resume: resumes };
}

/** Marks that name what is left out; they stand before the first travel that steps over it. */
async function leftMarks(
  input: ByteSource,
  reading: SlicedFile,
  arrangement: Arrangement,
  place: Place,
): Promise<Insertion[]> {
  const left = leftOutOf(reading, arrangement);
  if (left.length === 0) return [];
  const marks = left.map(({ start, end, why }) => {
    return leavesOut(placeIn(reading.sources, arrangement.fingerprint, start, end), why);
  });
  return [await marksAt(input, place, marks)];
}
