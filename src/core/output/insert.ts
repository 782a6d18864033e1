import { strToU8 } from 'fflate';
import type { ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import type { HeatLine, Reading } from '../gcode/reading';
import type { FoundStop } from '../gcode/stops';
import type { StopPlace } from '../plan/plan';
import type { Swap } from '../plan/resolve';
import type { Printer } from '../printer/printer';
import { stateAt } from '../printer/stateAt';
import { actionsOf, warningActions, type SwapMoment } from '../recipe/actions';
import { loadMessage, swapMessage } from '../recipe/message';
import { ownStopWord } from '../recipe/kinds';
import type { Recipe } from '../recipe/recipe';
import { renderActions, type RecipeLine } from '../recipe/render';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';
import { blockLines, MUTE, type BlockTitle } from './blocks';

/** What to write: the swaps and how they stop, and which lines of the file to take out. */
export interface OutputRequest {
  readonly swaps: readonly Swap[];
  readonly recipe: Recipe;
  readonly printer: Printer;
  readonly stopAt: StopPlace;
  readonly takeOut: readonly FoundStop[];
  /** Letter and name of the filament to ask for before layer 1; null to ask for none. */
  readonly loadFirst: string | null;
  /** Write a band's own temperature in place of temperatures that the file sets in the band. */
  readonly rewriteHeat: boolean;
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
}

/** A block before it is text. */
interface Draft {
  readonly title: BlockTitle;
  readonly settings: BandSettings;
  readonly place: Place;
  readonly commands: readonly RecipeLine[];
  /** The printer's own word for a stop, which the block names. */
  readonly stopWord?: string | null;
}

interface Place {
  readonly offset: number;
  readonly line: number;
}

/** Makes everything that goes into the input, in the order of the file. */
export async function makeInsertions(
  input: ByteSource,
  reading: Pick<Reading, 'layers' | 'stops' | 'heatLines'>,
  request: OutputRequest,
): Promise<Insertion[]> {
  const { layers } = reading;
  const rewritten = request.rewriteHeat ? heatsToRewrite(reading, request) : [];
  const drafts = [
    ...(await loadDraft(input, layers, request)),
    ...warningDrafts(layers, request),
    ...(await swapDrafts(input, layers, request)),
    ...heatDrafts(layers, request, rewritten),
  ];
  const insertions: Insertion[] = [];
  for (const draft of drafts) insertions.push(await finished(input, draft));
  const takenOut = [...stopsToTakeOut(reading, request), ...rewritten.map(({ heat }) => heat)];
  for (const { offset, line } of takenOut) {
    const bytes = strToU8(MUTE);
    insertions.push({ title: null, commands: [], offset, line, bytes, lines: 0 });
  }
  return insertions.sort((a, b) => a.offset - b.offset);
}

/** The stops asked to go, and those that a swap would double. */
export function stopsToTakeOut(
  { stops }: Pick<Reading, 'stops'>,
  { takeOut, swaps }: Pick<OutputRequest, 'takeOut' | 'swaps'>,
): FoundStop[] {
  // By line: a request that came from another thread holds copies.
  const asked = new Set(takeOut.map(({ line }) => line));
  const doubled = new Set<number | null>(swaps.map(({ layer }) => layer));
  return stops.filter(({ line, layer }) => asked.has(line) || doubled.has(layer));
}

function placeOf(layer: Layer, stopAt: StopPlace): Place {
  return stopAt === 'restart'
    ? { offset: layer.restartOffset, line: layer.restartLine }
    : { offset: layer.travelOffset, line: layer.travelLine };
}

/** Height of the tallest thing printed before a layer, mm. */
export function printedTopBefore(layers: readonly Layer[], layer: number): number {
  return layers.slice(0, layer - 1).reduce((top, { z }) => Math.max(top, z), 0);
}

async function swapDrafts(
  input: ByteSource,
  layers: readonly Layer[],
  request: OutputRequest,
): Promise<Draft[]> {
  const { swaps, recipe, printer, stopAt } = request;
  const drafts: Draft[] = [];
  for (const [i, swap] of swaps.entries()) {
    const place = placeOf(layers[swap.layer - 1], stopAt);
    const about = { index: i + 1, count: swaps.length, filament: swap.filament };
    const moment: SwapMoment = {
      state: await stateAt(input, layers, place.offset),
      printedTop: printedTopBefore(layers, swap.layer),
      message: swapMessage(about, printer.displayCharacters),
      settings: swap.settings,
      settingsBefore: swaps[i - 1]?.settings ?? NO_SETTINGS,
      purge: swap.purge,
    };
    drafts.push({
      title: { kind: 'swap', ...about, layer: swap.layer },
      settings: swap.settings,
      place,
      commands: renderActions(actionsOf(recipe, printer, moment), moment.state),
      stopWord: ownStopWord(recipe.command),
    });
  }
  return drafts;
}

/** The stop that asks for the first filament, before layer 1. */
async function loadDraft(
  input: ByteSource,
  layers: readonly Layer[],
  { loadFirst, recipe, printer }: OutputRequest,
): Promise<Draft[]> {
  if (loadFirst === null || layers.length === 0) return [];
  const place = placeOf(layers[0], 'restart');
  const moment: SwapMoment = {
    state: await stateAt(input, layers, place.offset),
    printedTop: 0,
    message: loadMessage(loadFirst, printer.displayCharacters),
    settings: NO_SETTINGS,
    settingsBefore: NO_SETTINGS,
    purge: null,
  };
  const title: BlockTitle = { kind: 'load', index: 1, count: 1, layer: 1, filament: loadFirst };
  const commands = renderActions(actionsOf(recipe, printer, moment), moment.state);
  const stopWord = ownStopWord(recipe.command);
  return [{ title, settings: NO_SETTINGS, place, commands, stopWord }];
}

/** Tones some layers before each swap. */
function warningDrafts(layers: readonly Layer[], { swaps, recipe }: OutputRequest): Draft[] {
  const wanted = swaps.flatMap((swap) =>
    recipe.warnings
      .filter(({ layersAhead }) => swap.layer - layersAhead >= 2)
      .map(({ layersAhead, tones }) => ({ swap, layer: swap.layer - layersAhead, tones })),
  );
  return wanted
    .sort((a, b) => a.layer - b.layer)
    .map(({ swap, layer, tones }, i): Draft => ({
      title: {
        kind: 'warning',
        index: i + 1,
        count: wanted.length,
        layer,
        filament: swap.filament,
      },
      settings: NO_SETTINGS,
      place: placeOf(layers[layer - 1], 'restart'),
      commands: warningActions(recipe, tones).flatMap((action) =>
        renderActions([action], layers[layer - 1].state),
      ),
    }));
}

interface RewrittenHeat {
  readonly heat: HeatLine;
  readonly swap: Swap;
}

/** Temperatures that the file sets inside a band which has its own. */
export function heatsToRewrite(
  { layers, heatLines }: Pick<Reading, 'layers' | 'heatLines'>,
  { swaps, stopAt }: Pick<OutputRequest, 'swaps' | 'stopAt'>,
): RewrittenHeat[] {
  const starts = swaps.map(({ layer }) => {
    const target = layers[layer - 1];
    return target ? placeOf(target, stopAt).offset : Infinity;
  });
  return heatLines.flatMap((heat) => {
    const band = starts.findLastIndex((start) => start <= heat.offset);
    const own = swaps[band]?.settings.nozzle ?? null;
    return own === null || own === heat.celsius ? [] : [{ heat, swap: swaps[band] }];
  });
}

function heatDrafts(
  layers: readonly Layer[],
  { recipe }: OutputRequest,
  rewritten: readonly RewrittenHeat[],
): Draft[] {
  return rewritten.map(({ heat, swap }, i): Draft => {
    const layer = layers.findLast(({ firstOffset }) => firstOffset <= heat.offset) ?? layers[0];
    const settings = { ...NO_SETTINGS, nozzle: swap.settings.nozzle };
    const waits = heat.waits && recipe.kind !== 'beep-only';
    const value = swap.settings.nozzle ?? heat.celsius;
    return {
      title: {
        kind: 'heat',
        index: i + 1,
        count: rewritten.length,
        layer: layer.number,
        filament: swap.filament,
      },
      settings,
      place: heat,
      commands: renderActions([{ kind: 'set', what: 'nozzle', value, waits }], layer.state),
    };
  });
}

/** A draft as bytes, in the line ending that the file has at its place. */
async function finished(input: ByteSource, draft: Draft): Promise<Insertion> {
  const { title, settings, place, commands, stopWord } = draft;
  const ending = endingOf(await input.slice(Math.max(0, place.offset - 2), place.offset));
  const lines = blockLines(
    title,
    settings,
    commands.map(({ command }) => command),
    stopWord,
  );
  return {
    title,
    commands,
    offset: place.offset,
    line: place.line,
    bytes: strToU8(lines.map((line) => line + ending).join('')),
    lines: lines.length,
  };
}

/** The line end that the bytes before an insertion finish with. */
function endingOf(before: Uint8Array): string {
  const text = String.fromCharCode(...before);
  if (text.endsWith('\r\n')) return '\r\n';
  return text.endsWith('\r') ? '\r' : '\n';
}
