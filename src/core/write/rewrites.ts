import { ROUNDING } from '../tolerances';
import { textOfBytes } from '../text';
import type { ByteSource } from '../byteSource';
import type { SlicedFile } from '../read/slicedFile';
import type { SettingLine } from '../gcode/settingName';
import { swapsOf } from '../plan/arrangement';
import { digits, settingLine, type RecipeLine } from '../recipe/render';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';
import { PrintPlaces, type PrintPlace } from './printPlaces';
import type { OutputRequest } from './request/request';
import { copiedRuns, edgesOf, seamsOf, type Seam } from './seams/seams';

/** A line of the file that a band's own wish, or the time of the swaps, stands against. */
export interface Rewrite {
  readonly setting: SettingLine;
  /** The filament of the band that it lies in, or, for a time left, of the next one. */
  readonly filament: string;
  /** The layer with which the band goes on there. */
  readonly layer: number;
  /** What the block in its place says to change on purpose. */
  readonly settings: BandSettings;
  /** What is set instead: °C, 0 to 255, percent, or minutes. */
  readonly value: number;
}

type Ground = Pick<SlicedFile, 'sections' | 'sources' | 'priming' | 'settingLines'>;
type Asked = Pick<OutputRequest, 'arrangement' | 'stopAt'>;

/** Lines of the file that set what a band has of its own, and so would undo it. */
export function undoingLines(reading: Ground, asked: Asked): Rewrite[] {
  return placedLines(reading, asked).flatMap(({ setting, place }) => {
    const { what, value } = setting;
    if (what === 'remaining' || place.kind !== 'section') return [];
    const { planned, section } = place.seam;
    const own = planned.settings[what];
    // Another tool's own temperature is no matter of the band that prints.
    if (own === null || isForAnotherTool(setting, place.seam, asked)) return [];
    const wanted = ownValue(what, own, value);
    if (Math.abs(wanted - value) < ROUNDING) return [];
    const settings = { ...NO_SETTINGS, [what]: own };
    const { filament } = planned.visit;
    return [{ setting, filament, layer: section.layer, value: wanted, settings }];
  });
}

function isForAnotherTool(
  { tool }: SettingLine,
  { section }: Seam,
  { arrangement }: Asked,
): boolean {
  return arrangement.tools === 'one-nozzle' && tool !== null && tool !== section.tool;
}

/** What a band's own wish makes of a line: factors apply to the file's own. */
function ownValue(what: keyof BandSettings, own: number, value: number): number {
  switch (what) {
    case 'nozzle':
      return own;
    case 'fan':
      return Math.round(own * 2.55);
    case 'flow':
    case 'speed':
      return Number(((value * own) / 100).toFixed(5));
  }
}

/** Less than this is no other time, s. */
const NO_TIME = 0.5;

/**
 * Lines that show the time left, with the time of all swaps after them added, and as long as what is printed
 * after them in this order takes.
 * @param swapSeconds what each swap takes, s.
 */
function movedTimes(reading: Ground, asked: Asked, swapSeconds: readonly number[]): Rewrite[] {
  const lines = placedLines(reading, asked).filter(({ setting }) => setting.what === 'remaining');
  if (lines.length === 0) return [];
  const { sections } = reading;
  const swaps = swapsOf(reading, asked.arrangement);
  const left = timesLeft(reading, asked);
  return lines.flatMap(({ setting, place }): Rewrite[] => {
    if (place.kind === 'gone') return [];
    const at = placeIn(place);
    const next = swaps.findIndex((swap) => swap.at > at);
    const moved = left(at, setting.offset);
    if (next < 0 && Math.abs(moved) < NO_TIME) return [];
    const waits = next < 0 ? 0 : swapSeconds.slice(next).reduce((sum, one) => sum + one, 0);
    const seconds = waits + (Math.abs(moved) < NO_TIME ? 0 : moved);
    const value = Math.max(0, Math.round(setting.value + seconds / 60));
    const swap = swaps.at(Math.max(0, next));
    const { visits } = asked.arrangement;
    const filament = (next < 0 ? undefined : swap?.filament) ?? visits[visits.length - 1].filament;
    const layer = swap ? swap.layer : sections[0].layer;
    return [{ setting, filament, layer, value, settings: NO_SETTINGS }];
  });
}

/** How many sections are printed up to a place. */
function placeIn(place: PrintPlace): number {
  if (place.kind === 'section') return place.seam.place;
  return place.kind === 'start' ? -1 : Infinity;
}

/**
 * How much longer the order prints behind a place than its file would from there, s. A file of several counts
 * its own time only.
 */
function timesLeft(
  { sections, sources }: Ground,
  { arrangement }: Asked,
): (at: number, offset: number) => number {
  const printed = arrangement.visits.flatMap((visit) => visit.sections);
  const behind = new Float64Array(printed.length + 1);
  for (let i = printed.length - 1; i >= 0; i--) {
    behind[i] = behind[i + 1] + sections[printed[i].section].seconds;
  }
  const inFile = new Float64Array(sections.length + 1);
  for (const { firstSection, endSection } of sources) {
    for (let i = endSection - 1; i >= firstSection; i--) {
      inFile[i] = (i + 1 < endSection ? inFile[i + 1] : 0) + sections[i].seconds;
    }
  }
  return (at, offset) => {
    const file = sources.findLast(({ start }) => start <= offset) ?? sources[0];
    const rest = at < 0 ? file.firstSection : printed.at(Math.min(at, printed.length))?.section;
    if (rest === undefined) return 0;
    const isStart = at < 0;
    const own = isStart ? inFile[rest] : inFile[rest] - sections[rest].seconds;
    return behind[isStart ? 0 : at + 1] - own;
  };
}

/** Every line of the file that sets something, and where it comes to lie. */
function placedLines(reading: Ground, asked: Asked) {
  const { settingLines } = reading;
  if (settingLines.length === 0) return [];
  const seams = seamsOf(reading, asked);
  const places = new PrintPlaces(seams, copiedRuns(seams, edgesOf(reading, asked.arrangement)));
  return settingLines.map((setting) => ({ setting, place: places.of(setting.offset) }));
}

/** All lines of the file that other lines take the place of. */
export function rewritesOf(
  reading: Ground,
  request: Pick<OutputRequest, 'arrangement' | 'stopAt' | 'rewrite' | 'addToRemaining'>,
): Rewrite[] {
  const { rewrite, addToRemaining } = request;
  const undoing = rewrite.length === 0 ? [] : undoingLines(reading, request);
  return [
    ...undoing.filter(({ setting }) => rewrite.some((what) => what === setting.what)),
    ...(addToRemaining ? movedTimes(reading, request, addToRemaining) : []),
  ].sort((a, b) => a.setting.offset - b.setting.offset);
}

/** Longest line that shows a time left, bytes. */
const LONGEST_LINE = 200;

/** The commands that stand in a line's place. */
export async function rewriteCommands(
  input: ByteSource,
  { setting, value }: Rewrite,
  waits: boolean,
): Promise<RecipeLine[]> {
  if (setting.what !== 'remaining') return [settingLine({ what: setting.what, value, waits })];
  const end = Math.min(input.size, setting.offset + LONGEST_LINE);
  const text = textOfBytes(await input.slice(setting.offset, end));
  const command = text
    .split(/[\r\n;*]/, 1)[0]
    .replace(/^\s*N\d+\s*/i, '')
    .trim()
    .toUpperCase()
    .replace(/R\s*[\d.]+/, `R${digits(value)}`);
  return [{ command, words: `Shows ${digits(value)} min left, the swaps included.` }];
}
