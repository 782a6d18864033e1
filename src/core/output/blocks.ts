import { lineEndFrom, afterLineEnd } from '../gcode/scan';
import {
  hasSettings,
  NO_SETTINGS,
  parseSettings,
  settingsText,
  type BandSettings,
} from '../recipe/settings';

/**
 * What a block is for: a swap, a warning some layers before one, the first filament to load, or a
 * temperature in place of one of the file's.
 */
export type BlockKind = 'swap' | 'warning' | 'load' | 'heat';

/** What the first line of a block says. */
export interface BlockTitle {
  readonly kind: BlockKind;
  /** Position among the blocks of its kind, from 1, and how many there are. */
  readonly index: number;
  readonly count: number;
  /** The layer that it stands before, or, for a temperature, in. */
  readonly layer: number;
  /** Letter and name of the filament that it is about. */
  readonly filament: string;
}

/** A block found in a file. Offsets in bytes, lines from 1. */
export interface Block extends BlockTitle {
  /** What it says to change on purpose. */
  readonly settings: BandSettings;
  /** The macro that it says to stop by, when only its printer knows it. */
  readonly stopWord: string | null;
  readonly start: number;
  readonly end: number;
  readonly line: number;
  readonly lines: number;
}

const TITLE = /^; lamella: (swap|warning|load|heat) (\d+) of (\d+), before layer (\d+), (.*)$/;
const SETS = /^; lamella: sets (.*)$/;
const STOPS_BY = /^; lamella: stops by ([A-Z_][A-Z_0-9]*)$/;
const CLOSING = /^; lamella: end (swap|warning|load|heat) (\d+)$/;
const MARK = '; lamella: ';

/** Display names go into comments as plain ASCII on one line, which every printer survives. */
function plainName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .trim();
  return plain === '' ? 'unnamed' : plain.slice(0, 60);
}

export function blockTitle({ kind, index, count, layer, filament }: BlockTitle): string {
  return `${MARK}${kind} ${index} of ${count}, before layer ${layer}, ${plainName(filament)}`;
}

/** All lines of a block. */
export function blockLines(
  title: BlockTitle,
  settings: BandSettings,
  commands: readonly string[],
  stopWord: string | null = null,
): string[] {
  return [
    blockTitle(title),
    ...(hasSettings(settings) ? [`${MARK}sets ${settingsText(settings)}`] : []),
    ...(stopWord === null ? [] : [`${MARK}stops by ${stopWord}`]),
    ...commands,
    `${MARK}end ${title.kind} ${title.index}`,
  ];
}

/** Stands before a line of the file itself that was taken out: it turns the line into a comment. */
export const MUTE = '; lamella: taken out: ';

/** A line of the file that was taken out. */
export interface Mute {
  /** The inserted bytes, and the line they stand on. */
  readonly start: number;
  readonly end: number;
  readonly line: number;
}

interface OpenBlock extends BlockTitle {
  settings: BandSettings;
  stopWord: string | null;
  readonly start: number;
  readonly line: number;
}

/**
 * Finds Lamella's blocks in a stream of whole lines. A block that is never closed, closed twice
 * or closed under another number is reported as broken. Lines that were taken out are found too.
 */
export class BlockFinder {
  readonly blocks: Block[] = [];
  readonly mutes: Mute[] = [];
  /** Line of the first broken block; null when all are whole. */
  brokenLine: number | null = null;
  private open: OpenBlock | null = null;
  private line = 0;

  /** Takes whole lines: `bytes` from 0 to `end`, at `base` in the file. */
  read(bytes: Uint8Array, end: number, base: number): void {
    let at = 0;
    while (at < end) {
      const start = at;
      const lineEnd = lineEndFrom(bytes, at, end);
      at = afterLineEnd(bytes, lineEnd, end);
      this.line++;
      if (isMark(bytes, start, lineEnd)) {
        this.take(textOf(bytes, start, lineEnd), base + start, base + at);
      }
    }
  }

  /** Everything that Lamella inserted, in the order of the file. */
  get insertions(): { readonly start: number; readonly end: number }[] {
    return [...this.blocks, ...this.mutes].sort((a, b) => a.start - b.start);
  }

  /** True when the file holds anything of Lamella's. */
  get foundAny(): boolean {
    return this.blocks.length > 0 || this.mutes.length > 0 || this.brokenLine !== null;
  }

  finish(): void {
    if (this.open) this.break(this.open.line);
  }

  private take(text: string, start: number, end: number): void {
    if (text.startsWith(MUTE)) {
      if (this.open) this.break(this.line);
      else this.mutes.push({ start, end: start + MUTE.length, line: this.line });
      return;
    }
    const title = TITLE.exec(text);
    const closing = CLOSING.exec(text);
    const settings = parseSettings(SETS.exec(text)?.[1] ?? '');
    const stopWord = STOPS_BY.exec(text)?.[1];
    if (title) {
      if (this.open) this.break(this.open.line);
      const [index, count, layer] = title.slice(2, 5).map(Number);
      const kind = title[1] as BlockKind;
      const about = { kind, index, count, layer, filament: title[5], settings: NO_SETTINGS };
      this.open = { ...about, stopWord: null, start, line: this.line };
    } else if (settings && this.open) {
      this.open.settings = settings;
    } else if (stopWord && this.open) {
      this.open.stopWord = stopWord;
    } else if (closing && this.open?.kind === closing[1] && this.open.index === +closing[2]) {
      this.blocks.push({ ...this.open, end, lines: this.line - this.open.line + 1 });
      this.open = null;
    } else {
      this.break(this.line);
    }
  }

  private break(line: number): void {
    this.brokenLine ??= line;
    this.open = null;
  }
}

function isMark(bytes: Uint8Array, start: number, end: number): boolean {
  if (end - start < MARK.length) return false;
  for (let i = 0; i < MARK.length; i++) if (bytes[start + i] !== MARK.charCodeAt(i)) return false;
  return true;
}

function textOf(bytes: Uint8Array, start: number, end: number): string {
  return String.fromCharCode(...bytes.subarray(start, Math.min(end, start + 200)));
}
