import type { Spool } from '../filament/shelf/spool';
import type { MeasuredValue, PieceId } from '../measured/measurement';
import type { Printer } from '../printer/printer';

/** A filament that a piece is printed in: a spool of the shelf, or one of the palette. */
export interface PieceFilament extends Pick<
  Spool,
  'name' | 'colour' | 'hidingDepth' | 'usualNozzle' | 'bed' | 'density'
> {
  /** How purges and hiding depths of it are kept: its spool, or its name. */
  readonly key: string;
  readonly spoolId?: string;
}

/** One thing that the person reads off: a row of a purge ladder, a stair, a fin, a scale. */
export interface Reading {
  readonly id: string;
  /** *Peat black → Bone white*. */
  readonly name: string;
  /** What can be answered, in order; what it stands for in the unit of the piece. */
  readonly marks: readonly number[];
  readonly unit: string;
}

/** Which filament prints what of a piece. */
export type PieceColours =
  /** Tools of the file, by number, each as an index of the filaments. */
  | { readonly kind: 'tools'; readonly tools: readonly number[] }
  /** One swap before a layer. */
  | { readonly kind: 'swap'; readonly layer: number }
  | { readonly kind: 'one' };

/** A test piece for one printer, ready to be printed. */
export interface MadePiece {
  readonly id: PieceId;
  readonly title: string;
  readonly gcode: string;
  readonly colours: PieceColours;
  readonly filaments: readonly PieceFilament[];
  /** What each swap purges, mm; null where the pair decides. */
  readonly purgeMm: number | null;
  readonly readings: readonly Reading[];
}

/** What the person read off, by the reading's id; `null` where nothing was clear. */
export type Answers = Readonly<Record<string, number | null | undefined>>;

/** Numbers without what the profile had before. */
export type FoundValue = Omit<MeasuredValue, 'before'>;

/** Why a piece cannot be made on a printer, in words. */
export interface Unfit {
  readonly problem: string;
}

export const isUnfit = (made: MadePiece | Unfit): made is Unfit => 'problem' in made;

/** Temperatures that suit all filaments of a piece as well as one can, °C. */
export function heatOf(filaments: readonly PieceFilament[]): { nozzle: number; bed: number } {
  const middle = ({ bed }: PieceFilament): number => (bed.from + bed.to) / 2;
  return {
    nozzle: Math.round(Math.max(...filaments.map(({ usualNozzle }) => usualNozzle))),
    bed: Math.round(Math.max(...filaments.map(middle))),
  };
}

/** The ordinary line of a nozzle, mm: an eighth wider than its bore. */
export const lineOf = ({ nozzleMm }: Pick<Printer, 'nozzleMm'>): number => 1.125 * nozzleMm;
/** The ordinary layer of a nozzle, mm. */
export const layerOf = ({ nozzleMm }: Pick<Printer, 'nozzleMm'>): number =>
  Math.round(nozzleMm * 50) / 100;
