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
    const buffer = this.tail.length > 0 ? joined(this.tail, chunk) : chunk;
    const whole = wholeLinesEnd(buffer);
    this.handOn(buffer, whole);
    this.tail = buffer.slice(whole);
    if (this.tail.length > LONGEST_LINE) {
      this.skippedLine = true;
      this.base += this.tail.length;
      this.tail = new Uint8Array(0);
    }
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

/** Where the last whole line ends. A CR at the very end waits: an LF may follow. */
function wholeLinesEnd(buffer: Uint8Array): number {
  let i = buffer.length - (buffer[buffer.length - 1] === CR ? 1 : 0);
  while (i > 0 && buffer[i - 1] !== LF && buffer[i - 1] !== CR) i--;
  return i;
}
