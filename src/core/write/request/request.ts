import type { FoundStop } from '../../gcode/stops';
import type { LayerNumber } from '../../layers';
import type { Arrangement } from '../../plan/arrangement';
import type { StopPlace } from '../../plan/stopPlace';
import type { Printer } from '../../printer/printer';
import type { Recipe } from '../../recipe/recipe';
import type { BandSettings } from '../../recipe/settings';

/** What to write: the print as it is to be printed, how it stops, and which lines of the file to take out. */
export interface OutputRequest {
  readonly arrangement: Arrangement;
  /** Layers before which swaps are planned that the print does not have. */
  readonly unplaced: readonly LayerNumber[];
  readonly recipe: Recipe;
  readonly printer: Printer;
  readonly stopAt: StopPlace;
  /** Stops of the file itself that the person asked to take out; nothing else of it goes. */
  readonly takeOut: readonly FoundStop[];
  /** Letter and name of the filament to ask for before layer 1; null to ask for none. */
  readonly loadFirst: string | null;
  /** What a band has of its own that is written in place of what the file sets in it. */
  readonly rewrite: readonly (keyof BandSettings)[];
  /** What each swap takes, s, to be added to the times left that the file shows; null to leave them. */
  readonly addToRemaining: readonly number[] | null;
}
