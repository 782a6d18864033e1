import { ByteText } from './byteText';
import { TagPattern } from './tagPattern';

/** Who hears what stands in a part of a 3MF file. */
export interface MeshSink {
  /** XML as it stands, in order. */
  readonly text: (xml: string) => void;
  readonly vertex: (x: number, y: number, z: number) => void;
  readonly triangle: (a: number, b: number, c: number) => void;
}

/** The lists that are nearly all of a file: what they are called, what is in them, and its numbers. */
const LISTS = [
  { list: 'vertices', item: 'vertex', names: ['x', 'y', 'z'] },
  { list: 'triangles', item: 'triangle', names: ['v1', 'v2', 'v3'] },
] as const;

type List = (typeof LISTS)[number];

const [LESS, GREATER, SLASH, BANG, QUESTION, COLON, EQUALS, QUOTE, APOSTROPHE, SPACE] = [
  60, 62, 47, 33, 63, 58, 61, 34, 39, 32,
];

/** A plain tag is shorter than this, bytes: where so many are left, it is there as a whole. */
const PLAIN_TAG = 4096;
/** No tag is longer than this, bytes. */
const LONGEST_TAG = 1 << 20;

/**
 * Reads the lists of corners and triangles of a 3MF part byte by byte, and hands on all else as XML: a parser
 * that makes words of every number takes ten times as long and as much memory.
 */
export class MeshBytes {
  private readonly decoder = new TextDecoder();
  private readonly pattern = new TagPattern();
  private held: Uint8Array = new Uint8Array(0);
  /** The list that is being read by its bytes; null outside of one. */
  private list: List | null = null;
  /** True in a list that is not written as plainly as nearly all are: it is read as XML. */
  private isOdd = false;

  constructor(private readonly sink: MeshSink) {}

  /** Takes the next bytes, in UTF-8. */
  write(chunk: Uint8Array): void {
    const bytes = this.held.length === 0 ? chunk : joined(this.held, chunk);
    const used = this.readTags(bytes);
    if (bytes.length - used > LONGEST_TAG) {
      // No tag: it is for the parser to say so.
      this.pass(bytes.subarray(used));
      this.held = new Uint8Array(0);
    } else this.held = bytes.slice(used);
  }

  /** Hands on what is left at the end. */
  end(): void {
    this.pass(this.held);
    this.held = new Uint8Array(0);
    const rest = this.decoder.decode();
    if (rest !== '') this.sink.text(rest);
  }

  private pass(bytes: Uint8Array): void {
    if (bytes.length > 0) this.sink.text(this.decoder.decode(bytes, { stream: true }));
  }

  /** Reads whole tags; answers how many bytes they are. */
  private readTags(bytes: Uint8Array): number {
    let at = 0;
    while (at < bytes.length) {
      const next = this.list && !this.isOdd ? this.readItems(bytes, at) : this.readXml(bytes, at);
      if (next === at) break;
      at = next;
    }
    return at;
  }

  /** Hands on XML up to where a list begins, or, in an odd one, ends. */
  private readXml(bytes: Uint8Array, from: number): number {
    let at = from;
    for (;;) {
      const start = bytes.indexOf(LESS, at);
      if (start < 0) return this.passUpTo(bytes, from, bytes.length);
      const end = endOfTag(bytes, start);
      if (end < 0) return this.passUpTo(bytes, from, start);
      const isClosing = bytes[start + 1] === SLASH;
      const name = isClosing ? start + 2 : start + 1;
      at = end;
      if (isClosing && this.list && isNamed(bytes, name, this.list.list)) {
        this.list = null;
        this.isOdd = false;
      } else if (!isClosing && !this.list && bytes[end - 2] !== SLASH) {
        this.list = LISTS.find(({ list }) => isNamed(bytes, name, list)) ?? null;
        if (this.list) return this.passUpTo(bytes, from, end);
      }
    }
  }

  private passUpTo(bytes: Uint8Array, from: number, to: number): number {
    this.pass(bytes.subarray(from, to));
    return to;
  }

  /** Reads what is written like the one before, as nearly all is. */
  private readAlike(bytes: Uint8Array, from: number, hear: MeshSink['vertex']): number {
    const { pattern } = this;
    const { found } = pattern;
    let at = from;
    for (;;) {
      const end = pattern.read(bytes, at);
      if (end < 0) return at;
      hear(found[0], found[1], found[2]);
      at = end;
    }
  }

