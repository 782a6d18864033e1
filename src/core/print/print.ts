import type { Footprint, LevelBox } from '../geometry/footprint';
import type { PrintSeconds } from '../motion/clock';
import type { Layer } from '../layers';
import type { SectionedPrint } from './sections';
import type { SourceSpan } from './sources';

/** A strip of filament that primes the nozzle. */
interface PrimedStrip {
  readonly box: LevelBox;
  readonly z: number;
}

/**
 * What lies on the bed when all is printed, layer by layer, and how long it takes: all that planning needs.
 * A sliced file is one (see `SlicedFile`); of a model, which nobody has sliced yet, one is made.
 */
export interface Print extends SectionedPrint {
  /** The sliced files that it is printed from; none for a model. */
  readonly sources: readonly SourceSpan[];
  /** True for a spiral: the height rises while printing, without layer changes. */
  readonly continuous: boolean;
  readonly layers: readonly Layer[];
  readonly seconds: PrintSeconds;
  /** Seconds before layer 1 begins (part of the total), and after the last extrusion. */
  readonly secondsBefore: number;
  readonly secondsAfter: number;
  /** Filament that stays, mm, priming included. */
  readonly filamentMm: number;
  /** Without a skirt and without priming. */
  readonly footprint: Footprint;
  /** Cells of the footprint's grid that a skirt covers. */
  readonly skirtCells: Uint32Array;
  /** True when some of the print could not be drawn, so that nobody knows where it lies. */
  readonly hasUndrawn: boolean;
  /** Area of a skirt: lines round the print on the first layer that nothing touches, mm². */
  readonly skirtMm2: number;
  /** Area of the layer that covers most, mm². */
  readonly largestFootprintMm2: number;
  /** Strips that only prime the nozzle before layer 1: where, and how high, machine mm. */
  readonly priming: readonly PrimedStrip[];
}
