import type { SwapMoment } from '../recipe/actions';
import type { RecipeLine } from '../recipe/render';
import type { BlockTitle } from './blocks';

/** A place in the input: the offset of a line, and its number from 1. */
export interface Place {
  readonly offset: number;
  readonly line: number;
}

/** Where a block stands in the print. */
export interface Standing {
  readonly moment: SwapMoment;
  /** The section that it leads to, and the one before it: places among the reading's. */
  readonly section: number;
  readonly before: number | null;
}

/** A piece of text and where it goes in the input. */
export interface Insertion {
  /** What it is the block of; null for a mark. */
  readonly title: BlockTitle | null;
  /** Its commands, each with what it does. */
  readonly commands: readonly RecipeLine[];
  /** Offset in the input before which it goes, and the input's line there (from 1). */
  readonly offset: number;
  readonly line: number;
  readonly bytes: Uint8Array;
  /** Lines that it adds. */
  readonly lines: number;
  /** Where the input goes on after it: at its own place, or at another one. */
  readonly resume: Place;
  /** Where it stands in the print; null for what stands for a line, and for marks. */
  readonly standing: Standing | null;
  /** A file of the output ends behind it. */
  readonly endsFile?: boolean;
}
