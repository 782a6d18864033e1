import { textOfBytes } from '../text';
import type { ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import type { Reading } from '../read/reading';
import type { SettingLine } from '../gcode/settingName';
import type { StopPlace } from '../plan/stopPlace';
import type { ResolvedSwap } from '../plan/resolve';
import { digits, settingLine, type RecipeLine } from '../recipe/render';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';

/** A line of the file that a band's own wish, or the time of the swaps, stands against. */
export interface Rewrite {
  readonly setting: SettingLine;
  /** The swap whose band it lies in, or, for a time left, the next one. */
  readonly swap: ResolvedSwap;
  /** What the block in its place says to change on purpose. */
  readonly settings: BandSettings;
  /** What is set instead: °C, 0 to 255, percent, or minutes. */
  readonly value: number;
}

interface Asked {
  readonly swaps: readonly ResolvedSwap[];
  readonly stopAt: StopPlace;
}

/** Where a stop before a layer goes. */
export function placeOf(layer: Layer, stopAt: StopPlace): { offset: number; line: number } {
  return stopAt === 'restart'
    ? { offset: layer.restartOffset, line: layer.restartLine }
    : { offset: layer.travelOffset, line: layer.travelLine };
}

function startsOf(layers: readonly Layer[], { swaps, stopAt }: Asked): number[] {
  return swaps.map(({ layer }) => {
    const target = layers[layer - 1];
    return target ? placeOf(target, stopAt).offset : Infinity;
  });
}

/** Lines of the file that set what a band has of its own, and so would undo it. */
export function undoingLines(
  { layers, settingLines }: Pick<Reading, 'layers' | 'settingLines'>,
  asked: Asked,
): Rewrite[] {
  const starts = startsOf(layers, asked);
  return settingLines.flatMap((setting) => {
    const { what, value } = setting;
    const swap = asked.swaps[starts.findLastIndex((start) => start <= setting.offset)];
    if (what === 'remaining' || !swap) return [];
    const own = swap.settings[what];
    if (own === null) return [];
    const wanted = ownValue(what, own, value);
    if (Math.abs(wanted - value) < 1e-9) return [];
    return [{ setting, swap, value: wanted, settings: { ...NO_SETTINGS, [what]: own } }];
  });
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

/**
 * Lines that show the time left, with the time of all swaps after them added.
 * @param swapSeconds what each swap takes, s.
 */
export function movedTimes(
  { layers, settingLines }: Pick<Reading, 'layers' | 'settingLines'>,
  asked: Asked,
  swapSeconds: readonly number[],
): Rewrite[] {
  const starts = startsOf(layers, asked);
  return settingLines.flatMap((setting) => {
    if (setting.what !== 'remaining') return [];
    const next = starts.findIndex((start) => start > setting.offset);
    if (next < 0) return [];
    const seconds = swapSeconds.slice(next).reduce((sum, one) => sum + one, 0);
    const value = Math.round(setting.value + seconds / 60);
    return [{ setting, swap: asked.swaps[next], value, settings: NO_SETTINGS }];
  });
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
