import { number, object, string } from 'yup';
import { refuse, success, type Result } from '../findings';
import { readShape, recordId, type ShapeWords } from '../shape';
import { textOfBytes } from '../text';
import type { BundleLine } from './form';
import { readRecord } from './recordText';

/** Longest line, bytes: a plan with thousands of swaps, or a picture, is far below it. */
const LONGEST = 16e6;
const NEWLINE = 10;

/** Thrown where a line cannot be one of a bundle; its message goes on after the file's name. */
export class BadLineError extends Error {}

/** Cuts bytes that come in pieces into lines: as many as there should be, and no more. */
export class LineCutter {
  constructor(private readonly count: number) {}

  readonly lines: Uint8Array[] = [];
  private begun: Uint8Array[] = [];
  private length = 0;

  push(chunk: Uint8Array): void {
    let from = 0;
    for (;;) {
      const end = chunk.indexOf(NEWLINE, from);
      this.keep(chunk.subarray(from, end < 0 ? chunk.length : end));
      if (end < 0) return;
      if (this.lines.length === this.count) throw new BadLineError(this.countWords('more'));
      this.lines.push(joined(this.begun, this.length));
      this.begun = [];
      this.length = 0;
      from = end + 1;
    }
  }

  /** Must be called at the end: the last line has an end as all others have. */
  finish(): readonly Uint8Array[] {
    if (this.length > 0) throw new BadLineError('the last line is cut off');
    const found = this.lines.length;
    if (found < this.count) throw new BadLineError(this.countWords(String(found)));
    return this.lines;
  }

  private countWords(found: string): string {
    return `there should be ${this.count} lines, and there are ${found}`;
  }

  private keep(part: Uint8Array): void {
    this.length += part.length;
    if (this.length > LONGEST) throw new BadLineError(`line ${this.lines.length + 1} is too long`);
    if (part.length > 0) this.begun.push(part);
  }
}

/** Puts pieces together. */
export function joined(pieces: readonly Uint8Array[], length?: number): Uint8Array {
  const whole = new Uint8Array(length ?? pieces.reduce((sum, one) => sum + one.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

const lineSchema = object({
  id: recordId().required(),
  changedAt: number().min(0).max(8.64e15).nullable().defined(),
  file: string().max(120).nullable().defined(),
}).required();

const WORDS: ShapeWords = { what: 'It', code: 'bad-json', passOverUnknown: true };

/** Reads one line of a bundle. */
export function readLine(bytes: Uint8Array): Result<BundleLine> {
  const json = readRecord(textOfBytes(bytes));
  if (!json.ok) return json;
  const head = readShape(lineSchema, json.value, WORDS);
  if (!head.ok) return head;
  const { record } = json.value as { record?: unknown };
  if (typeof record !== 'object' || record === null || Array.isArray(record)) {
    return refuse('bad-json', 'it has no record');
  }
  return success({ ...head.value, record });
}
