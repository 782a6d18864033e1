import { afterLineEnd, lineEndFrom } from './scan';
import { CR, LF } from './words';

/** A line longer than this is no G-code, bytes. */
const LONGEST_LINE = 1 << 20;

/** Reads whole lines: `bytes` from 0 to `end`, which lie at `base` in the file. */
export type ReadLines = (bytes: Uint8Array, end: number, base: number) => void;

/** Joins the tails of chunks, so that a reader only ever sees whole lines. */
export class LineStream {
  private tail: Uint8Array = new Uint8Array(0);
  /** Bytes handed on so far. */
  base = 0;
  /** True when a line was so long that it was passed over. */
  skippedLine = false;

  constructor(private readonly readLines: ReadLines) {}

  push(chunk: Uint8Array): void {
    const rest = this.tail.length > 0 ? this.withTail(chunk) : chunk;
    const whole = wholeLinesEnd(rest);
    this.handOn(rest, whole);
    this.tail = rest.slice(whole);
    if (this.tail.length > LONGEST_LINE) {
      this.skippedLine = true;
      this.base += this.tail.length;
      this.tail = new Uint8Array(0);
    }
  }

  /** Hands on the line that the tail began; returns what is left of the chunk. */
  private withTail(chunk: Uint8Array): Uint8Array {
    const end = firstLineEnd(chunk);
    const line = joined(this.tail, end > 0 ? chunk.subarray(0, end) : chunk);
    if (end === 0) return line;
    this.handOn(line, line.length);
    return chunk.subarray(end);
  }

  /** Hands on the last line, which may have no end; returns its bytes. */
  finish(): Uint8Array {
    const { tail } = this;
    this.handOn(tail, tail.length);
    this.tail = new Uint8Array(0);
    return tail;
  }

  private handOn(buffer: Uint8Array, end: number): void {
    if (end === 0) return;
    this.readLines(buffer, end, this.base);
    this.base += end;
  }
}

function joined(head: Uint8Array, rest: Uint8Array): Uint8Array {
  const whole = new Uint8Array(head.length + rest.length);
  whole.set(head);
  whole.set(rest, head.length);
  return whole;
}

/** Where the first line ends; 0 when that cannot be told yet. */
function firstLineEnd(chunk: Uint8Array): number {
  const at = lineEndFrom(chunk, 0, chunk.length);
  // Behind a CR at the very end an LF may follow.
  return chunk[at] === LF || at + 1 < chunk.length ? afterLineEnd(chunk, at, chunk.length) : 0;
}

/** Where the last whole line ends. A CR at the very end waits: an LF may follow. */
function wholeLinesEnd(buffer: Uint8Array): number {
  let i = buffer.length - (buffer[buffer.length - 1] === CR ? 1 : 0);
  while (i > 0 && buffer[i - 1] !== LF && buffer[i - 1] !== CR) i--;
  return i;
}
