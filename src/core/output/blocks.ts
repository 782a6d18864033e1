import { lineEndFrom, afterLineEnd } from '../gcode/scan';

/** What the first line of a block says. */
export interface BlockTitle {
  readonly index: number;
  readonly count: number;
  readonly layer: number;
  readonly filament: string;
}

/** A block found in a file. Offsets in bytes, lines from 1. */
export interface Block extends BlockTitle {
  readonly start: number;
  readonly end: number;
  readonly line: number;
  readonly lines: number;
}

const TITLE = /^; lamella: swap (\d+) of (\d+), before layer (\d+), (.*)$/;
const CLOSING = /^; lamella: end swap (\d+)$/;
const MARK = '; lamella: ';

/** Display names go into comments as plain ASCII on one line, which every printer survives. */
function plainName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .trim();
  return plain === '' ? 'unnamed' : plain.slice(0, 60);
}

export function blockTitle({ index, count, layer, filament }: BlockTitle): string {
  return `${MARK}swap ${index} of ${count}, before layer ${layer}, ${plainName(filament)}`;
}

export function blockClosing(index: number): string {
  return `${MARK}end swap ${index}`;
}

/** Stands before a stop of the file itself that was taken out: it turns the line into a comment. */
export const MUTE = '; lamella: taken out: ';

/** A stop of the file that was taken out. */
export interface Mute {
  /** The inserted bytes, and the line they stand on. */
  readonly start: number;
  readonly end: number;
  readonly line: number;
}

/**
 * Finds Lamella's blocks in a stream of whole lines. A block that is never closed, closed twice
 * or closed under another number is reported as broken. Stops that were taken out are found too.
 */
export class BlockFinder {
  readonly blocks: Block[] = [];
  readonly mutes: Mute[] = [];
  /** Line of the first broken block; null when all are whole. */
  brokenLine: number | null = null;
  private open: (BlockTitle & { start: number; line: number }) | null = null;
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
    if (title) {
      if (this.open) this.break(this.open.line);
      const [index, count, layer] = title.slice(1, 4).map(Number);
      this.open = { index, count, layer, filament: title[4], start, line: this.line };
    } else if (closing && this.open?.index === Number(closing[1])) {
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