  /** Reads what is in a list, as far as it is written plainly. */
  private readItems(bytes: Uint8Array, from: number): number {
    const list = this.list!;
    const hear = list.item === 'vertex' ? this.sink.vertex : this.sink.triangle;
    const text = new ByteText(bytes);
    const values = [0, 0, 0];
    let at = from;
    for (;;) {
      at = this.readAlike(bytes, at, hear);
      let start = at;
      while (start < bytes.length && bytes[start] <= SPACE) start++;
      const isWhole =
        bytes[start] === LESS && (bytes.length - start > PLAIN_TAG || endOfTag(bytes, start) > 0);
      if (!isWhole) {
        if (start < bytes.length && bytes[start] !== LESS) this.isOdd = true;
        return at;
      }
      const end = isNamed(bytes, start + 1, list.item)
        ? readValues(text, start + 1, list.names, values)
        : -1;
      if (end < 0) {
        // The end of the list, a comment, or something that the parser understands better.
        this.isOdd = true;
        return at;
      }
      hear(values[0], values[1], values[2]);
      this.pattern.learn(bytes, start, end, list.names);
      at = end;
    }
  }
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  const all = new Uint8Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}

/** Where a tag, a comment or a section ends, after its last byte; −1 where that is not there yet. */
function endOfTag(bytes: Uint8Array, start: number): number {
  if (bytes[start + 1] === BANG) {
    if (start + 9 > bytes.length) return -1;
    if (bytes[start + 2] === HYPHEN && bytes[start + 3] === HYPHEN)
      return after(bytes, start + 4, [HYPHEN, HYPHEN, GREATER]);
    if (bytes[start + 2] === BRACKET) return after(bytes, start + 9, [CLOSING, CLOSING, GREATER]);
  }
  if (bytes[start + 1] === QUESTION) return after(bytes, start + 2, [QUESTION, GREATER]);
  let quote = 0;
  for (let at = start + 1; at < bytes.length; at++) {
    const byte = bytes[at];
    if (quote !== 0) {
      if (byte === quote) quote = 0;
    } else if (byte === QUOTE || byte === APOSTROPHE) quote = byte;
    else if (byte === GREATER) return at + 1;
  }
  return -1;
}

const [HYPHEN, BRACKET, CLOSING] = [45, 91, 93];

function after(bytes: Uint8Array, from: number, mark: readonly number[]): number {
  for (let at = from; at + mark.length <= bytes.length; at++) {
    if (mark.every((byte, i) => bytes[at + i] === byte)) return at + mark.length;
  }
  return -1;
}

/** Whether a tag has a name, whatever stands before its colon. */
function isNamed(bytes: Uint8Array, at: number, name: string): boolean {
  let start = at;
  for (let k = at; isNameByte(bytes[k]); k++) if (bytes[k] === COLON) start = k + 1;
  for (let i = 0; i < name.length; i++) if (bytes[start + i] !== name.charCodeAt(i)) return false;
  return !isNameByte(bytes[start + name.length]);
}

const isNameByte = (byte: number): boolean =>
  byte > SPACE && byte !== GREATER && byte !== SLASH && byte !== EQUALS && byte !== LESS;

/** Where all three numbers were found, as bits. */
const ALL = 7;

/** Reads the three numbers of a tag; answers where it ends, and −1 where one is missing or is none. */
function readValues(
  text: ByteText,
  start: number,
  names: readonly [string, string, string],
  values: number[],
): number {
  const { bytes } = text;
  let found = 0;
  let at = start;
  while (isNameByte(bytes[at])) at++;
  for (;;) {
    while (bytes[at] <= SPACE) at++;
    if (bytes[at] === SLASH) return found === ALL && bytes[at + 1] === GREATER ? at + 2 : -1;
    const name = at;
    while (isNameByte(bytes[at])) at++;
    const quote = bytes[at + 1];
    if (bytes[at] !== EQUALS || (quote !== QUOTE && quote !== APOSTROPHE)) return -1;
    const which = placeOf(bytes, name, at - name, names);
    if (which < 0) {
      at = bytes.indexOf(quote, at + 2) + 1;
      if (at === 0) return -1;
      continue;
    }
    text.at = at + 2;
    const value = text.number();
    if (bytes[text.at] !== quote || Number.isNaN(value)) return -1;
    values[which] = value;
    found |= 1 << which;
    at = text.at + 1;
  }
}

/** Which of three names stands somewhere; −1 for another one. */
function placeOf(
  bytes: Uint8Array,
  at: number,
  length: number,
  names: readonly [string, string, string],
): number {
  for (let k = 0; k < 3; k++) {
    const name = names[k];
    if (length !== name.length || bytes[at] !== name.charCodeAt(0)) continue;
    if (length === 1 || bytes[at + 1] === name.charCodeAt(1)) return k;
  }
  return -1;
}
