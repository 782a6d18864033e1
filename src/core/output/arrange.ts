import { firstIndex } from '../search';
import { bytesOfText } from '../text';
import type { ByteSource } from '../byteSource';
import { Machine, type MachineState } from '../gcode/machine';
import type { Arrangement } from '../plan/arrangement';
import type { Reading } from '../read/reading';
import { handOverActions, takeUpActions } from '../recipe/betweenFiles';
import { actionsOf, hopActions, type SwapAction, type SwapMoment } from '../recipe/actions';
import { loadMessage, swapMessage } from '../recipe/message';
import { NO_PROMISES, promisesOf } from '../recipe/promises';
import { renderActions, settingLine } from '../recipe/render';
import { NO_SETTINGS, stateWith } from '../recipe/settings';
import { stateAt } from '../printer/stateAt';
import { ownStopWord } from '../printer/stopKinds';
import { goesOnAt, leavesOut, NO_WORDS, placeIn, type BlockTitle } from './blocks';
import {
  endingOf,
  finished,
  layerRound,
  muteAt,
  numberDrafts,
  type Draft,
  type Insertion,
  type OutputRequest,
  type Place,
} from './insert';
import { crossingDrafts } from './crossingBlocks';
import { findCrossings } from './crossings';
import { leftOutOf } from './leftOut';
import {
  copiedRuns,
  edgesOf,
  layerOfPlace,
  printedUpTo,
  seamsOf,
  type CopiedRun,
  type Edges,
  type Seam,
} from './seams';
import { filamentAtSeam, statesOfSeams, type SeamStates } from './seamStates';
import type { ToolLine } from '../gcode/toolHeat';
import { toolAnswer } from './toolLines';

/** A seam that has something standing in it. */
interface Block {
  /** How the file before ends, where another file of the output begins. */
  readonly handOver: Draft | null;
  readonly draft: Draft;
  readonly stops: Place;
  readonly resumes: Place;
  readonly follows: boolean;
  /** State in which it begins. */
  readonly from: MachineState;
}

/**
 * Makes everything that goes into a file whose sections are printed in filaments of their own: swaps and ways
 * between sections, marks that take tool changes out, and temperatures without the number of a tool.
 */
