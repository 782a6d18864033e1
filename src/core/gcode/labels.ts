import type { Words } from './words';

/** A comment that speaks of layers, recognised by its shape and not by who wrote it. */
export type LayerMark =
  /** `layer` plus a number, as `LAYER:10` or `layer 10 of 40`. */
  | { readonly kind: 'number'; readonly label: string; readonly z: number | null }
  /** A layer-change word; the Z may stand on the same line or in the next comment. */
  | { readonly kind: 'change'; readonly z: number | null };

const NUMBERED =
  /^[^a-z0-9]*(?:(?:begin|start|new)[^a-z0-9]+)?layer[\s:=#_-]*?(?:(?:no|nr|number|num)[\s.:=#]*)?(-?\d+)(?![\d.]*\d*\s*mm)(?!\.\d)(?!\w)/i;
const CHANGE =
  /^[^a-z0-9]*(?:layer[\s_-]?change|change[\s_-]?layer|new[\s_-]?layer|next[\s_-]?layer)\b/i;
const Z_WORD = /\bz(?:[\s_-]?height)?\s*[:=]?\s*(-?\d*\.?\d+)/i;
const BARE_NUMBER = /^\s*(-?\d*\.?\d+)\s*(?:mm)?\s*$/;

/** Longest comment that is looked at; embedded pictures and settings are far longer. */
const LONGEST = 80;
/** How far into a comment the word `layer` may begin. */
const SEARCHED = 24;

/**
 * Reads layer comments. A change word may be followed by a comment that holds only the Z
 * (`;Z:2.04`, `; Z_HEIGHT: 2.04`, `;2.04`), so the reader remembers that it waits for one.
 */
export class LabelReader {
  private awaitsZ = false;

  /** What the comment of this line says about layers; null for most lines. */
  read(bytes: Uint8Array, words: Words): LayerMark | null {
    const start = words.commentStart;
    const end = words.commentEnd;
    if (end - start > LONGEST) return null;
    if (this.awaitsZ) {
      this.awaitsZ = false;
      const z = zAlone(textOf(bytes, start, end));
      if (z !== null) return { kind: 'change', z };
    }
    if (!mentionsLayer(bytes, start, end)) return null;

    const text = textOf(bytes, start, end);
    const z = zIn(text);
    const numbered = NUMBERED.exec(text);
    if (numbered) return { kind: 'number', label: numbered[1], z };
    if (CHANGE.test(text)) {
      this.awaitsZ = z === null;
      return { kind: 'change', z };
    }
    return null;
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
