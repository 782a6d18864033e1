import type { Hatch } from './hatches';

/** One filament of a plan's palette. */
export interface PaletteFilament {
  /** A, B, C …: how bands name it. */
  readonly letter: string;
  readonly name: string;
  /** `#rrggbb`. */
  readonly colour: string;
  readonly hatch: Hatch;
  /** Thickness that it needs over a contrasting colour before that stops showing through, mm. */
  readonly hidingDepth: number;
  /** The same over single filaments, by their letters, where a test piece has measured it, mm. */
  readonly hidesOver?: Readonly<Record<string, number>>;
  /** From which thickness on it lets no light of a lamp through, where a test piece has measured it, mm. */
  readonly hidesLamp?: number;
  /** Spool of the shelf that it is; left out while it is none. */
  readonly spoolId?: string;
}

/** How much of a filament hides another one, mm: measured for the two, or its own hiding depth. */
export function hidingOver(
  { hidingDepth, hidesOver }: Pick<PaletteFilament, 'hidingDepth' | 'hidesOver'>,
  below: Pick<PaletteFilament, 'letter'> | null,
): number {
  return (below && hidesOver?.[below.letter]) ?? hidingDepth;
}

/** So much of a filament that one stretch of a print takes, mm. */
export interface PrintedFilament {
  readonly filament: PaletteFilament;
  readonly filamentMm: number;
}

/** Colours to start with, until the shelf holds one's own. Pale ones need the most thickness. */
export const STARTING_PALETTE: readonly PaletteFilament[] = [
  { letter: 'A', name: 'Peat black', colour: '#2f2b28', hatch: 'plain', hidingDepth: 0.4 },
  { letter: 'B', name: 'Bone white', colour: '#efe7d4', hatch: 'rising', hidingDepth: 0.8 },
  { letter: 'C', name: 'Reed green', colour: '#7c9a4b', hatch: 'falling', hidingDepth: 0.5 },
  { letter: 'D', name: 'Tide blue', colour: '#3f7fa8', hatch: 'level', hidingDepth: 0.5 },
  { letter: 'E', name: 'Ochre', colour: '#d49a2a', hatch: 'upright', hidingDepth: 0.6 },
  { letter: 'F', name: 'Brick red', colour: '#b5493b', hatch: 'dots', hidingDepth: 0.5 },
  { letter: 'G', name: 'Heron grey', colour: '#9aa3a6', hatch: 'cross', hidingDepth: 0.5 },
];