export async function arrangedInsertions(
  input: ByteSource,
  reading: Reading,
  request: OutputRequest,
  arrangement: Arrangement,
): Promise<Insertion[]> {
  const seams = seamsOf(reading, arrangement);
  const edges = edgesOf(reading, arrangement);
  const runs = copiedRuns(seams, edges);
  const known = await statesOfSeams(input, reading, seams, edges);
  const blocks = blocksOf(request, arrangement, seams, known, edges);
  const inside = [
    ...(await crossingLines(input, reading, request, runs, known)),
    ...(await insertedLines(input, reading, request, known.toolLines)),
    ...(await Promise.all(
      blocks
        .filter(({ follows }) => follows)
        .map(({ draft, from }) => finished(input, draft, from.lineNumber < 0 ? null : from)),
    )),
  ].sort((a, b) => a.offset - b.offset);
  const openings: Insertion[][] = [];
  for (const block of blocks.filter(({ follows }) => !follows)) {
    const run = runs[openings.length + 1];
    const { handOver } = block;
    openings.push([
      ...(handOver ? [{ ...(await finished(input, handOver, null)), endsFile: true }] : []),
      await jumping(input, reading, block, run, arrangement),
    ]);
  }
  const placeOf = (at: number): number => firstIndex(inside.length, (i) => inside[i].offset >= at);
  const [first] = openings;
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

/** The mark of an output that begins with a file that is not the first of the input. */
async function beginning(
  input: ByteSource,
  reading: Reading,
  { start, end }: CopiedRun,
  { fingerprint }: Arrangement,
): Promise<Insertion> {
  const { sources } = reading;
  const span = sources.find((one) => one.start === start)!;
  const resume = { offset: start, line: span.firstLine };
  const text = goesOnAt(placeIn(sources, fingerprint, start, end));
  const { travelOffset } = reading.sections[span.firstSection];
  const before = await input.slice(Math.max(start, travelOffset - 2), travelOffset);
  const bytes = bytesOfText(text + endingOf(before));
  return { title: null, commands: [], offset: 0, line: 1, bytes, lines: 1, resume };
}

/** Files of the input behind the one with whose end the output ends. */
function ending({ bytes, lines }: Reading, { last, end }: Edges): Insertion {
  const place = { offset: last.end, line: end.endLine + 1 };
  const resume = { offset: bytes, line: lines + 1 };
  return { title: null, commands: [], ...place, bytes: new Uint8Array(0), lines: 0, resume };
}

/** Ways over what other files have printed. A file alone knows its own ways. */
async function crossingLines(
  input: ByteSource,
  reading: Reading,
  request: OutputRequest,
  runs: readonly CopiedRun[],
  { stateAt }: SeamStates,
): Promise<Insertion[]> {
  if (reading.sources.length === 1) return [];
  const starts = runs.map(({ start, end, line }, i) => {
    const state = i === 0 ? new Machine().capture() : stateAt(start);
    return { offset: start, line, end, state };
  });
  const found = await findCrossings(input, reading, starts, request.printer);
  const insertions: Insertion[] = [];
  for (const [i, crossing] of found.entries()) {
    const layer = layerOfPlace(reading, crossing.begin.offset);
    for (const draft of crossingDrafts(
      crossing,
      { index: i + 1, count: found.length, layer },
      request,
    )) {
      insertions.push(await finished(input, draft, null));
    }
    if (crossing.sloped) insertions.push(muteAt(crossing.sloped));
  }
  return insertions;
}

/** Where the blocks of all seams stand, and the way back to the file's end. */
function blocksOf(
  request: OutputRequest,
  arrangement: Arrangement,
  seams: readonly Seam[],
  states: SeamStates,
  edges: Edges,
): Block[] {
  const { dipMm } = arrangement;
  const count = { swap: seams.filter(({ swaps }) => swaps).length };
  let swap = 0;
  const made = seams.flatMap((seam, i): Block[] => {
    const { from, to } = filamentAtSeam(seam, states.ofSeams[i]);
    if (seam.opens) return [betweenFiles(request, arrangement, seam, from, to)];
    const kind = seam.swaps ? 'swap' : seam.before || request.loadFirst === null ? 'hop' : 'load';
    if (kind === 'swap') swap++;
    if (kind === 'hop' && seam.follows && !differs(seam, from, to)) return [];
    const { stops, resumes, follows } = seam;
    const title = titleOf(seam, kind, swap, count.swap);
    const moment = momentAt(request, seam, title, from, to);
    const actions =
      kind === 'hop'
        ? hopActions(request.recipe, request.printer, moment)
        : actionsOf(request.recipe, request.printer, moment);
    const draft = draftOf(title, stops, actions, moment, request, dipMm);
    return [{ handOver: null, draft, stops, resumes, follows, from }];
  });
  const back = wayBack(edges, request, seams, states);
  return numbered(back ? [...made, back] : made);
}

/** The end of a file and the beginning of the next one, between which a person loads the filament. */
function betweenFiles(
  request: OutputRequest,
  { opens, home, dipMm }: Arrangement,
  seam: Seam,
  from: MachineState,
  to: MachineState,
): Block {
  const { recipe, printer } = request;
  const count = opens.length + 1;
  const index = opens.indexOf(seam.place) + 1;
  const { stops, resumes } = seam;
  const title = titleOf(seam, 'hop', index, count);
  const ended = { ...momentAt(request, seam, title, from, from), from: null };
  const handOver = handOverActions(recipe, printer, ended);
  const waiting = { ...from, ...waitingPlace(handOver, from) };
  const moment = { ...momentAt(request, seam, title, waiting, to), from: waiting };
  const takeUp = takeUpActions(recipe, printer, moment, home);
  const before = { ...title, kind: 'handover', index, count } as const;
  const after = { ...title, kind: 'takeup', index: index + 1, count } as const;
  return {
    handOver: draftOf(before, stops, handOver, { ...ended, settings: NO_SETTINGS }, request, 0),
    draft: draftOf(after, stops, takeUp, moment, request, dipMm),
    stops,
    resumes,
    follows: false,
    from,
  };
}

/** Where the head waits between two files, and how far the filament is pulled back by then. */
function waitingPlace(
  actions: readonly SwapAction[],
  from: MachineState,
): Pick<MachineState, 'x' | 'y' | 'z' | 'retracted'> {
  let { x, y, z, retracted } = from;
  for (const action of actions) {
    if (action.kind === 'park') ({ x, y } = action);
    if (action.kind === 'lift') ({ z } = action);
    if (action.kind === 'retract') retracted += action.mm;
  }
  return { x, y, z, retracted };
}

/** The way from the section that is printed last to where the file itself ends printing. */
function wayBack(
  { end }: Edges,
  request: OutputRequest,
  seams: readonly Seam[],
  { ofEnd }: SeamStates,
): Block | null {
  const last = seams[seams.length - 1];
  if (last.section === end) return null;
  const { from, to } = ofEnd;
  const printedTop = Math.max(last.printedTop, last.section.z);
  const { filament, settings } = last.planned;
  const title = {
    kind: 'hop',
    index: 0,
    count: 0,
    layer: end.layer,
    inside: true,
    filament,
  } as const;
  const moment = {
    ...momentAt(request, last, title, from, to),
    printedTop,
    settingsBefore: settings,
  };
  const stops = { offset: last.section.endOffset, line: last.section.endLine + 1 };
  const resumes = { offset: end.endOffset, line: end.endLine + 1 };
  const actions = hopActions(request.recipe, request.printer, { ...moment, settings: NO_SETTINGS });
  const draft = draftOf(title, stops, actions, { ...moment, settings: NO_SETTINGS }, request, 0);
  return { handOver: null, draft, stops, resumes, follows: false, from };
}

function numbered(blocks: readonly Block[]): Block[] {
  const count = blocks.filter(({ draft }) => draft.title.kind === 'hop').length;
  let index = 0;
  return blocks.map((block) => {
    const { draft } = block;
    if (draft.title.kind !== 'hop') return block;
    index++;
    return { ...block, draft: { ...draft, title: { ...draft.title, index, count } } };
  });
}

/** A seam without a swap needs nothing where the printer is as the section wants it. */
function differs({ planned, before }: Seam, from: MachineState, to: MachineState): boolean {
  if (!before) return from.retracted !== to.retracted || from.nozzleTarget !== to.nozzleTarget;
  const [found, wanted] = [stateWith(before.settings, from), stateWith(planned.settings, to)];
  return (['nozzleTarget', 'fan', 'flowFactor', 'speedFactor', 'retracted'] as const).some(
    (field) => Math.abs(found[field] - wanted[field]) > 1e-6,
  );
}

function titleOf(
  { section, inside, planned }: Seam,
  kind: 'swap' | 'hop' | 'load',
  index: number,
  count: number,
): BlockTitle {
  const numbers = kind === 'swap' ? { index, count } : { index: 1, count: 1 };
  return { kind, ...numbers, layer: section.layer, inside, filament: planned.filament };
}

function momentAt(
  { printer }: OutputRequest,
  { planned, before, printedTop, follows }: Seam,
  { kind, index, count, filament }: BlockTitle,
  from: MachineState,
  to: MachineState,
): SwapMoment {
  const width = printer.displayCharacters;
  const isAsIs = follows && kind !== 'hop' && sameState(from, to);
  return {
    state: to,
    from: isAsIs ? null : from,
    printedTop,
    message:
      kind === 'load'
        ? loadMessage(filament, width)
        : swapMessage({ index, count, filament }, width),
    settings: planned.settings,
    settingsBefore: before?.settings ?? NO_SETTINGS,
    purge: kind === 'load' ? null : planned.purge,
  };
}

function sameState(from: MachineState, to: MachineState): boolean {
  return from.retracted === to.retracted && from.nozzleTarget === to.nozzleTarget;
}

function draftOf(
  title: BlockTitle,
  place: Place,
  actions: readonly SwapAction[],
  moment: SwapMoment,
  { recipe, printer }: OutputRequest,
  dipMm: number,
): Draft {
  const from = moment.from ?? moment.state;
  const promises = promisesOf(actions, from.retracted);
  const stopWord = title.kind === 'hop' ? null : ownStopWord(recipe.command);
  return {
    title,
    words: { settings: moment.settings, promises, stopWord, dipMm },
    place,
    commands: renderActions(actions, moment.state, printer.firmware, from),
    replaces: false,
  };
}

/** A block behind which the input goes on at another place, which its last line names. */
async function jumping(
  input: ByteSource,
  { sources }: Reading,
  { draft, resumes }: Block,
  { end }: CopiedRun,
  { fingerprint }: Arrangement,
): Promise<Insertion> {
  const made = await finished(input, draft, null);
  const ending = endingOf(await input.slice(Math.max(0, made.offset - 2), made.offset));
  const place = placeIn(sources, fingerprint, resumes.offset, end);
  const mark = bytesOfText(goesOnAt(place) + ending);
  const bytes = new Uint8Array(made.bytes.length + mark.length);
  bytes.set(made.bytes);
  bytes.set(mark, made.bytes.length);
  return { ...made, bytes, lines: made.lines + 1, resume: resumes };
}

/** Marks that name what is left out; they stand before the first way that steps over it. */
async function leftMarks(
  input: ByteSource,
  reading: Reading,
  arrangement: Arrangement,
  { offset, line }: Insertion,
): Promise<Insertion[]> {
  const { fingerprint } = arrangement;
  const left = leftOutOf(reading, arrangement);
  if (left.length === 0) return [];
  const ending = endingOf(await input.slice(Math.max(0, offset - 2), offset));
  const marks = left.map(({ start, end, why }) => {
    return leavesOut(placeIn(reading.sources, fingerprint, start, end), why) + ending;
  });
  const bytes = bytesOfText(marks.join(''));
  const resume = { offset, line };
  return [{ title: null, commands: [], offset, line, bytes, lines: marks.length, resume }];
}

/** Lines of the file that go, and those in their place. */
async function insertedLines(
  input: ByteSource,
  reading: Reading,
  request: OutputRequest,
  toolLines: readonly ToolLine[],
): Promise<Insertion[]> {
  const { layers } = reading;
  const isNumbered = layers.some(({ state }) => state.lineNumber >= 0);
  const answered = toolLines.map((line) => {
    return { line, answer: toolAnswer(line, printedUpTo(reading, line.offset)) };
  });
  const goes = answered.flatMap(({ line, answer }) => (answer === 'take-out' ? [line] : []));
  const mapped = answered.flatMap(({ line, answer }) => (answer === 'without-tool' ? [line] : []));
  const out = [...goes, ...request.takeOut];
  const drafts = [
    ...mapped.map((line, i) => withoutTool(line, i, mapped.length, reading)),
    ...(isNumbered ? numberDrafts(layers, out) : []),
  ];
  const standIns: Insertion[] = [];
  for (const draft of drafts) {
    standIns.push(
      await finished(
        input,
        draft,
        isNumbered ? await stateAt(input, layers, draft.place.offset) : null,
      ),
    );
  }
  return [...standIns, ...[...out, ...mapped].map(muteAt)];
}

function withoutTool(line: ToolLine, i: number, count: number, { layers }: Reading): Draft {
  const { celsius, waits, tool } = line;
  const layer = layerRound(layers, line.offset);
  const filament = `heat of tool ${tool}`;
  const off = celsius <= 0;
  return {
    title: { kind: 'rewrite', index: i + 1, count, layer, inside: true, filament },
    words: {
      ...NO_WORDS,
      settings: off ? NO_SETTINGS : { ...NO_SETTINGS, nozzle: celsius },
      promises: { ...NO_PROMISES, heatsTo: waits ? celsius : 0 },
    },
    place: line,
    commands: [settingLine({ what: 'nozzle', value: celsius, waits })],
    replaces: true,
  };
}
