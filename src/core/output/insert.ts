import { bytesOfText, textOfBytes } from '../text';
import type { ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import type { MachineState } from '../gcode/machine';
import type { Reading } from '../read/reading';
import type { FoundStop } from '../gcode/stops';
import type { StopPlace } from '../plan/stopPlace';
import type { Arrangement } from '../plan/arrangement';
import type { ResolvedSwap } from '../plan/resolve';
import type { Printer } from '../printer/printer';
import { stateAt } from '../printer/stateAt';
import { actionsOf, warningActions, type SwapAction, type SwapMoment } from '../recipe/actions';
import { loadMessage, swapMessage } from '../recipe/message';
import { ownStopWord } from '../printer/stopKinds';
import { NO_PROMISES, promisesOf } from '../recipe/promises';
import type { Recipe } from '../recipe/recipe';
import { renderActions, type RecipeLine } from '../recipe/render';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';
import { blockLines, MUTE, NO_WORDS, type BlockTitle, type BlockWords } from './blocks';
import { numberingOf, withNumbers } from './lineNumbers';
import { movedTimes, placeOf, rewriteCommands, undoingLines, type Rewrite } from './rewrites';

/** What to write: the swaps and how they stop, and which lines of the file to take out. */
export interface OutputRequest {
  readonly swaps: readonly ResolvedSwap[];
  readonly recipe: Recipe;
  readonly printer: Printer;
  readonly stopAt: StopPlace;
  /** Stops of the file itself that the person asked to take out; nothing else of it goes. */
  readonly takeOut: readonly FoundStop[];
  /** Letter and name of the filament to ask for before layer 1; null to ask for none. */
  readonly loadFirst: string | null;
  /** What a band has of its own that is written in place of what the file sets in it. */
  readonly rewrite: readonly (keyof BandSettings)[];
  /** What each swap takes, s, to be added to the times left that the file shows; null to leave them. */
  readonly addToRemaining: readonly number[] | null;
  /** For colours inside a layer: which filament prints each section, and in which order; else null. */
  readonly arrangement: Arrangement | null;
}

/** A piece of text and where it goes in the input. */
export interface Insertion {
  /** What it is the block of; null for a mark that takes a line of the file out. */
  readonly title: BlockTitle | null;
  /** Its commands, each with what it does. */
  readonly commands: readonly RecipeLine[];
  /** Offset in the input before which it goes, and the input's line there (from 1). */
  readonly offset: number;
  readonly line: number;
  readonly bytes: Uint8Array;
  /** Lines that it adds. */
  readonly lines: number;
  /** Where the input goes on after it: at its own place, or at another one. */
  readonly resume: Place;
  /** A file of the output ends behind it. */
  readonly endsFile?: boolean;
}

export interface Place {
  readonly offset: number;
  readonly line: number;
}

/** A block before it is text. */
export interface Draft {
  readonly title: BlockTitle;
  readonly words: BlockWords;
  readonly place: Place;
  readonly commands: readonly RecipeLine[];
  /** The line of the file at its place is taken out: the block stands for it. */
  readonly replaces: boolean;
}

type Ground = Pick<Reading, 'layers' | 'settingLines'>;

/** Makes the swaps before layers, and everything else that goes into a file in its own order. */
export async function insertionsBetweenLayers(
  input: ByteSource,
  reading: Ground,
  request: OutputRequest,
): Promise<Insertion[]> {
  const { layers } = reading;
  const isNumbered = layers.some(({ state }) => state.lineNumber >= 0);
  const rewritten = rewritesOf(reading, request);
  const drafts = [
    ...(await loadDraft(input, layers, request)),
    ...(await warningDrafts(input, layers, request)),
    ...(await swapDrafts(input, layers, request)),
    ...(await rewriteDrafts(input, layers, request, rewritten)),
    ...(isNumbered ? numberDrafts(layers, request.takeOut) : []),
  ];
  const insertions: Insertion[] = [];
  for (const draft of drafts) {
    const state = isNumbered ? await stateAt(input, layers, draft.place.offset) : null;
    insertions.push(await finished(input, draft, state));
  }
  const takenOut = [...request.takeOut, ...rewritten.map(({ setting }) => setting)];
  insertions.push(...takenOut.map(muteAt));
  return insertions.sort((a, b) => a.offset - b.offset);
}

/** The mark that takes a line of the file out. */
export function muteAt({ offset, line }: Place): Insertion {
  const bytes = bytesOfText(MUTE);
  return { title: null, commands: [], offset, line, bytes, lines: 0, resume: { offset, line } };
}

/** All lines of the file that other lines take the place of. */
export function rewritesOf(
  reading: Ground,
  request: Pick<OutputRequest, 'swaps' | 'stopAt' | 'rewrite' | 'addToRemaining'>,
): Rewrite[] {
  const { rewrite, addToRemaining } = request;
  return [
    ...undoingLines(reading, request).filter(({ setting }) =>
      rewrite.some((what) => what === setting.what),
    ),
    ...(addToRemaining ? movedTimes(reading, request, addToRemaining) : []),
  ].sort((a, b) => a.setting.offset - b.setting.offset);
}

/** Height of the tallest thing printed before a layer, mm. */
export function printedTopBefore(layers: readonly Layer[], layer: number): number {
  return layers.slice(0, layer - 1).reduce((top, { highest }) => Math.max(top, highest), 0);
}

/** Where swap `i` of a request stands, and which one it is. */
export function momentOf(
  { swaps, printer }: Pick<OutputRequest, 'swaps' | 'printer'>,
  layers: readonly Layer[],
  i: number,
  state: MachineState,
): SwapMoment {
  const { layer, filament, settings, purge } = swaps[i];
  const about = { index: i + 1, count: swaps.length, filament };
  return {
    state,
    from: null,
    printedTop: printedTopBefore(layers, layer),
    message: swapMessage(about, printer.displayCharacters),
    settings,
    settingsBefore: swaps[i - 1]?.settings ?? NO_SETTINGS,
    purge,
  };
}

/** The same for the stop that asks for the first filament. */
export function loadMomentOf(
  filament: string,
  { displayCharacters }: Printer,
  state: MachineState,
): SwapMoment {
  return {
    state,
    from: null,
    printedTop: 0,
    message: loadMessage(filament, displayCharacters),
    settings: NO_SETTINGS,
    settingsBefore: NO_SETTINGS,
    purge: null,
  };
}

/** A block of actions, which says of itself what they do. */
function draftOf(
  title: BlockTitle,
  place: Place,
  actions: readonly SwapAction[],
  state: MachineState,
  { recipe, printer }: Pick<OutputRequest, 'recipe' | 'printer'>,
  settings = NO_SETTINGS,
): Draft {
  const stops = title.kind === 'swap' || title.kind === 'load';
  const promises = promisesOf(actions, state.retracted);
  return {
    title,
    words: {
      settings,
      promises,
      stopWord: stops ? ownStopWord(recipe.command) : null,
      dipMm: 0,
    },
    place,
    commands: renderActions(actions, state, printer.firmware),
    replaces: false,
  };
}

async function swapDrafts(
  input: ByteSource,
  layers: readonly Layer[],
  request: OutputRequest,
): Promise<Draft[]> {
  const { swaps, recipe, printer, stopAt } = request;
  const drafts: Draft[] = [];
  for (const [i, { layer, filament, settings }] of swaps.entries()) {
    const place = placeOf(layers[layer - 1], stopAt);
    const state = await stateAt(input, layers, place.offset);
    const actions = actionsOf(recipe, printer, momentOf(request, layers, i, state));
    const title = {
      kind: 'swap',
      index: i + 1,
      count: swaps.length,
      layer,
      inside: false,
      filament,
    } as const;
    drafts.push(draftOf(title, place, actions, state, request, settings));
  }
  return drafts;
}

/** The stop that asks for the first filament, before layer 1. */
async function loadDraft(
  input: ByteSource,
  layers: readonly Layer[],
  request: OutputRequest,
): Promise<Draft[]> {
  const { loadFirst, recipe, printer } = request;
  if (loadFirst === null || layers.length === 0) return [];
  const place = placeOf(layers[0], 'restart');
  const state = await stateAt(input, layers, place.offset);
  const actions = actionsOf(recipe, printer, loadMomentOf(loadFirst, printer, state));
  const title = {
    kind: 'load',
    index: 1,
    count: 1,
    layer: 1,
    inside: false,
    filament: loadFirst,
  } as const;
  return [draftOf(title, place, actions, state, request)];
}

/** Tones some layers before each swap. */
async function warningDrafts(
  input: ByteSource,
  layers: readonly Layer[],
  request: OutputRequest,
): Promise<Draft[]> {
  const { swaps, recipe } = request;
  const wanted = swaps
    .flatMap((swap) =>
      recipe.warnings
        .filter(({ layersAhead }) => swap.layer - layersAhead >= 2)
        .map(({ layersAhead, tones }) => ({ swap, layer: swap.layer - layersAhead, tones })),
    )
    .sort((a, b) => a.layer - b.layer);
  const drafts: Draft[] = [];
  for (const [i, { swap, layer, tones }] of wanted.entries()) {
    const place = placeOf(layers[layer - 1], 'restart');
    const state = await stateAt(input, layers, place.offset);
    const count = wanted.length;
    const { filament } = swap;
    const title = { kind: 'warning', index: i + 1, count, layer, inside: false, filament } as const;
    drafts.push(draftOf(title, place, warningActions(recipe, tones, state), state, request));
  }
  return drafts;
}

export function layerRound(layers: readonly Layer[], offset: number): number {
  return (layers.findLast(({ firstOffset }) => firstOffset <= offset) ?? layers[0]).number;
}

async function rewriteDrafts(
  input: ByteSource,
  layers: readonly Layer[],
  { recipe }: OutputRequest,
  rewritten: readonly Rewrite[],
): Promise<Draft[]> {
  const drafts: Draft[] = [];
  for (const [i, rewrite] of rewritten.entries()) {
    const { setting, swap, settings, value } = rewrite;
    const waits = setting.waits && recipe.kind !== 'beep-only';
    drafts.push({
      title: {
        kind: 'rewrite',
        index: i + 1,
        count: rewritten.length,
        layer: layerRound(layers, setting.offset),
        inside: true,
        filament: swap.filament,
      },
      words: { ...NO_WORDS, settings, promises: { ...NO_PROMISES, heatsTo: waits ? value : 0 } },
      place: setting,
      commands: await rewriteCommands(input, rewrite, waits),
      replaces: true,
    });
  }
  return drafts;
}

/** A numbered line that goes leaves its number behind, so that there is no gap. */
export function numberDrafts(layers: readonly Layer[], takeOut: readonly Place[]): Draft[] {
  return takeOut.map((stop, i): Draft => ({
    title: {
      kind: 'number',
      index: i + 1,
      count: takeOut.length,
      layer: layerRound(layers, stop.offset),
      inside: true,
      filament: 'line number of a stop',
    },
    words: NO_WORDS,
    place: stop,
    commands: [],
    replaces: true,
  }));
}

/**
 * A draft as bytes, in the line ending that the file has at its place.
 * @param state of the printer there, in a file with numbered lines; null in others.
 */
export async function finished(
  input: ByteSource,
  draft: Draft,
  state: MachineState | null,
): Promise<Insertion> {
  const { title, words, place, commands, replaces } = draft;
  const ending = endingOf(await input.slice(Math.max(0, place.offset - 2), place.offset));
  const plain = commands.map(({ command }) => command);
  const numbering = state && numberingOf(state);
  const goesOn = replaces ? await numberAt(input, place.offset) : null;
  const lines = blockLines(
    title,
    words,
    numbering ? withNumbers(plain, numbering, goesOn ?? numbering.last) : plain,
  );
  return {
    title,
    commands,
    offset: place.offset,
    line: place.line,
    bytes: bytesOfText(lines.map((line) => line + ending).join('')),
    lines: lines.length,
    resume: { offset: place.offset, line: place.line },
  };
}

/** The number of the line that begins at `offset`; null when it has none. */
async function numberAt(input: ByteSource, offset: number): Promise<number | null> {
  const text = textOfBytes(await input.slice(offset, Math.min(input.size, offset + 24)));
  const match = /^\s*N(\d+)/i.exec(text);
  return match && Number(match[1]);
}

/** The line end that the bytes before an insertion finish with. */
export function endingOf(before: Uint8Array): string {
  const text = String.fromCharCode(...before);
  if (text.endsWith('\r\n')) return '\r\n';
  return text.endsWith('\r') ? '\r' : '\n';
}
