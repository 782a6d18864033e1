import type { Words } from '../lines/words';

/**
 * A line that speaks of layers, recognised by its shape and not by who wrote it. Whether it is
 * believed is decided when all of the file is known: see `labelSeries`.
 */
export type LayerMark = {
  /** Z that it states, mm; it may stand on the same line or in the next comment. */
  readonly z: number | null;
  /** Its text with every number blotted out: what belongs together looks alike. */
  readonly shape: string;
} & (
  | /** `layer` plus a number, as `Layer=10` or `layer 10 of 40`. */
    {
      readonly kind: 'number';
      readonly label: string;
      /** How many there are, when it says so: `layer 10 of 40`, `layer 10/40`. */
      readonly total: number | null;
    }
    /** A layer-change word. */
  | { readonly kind: 'change' }
);

const NUMBERED =
  /^[^a-z0-9]*(?:(?:begin|start|new)[^a-z0-9]+)?layer[\s:=#_-]*?(?:(?:no|nr|number|num)[\s.:=#]*)?(-?\d+)(?![\d.]*\d*\s*mm)(?!\.\d)(?!\w)/i;
const CHANGE =
  /^[^a-z0-9]*(?:layer[\s_-]?change|change[\s_-]?layer|new[\s_-]?layer|next[\s_-]?layer)\b/i;
const TOTAL = /^\s*(?:of|out of|\/)\s*(\d+)/i;
const NUMBER = /-?\d+(?:\.\d+)?/g;
const Z_WORD = /\bz(?:[\s_-]?height)?\s*[:=]?\s*(-?\d*\.?\d+)/i;
const BARE_NUMBER = /^\s*(-?\d*\.?\d+)\s*(?:mm)?\s*$/;

/** Longest comment that is looked at; embedded pictures and settings are far longer. */
const LONGEST = 80;
/** How far into a comment the word `layer` may begin. */
const SEARCHED = 24;

/**
 * Reads layer comments. A change word may be followed by a comment that holds only the Z
 * (`; z = 2.04`, `; Z-height 2.04`, `; 2.04 mm`), so the reader remembers that it waits for one.
 */
export class LabelReader {
  /** A change word that still waits for its Z. */
  private waiting: LayerMark | null = null;

  /** What the comment of this line says about layers; null for most lines. */
  read(bytes: Uint8Array, words: Words): LayerMark | null {
    const { commentStart: start, commentEnd: end } = words;
    if (end - start > LONGEST) return null;
    if (this.waiting !== null) {
      const mark = this.waiting;
      this.waiting = null;
      const z = zAlone(textOf(bytes, start, end));
      if (z !== null) return { ...mark, z };
    }
    const mark = this.markIn(bytes, start, end);
    if (mark?.kind === 'change' && mark.z === null) this.waiting = mark;
    return mark;
  }

  /** The same for a text that the file shows on the display. */
  readShown(bytes: Uint8Array, words: Words): LayerMark | null {
    const { textStart, textEnd } = words;
    const mark = textEnd - textStart > LONGEST ? null : this.markIn(bytes, textStart, textEnd);
    return mark?.kind === 'number' ? { ...mark, shape: `shown ${mark.shape}` } : null;
  }

  private markIn(bytes: Uint8Array, start: number, end: number): LayerMark | null {
    if (!mentionsLayer(bytes, start, end)) return null;
    const text = textOf(bytes, start, end);
    const about = { z: zIn(text), shape: text.replace(NUMBER, '#').trim().toLowerCase() };
    const numbered = NUMBERED.exec(text);
    if (numbered) {
      const total = TOTAL.exec(text.slice(numbered[0].length));
      return { kind: 'number', ...about, label: numbered[1], total: total && Number(total[1]) };
    }
    return CHANGE.test(text) ? { kind: 'change', ...about } : null;
  }
}

function mentionsLayer(bytes: Uint8Array, start: number, end: number): boolean {
  const last = Math.min(end - 5, start + SEARCHED);
  for (let i = start; i <= last; i++) {
    if ((bytes[i] | 32) === 108 && (bytes[i + 1] | 32) === 97 && (bytes[i + 2] | 32) === 121) {
      return (bytes[i + 3] | 32) === 101 && (bytes[i + 4] | 32) === 114;
    }
  }
  return false;
}

function textOf(bytes: Uint8Array, start: number, end: number): string {
  let text = '';
  for (let i = start; i < end; i++) text += String.fromCharCode(bytes[i]);
  return text;
}

function zIn(text: string): number | null {
  const match = Z_WORD.exec(text);
  return match ? Number(match[1]) : null;
}

function zAlone(text: string): number | null {
  const bare = BARE_NUMBER.exec(text);
  return bare ? Number(bare[1]) : zIn(text);
}
