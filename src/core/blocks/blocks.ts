import { plainText } from '../plainText';
import type { SourceSpan } from '../print/sources';
import { isOwnMark, OWN_MARK } from '../gcode/ownMark';
import { lineEndFrom, afterLineEnd } from '../gcode/lines/scan';
import { parsePrinted, printedText, type PrintedPart } from './printedParts';
import { NO_PROMISES, parsePromises, promiseText, type BlockPromises } from '../recipe/promises';
import { FILE_LINES, FILE_LINES_END, OWN_LINES, OWN_LINES_END } from '../recipe/render';
import {
  hasSettings,
  NO_SETTINGS,
  parseSettings,
  settingsText,
  type BandSettings,
} from '../recipe/settings';

/**
 * What a block is for: a swap, a warning some layers before one, the first filament to load, the way to
 * another place of the print without a swap, a lift over what another file has printed and the travel down
 * behind it, the end of a file that another one follows and the beginning of that one, a setting in place of one of the file's, or the line number of a numbered line that was taken
 * out.
 */
export type BlockKind =
  | 'swap'
  | 'warning'
  | 'load'
  | 'hop'
  | 'lift'
  | 'lower'
  | 'handover'
  | 'takeup'
  | 'rewrite'
  | 'number';

/** Blocks that may lead to another place of the input. */
export const LEADS: ReadonlySet<BlockKind> = new Set(['swap', 'hop', 'load', 'takeup']);

/** What the first line of a block says. */
export interface BlockTitle {
  readonly kind: BlockKind;
  /** Position among the blocks of its kind, from 1, and how many there are. */
  readonly index: number;
  readonly count: number;
  /** The layer that it stands before, or in. */
  readonly layer: number;
  /** Something of its layer is printed before it; always so for a setting or a line number. */
  readonly inside: boolean;
  /** Letter and name of the filament that it is about. */
  readonly filament: string;
}

/** A block found in a file. Offsets in bytes, lines from 1. */
export interface Block extends BlockTitle {
  /** What it says to change on purpose. */
  readonly settings: BandSettings;
  /** What it says to do; null when it says nothing. */
  readonly promises: BlockPromises | null;
  /** The person's own lines in it: how many it says there are, and which lines of the output they are. */
  readonly own: readonly OwnLines[];
  /** The same of words of the file that stand on a travel which it leads over. */
  readonly carried: readonly OwnLines[];
  /** The macro that it says to stop by, when only its printer knows it. */
  readonly stopWord: string | null;
  /** How far it says that what follows may lie below what is printed beside it, mm. */
  readonly dipMm: number;
  /** The parts that print in its filament before another one comes; none where it says nothing of them. */
  readonly prints: readonly PrintedPart[];
  readonly start: number;
  readonly end: number;
  readonly line: number;
  readonly lines: number;
}

/** A stretch of lines that are not Lamella's own, the marks round it not counted. */
interface OwnLines {
  readonly count: number;
  readonly firstLine: number;
  readonly lastLine: number;
}

/** Lines of heat stood in blocks of their own kind once. */
const TITLE =
  /^; lamella: (swap|warning|load|hop|lift|lower|handover|takeup|heat|rewrite|number) (\d+) of (\d+), (before|in) layer (\d+), (.*)$/;
const SETS = /^; lamella: sets (.*)$/;
const STOPS_BY = /^; lamella: stops by ([A-Z_][A-Z_0-9]*)$/;
const DOES = /^; lamella: does (.*)$/;
const PRINTS = /^; lamella: prints ([\w.]+(?: anew)?(?:, [\w.]+(?: anew)?)*)$/;
const DIPS = /^; lamella: dips (\d+(?:\.\d+)?) mm$/;
const CLOSING =
  /^; lamella: end (swap|warning|load|hop|lift|lower|handover|takeup|heat|rewrite|number) (\d+)$/;
const LEFT =
  /^; lamella: left out ([0-9a-f]{8}), bytes (\d+) to (\d+)(?:, (start block|end block|skirt))?$/;
const FROM = /^; lamella: from ([0-9a-f]{8}), bytes (\d+) to (\d+)$/;
/** No mark is longer, bytes. */
const LONGEST_MARK = 2000;

/** Display names go into comments as plain ASCII on one line, which every printer survives. */
export function plainName(name: string): string {
  const plain = plainText(name);
  return plain === '' ? 'unnamed' : plain.slice(0, 60);
}

export function blockTitle({ kind, index, count, layer, inside, filament }: BlockTitle): string {
  const place = inside ? 'in' : 'before';
  return `${OWN_MARK}${kind} ${index} of ${count}, ${place} layer ${layer}, ${plainName(filament)}`;
}

/** What a block says of itself, besides its title. */
export interface BlockWords {
  readonly settings: BandSettings;
  readonly promises: BlockPromises;
  /** The macro that it stops by, when only its printer knows it. */
  readonly stopWord: string | null;
  /** How much higher than what is printed after it other things may stand beside it, mm; 0 for nothing. */
  readonly dipMm: number;
  /** The parts that print in its filament before another one comes. */
  readonly prints: readonly PrintedPart[];
}

