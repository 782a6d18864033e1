import { strFromU8 } from 'fflate';
import type { Words } from './words';

/** A command of the file itself that makes the printer wait for a person. */
export interface FoundStop {
  /** Line in the file, from 1. */
  readonly line: number;
  /** As written, without its comment: `M600`, `M0 Change filament`, `PAUSE`. */
  readonly command: string;
  /** The layer it comes before; null after the last one. */
  readonly layer: number | null;
  /** Byte offset of its line. */
  readonly offset: number;
}

/** A stop while the file is being read; its layer is not known yet. */
export type StopAt = Omit<FoundStop, 'layer'>;

/** The stop as the file writes it. */
export function describeStop(words: Words, bytes: Uint8Array): string {
  const text =
    words.textStart >= 0 ? strFromU8(bytes.subarray(words.textStart, words.textEnd)).trim() : '';
  if (words.macro) return text;
  const command = `${String.fromCharCode(words.letter)}${words.code}`;
  return text === '' ? command : `${command} ${text}`;
}