export const NO_WORDS: BlockWords = {
  settings: NO_SETTINGS,
  promises: NO_PROMISES,
  stopWord: null,
  dipMm: 0,
  prints: [],
};

/** A stretch of one sliced file, and which file that is. */
export interface NamedStretch {
  /** SHA-256 of the file's bytes. */
  readonly fingerprint: string;
  readonly start: number;
  readonly end: number;
}

type Files = readonly Pick<SourceSpan, 'fingerprint' | 'start'>[];

/**
 * A stretch of the input as one of the file that it lies in.
 * @param fingerprint of the only file.
 */
export function placeIn(
  files: Files,
  fingerprint: string,
  start: number,
  end: number,
): NamedStretch {
  const file = files.findLast((one) => one.start <= start) ?? files[0];
  const base = file.start;
  return {
    fingerprint: file.fingerprint || fingerprint,
    start: start - base,
    end: end - base,
  };
}

/** Says that the output goes on at another place of the input than it has come from. */
export function goesOnAt({ fingerprint, start, end }: NamedStretch): string {
  return `${OWN_MARK}from ${fingerprint.slice(0, 8)}, bytes ${start} to ${end}`;
}

/** Why a stretch of the input is not in the output. */
const LEFT_OUT = ['start block', 'end block', 'skirt', 'purge block'] as const;
export type LeftOutWhy = (typeof LEFT_OUT)[number];

/** Says that a stretch of the input is not there; what prints nothing of the part says why. */
export function leavesOut({ fingerprint, start, end }: NamedStretch, why: LeftOutWhy): string {
  const reason = why === 'purge block' ? '' : `, ${why}`;
  return `${OWN_MARK}left out ${fingerprint.slice(0, 8)}, bytes ${start} to ${end}${reason}`;
}

/** All lines of a block. */
export function blockLines(
  title: BlockTitle,
  { settings, promises, stopWord, dipMm, prints }: BlockWords,
  commands: readonly string[],
): string[] {
  const does = promiseText(promises);
  return [
    blockTitle(title),
    ...(hasSettings(settings) ? [`${OWN_MARK}sets ${settingsText(settings)}`] : []),
    ...(does === '' ? [] : [`${OWN_MARK}does ${does}`]),
    ...(stopWord === null ? [] : [`${OWN_MARK}stops by ${stopWord}`]),
    ...(prints.length > 0 ? [`${OWN_MARK}prints ${printedText(prints)}`] : []),
    ...(dipMm > 0 ? [`${OWN_MARK}dips ${Number(dipMm.toFixed(3))} mm`] : []),
    ...commands,
    `${OWN_MARK}end ${title.kind} ${title.index}`,
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
  /** What the line was. */
  readonly text: string;
}

interface OpenBlock extends BlockTitle {
  settings: BandSettings;
  promises: BlockPromises | null;
  readonly own: OwnLines[];
  readonly carried: OwnLines[];
  stopWord: string | null;
  dipMm: number;
  prints: readonly PrintedPart[];
  readonly start: number;
  readonly line: number;
}

/** A mark that says where in the input the output goes on. */
export interface Jump {
  /** The mark's own bytes, and the line it stands on. */
  readonly start: number;
  readonly end: number;
  readonly line: number;
  /** Bytes of the input: those that follow, or those that are not there. */
  readonly from: number;
  readonly to: number;
  /** Of what is not there: why, when it is no part of the print. */
  readonly why: LeftOutWhy | null;
}

/**
 * Finds Lamella's blocks in a stream of whole lines. A block that is never closed, closed twice
 * or closed under another number is reported as broken. Lines that were taken out are found too.
 */
export class BlockFinder {
  readonly blocks: Block[] = [];
  readonly mutes: Mute[] = [];
  readonly jumps: Jump[] = [];
  /** Stretches of the input that are said not to be there. */
  readonly gaps: Jump[] = [];
  /** Line of the first broken block; null when all are whole. */
  brokenLine: number | null = null;
  private open: OpenBlock | null = null;
  /** Lines that are not Lamella's own and have begun: how many, after which line, and the mark that ends them. */
  private ownCount = 0;
  private ownAfter: number | null = null;
  private ownEnd = OWN_LINES_END;
  private line = 0;

  /** @param files that the input is made of; none when marks are not to be looked up. */
  constructor(private readonly files: Files = []) {}

  /** Takes whole lines: `bytes` from 0 to `end`, at `base` in the file. */
  read(bytes: Uint8Array, end: number, base: number): void {
    let at = 0;
    while (at < end) {
      const start = at;
      const lineEnd = lineEndFrom(bytes, at, end);
      at = afterLineEnd(bytes, lineEnd, end);
      this.line++;
      if (isOwnMark(bytes, start, lineEnd)) {
        this.take(textOf(bytes, start, lineEnd), base + start, base + at);
      }
    }
  }

  /** Everything that Lamella inserted, in the order of the file. */
  get insertions(): { readonly start: number; readonly end: number }[] {
    return [...this.blocks, ...this.mutes, ...this.jumps, ...this.gaps].sort(
      (a, b) => a.start - b.start,
    );
  }

  /** True when the file holds anything of Lamella's. */
  get foundAny(): boolean {
    return this.insertions.length > 0 || this.brokenLine !== null;
  }

  finish(): void {
    if (this.open) this.break(this.open.line);
  }

  private take(text: string, start: number, end: number): void {
    if (text.startsWith(MUTE)) {
      if (this.open) this.break(this.line);
      else {
        const { length } = MUTE;
        const taken = text.slice(length);
        this.mutes.push({ start, end: start + length, line: this.line, text: taken });
      }
      return;
    }
    const jump = FROM.exec(text);
    const gap = LEFT.exec(text);
    const mark = jump ?? gap;
    if (mark && !this.open) return this.takeMark(mark, jump ? this.jumps : this.gaps, start, end);
    if (this.ownAfter !== null && text !== this.ownEnd) return this.break(this.line);
    const title = TITLE.exec(text);
    if (title) return this.begin(title, start);
    if (!this.open) return this.break(this.line);
    const closing = CLOSING.exec(text);
    if (closing) return this.close(closing[1], Number(closing[2]), end);
    if (!this.takeWords(this.open, text)) this.break(this.line);
  }

  /** A mark that names a stretch of a file, which has to be one of those that the input is made of. */
  private takeMark(
    [, fingerprint, from, to, why]: RegExpExecArray,
    list: Jump[],
    start: number,
    end: number,
  ): void {
    const { files, line } = this;
    const file =
      files.length < 2 ? files[0] : files.find((one) => one.fingerprint.startsWith(fingerprint));
    if (files.length > 0 && !file) return this.break(line);
    const base = file?.start ?? 0;
    const stretch = { from: base + Number(from), to: base + Number(to) };
    list.push({ start, end, line, ...stretch, why: (why as LeftOutWhy | undefined) ?? null });
  }

  private begin(title: RegExpExecArray, start: number): void {
    if (this.open) this.break(this.open.line);
    const [index, count, layer] = [title[2], title[3], title[5]].map(Number);
    this.open = {
      kind: kindNamed(title[1]),
      index,
      count,
      layer,
      inside: title[4] === 'in',
      filament: title[6],
      settings: NO_SETTINGS,
      promises: null,
      own: [],
      carried: [],
      stopWord: null,
      dipMm: 0,
      prints: [],
      start,
      line: this.line,
    };
  }

  private close(kind: string, index: number, end: number): void {
    const { open } = this;
    if (!open || open.kind !== kindNamed(kind) || open.index !== index) {
      return this.break(this.line);
    }
    this.blocks.push({ ...open, end, lines: this.line - open.line + 1 });
    this.open = null;
  }

  /** What a block says of itself; false for words that are not known. */
  private takeWords(open: OpenBlock, text: string): boolean {
    const settings = parseSettings(SETS.exec(text)?.[1] ?? '');
    const promises = parsePromises(DOES.exec(text)?.[1] ?? '');
    const stopWord = STOPS_BY.exec(text)?.[1];
    const dips = DIPS.exec(text)?.[1];
    const prints = PRINTS.exec(text)?.[1];
    if (settings) open.settings = settings;
    else if (promises && open.promises === null) open.promises = promises;
    else if (stopWord) open.stopWord = stopWord;
    else if (dips) open.dipMm = Number(dips);
    else if (prints) open.prints = parsePrinted(prints);
    else if (text === this.ownEnd && this.ownAfter !== null) {
      const [firstLine, lastLine] = [this.ownAfter + 1, this.line - 1];
      const list = text === OWN_LINES_END ? open.own : open.carried;
      list.push({ count: this.ownCount, firstLine, lastLine });
      this.ownAfter = null;
    } else
      return (
        this.beginsLines(text, OWN_LINES, OWN_LINES_END) ||
        this.beginsLines(text, FILE_LINES, FILE_LINES_END)
      );
    return true;
  }

  /** Whether lines begin here that are not Lamella's own. */
  private beginsLines(text: string, mark: string, end: string): boolean {
    const count = text.slice(mark.length);
    if (!text.startsWith(mark) || !/^\d+$/.test(count)) return false;
    this.ownCount = Number(count);
    this.ownAfter = this.line;
    this.ownEnd = end;
    return true;
  }

  private break(line: number): void {
    this.brokenLine ??= line;
    this.open = null;
    this.ownAfter = null;
  }
}

function kindNamed(word: string): BlockKind {
  return word === 'heat' ? 'rewrite' : (word as BlockKind);
}

function textOf(bytes: Uint8Array, start: number, end: number): string {
  return String.fromCharCode(...bytes.subarray(start, Math.min(end, start + LONGEST_MARK)));
}
