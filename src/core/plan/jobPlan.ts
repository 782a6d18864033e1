import type { LayerNumber } from '../layers';
import type { OwnPurge } from '../filament/purgeTable';
import { STARTING_PALETTE, type PaletteFilament } from '../filament/palette';
import type { Order } from '../order/ordering';
import type { Home } from '../recipe/betweenFiles';
import type { Delivery } from './arrangement';
import { wholePart, type PlannedParts, type Stretch } from './parts';
import { SWAP_SECONDS } from './time';
import type { StopPlace } from './stopPlace';
import type { Recipe } from '../recipe/recipe';

/** A check that the person has marked as known. */
interface KnownCheck {
  readonly id: string;
  readonly note: string;
}

/** The order of the parts in one layer, by their keys. */
interface LayerOrder {
  readonly layer: LayerNumber;
  readonly parts: readonly string[];
}

/** The plan of one job: its parts with their filaments, the order in which they print, and how it is written. */
export interface JobPlan {
  readonly version: 8;
  /** SHA-256 of the G-code that it was made for. */
  readonly fingerprint: string;
  readonly palette: readonly PaletteFilament[];
  /** One for a print in colours by height; several where they are printed side by side. */
  readonly parts: PlannedParts;
  /** In which order their sections are printed. */
  readonly order: Order;
  /** How far the nozzle may go down between what is higher, colour by colour, mm. */
  readonly dipMm: number;
  /** Layers whose parts are printed in an order of the person's own. */
  readonly layerOrders: readonly LayerOrder[];
  /** As one file, or as several that follow each other. */
  readonly delivery: Delivery;
  /** What the printer homes between the files of a delivery. */
  readonly home: Home;
  /** Leave out the purge block that the file prints beside its parts. */
  readonly withoutPurgeBlock: boolean;
  /** Stops of the file that stand for a change of filament, and the part behind each. */
  readonly stretches: readonly Stretch[];
  /** Lines of stops that the file has itself and that are taken out of the output. */
  readonly takenOut: readonly number[];
  /** The habit of one more layer of the old colour: each swap is printed one layer later. */
  readonly extraLayer: boolean;
  /** Layers of the steps that the person does not want to hear of again. */
  readonly ignoredSteps: readonly number[];
  /** What a swap takes of the person's time, s. */
  readonly handSeconds: number;
  /** When printing begins, local time as `2026-04-05T18:30`; null means now. */
  readonly startAt: string | null;
  /** The printer that it is for; null for an ordinary one. */
  readonly printerId: string | null;
  /** How the printer is stopped; null for what its profile says. */
  readonly recipe: Recipe | null;
  readonly stopAt: StopPlace;
  /** Ask for the first filament before layer 1. */
  readonly loadFirst: boolean;
  /** Put a band's own temperature, fan, flow and speed in place of those that the file sets in it. */
  readonly rewrite: boolean;
  /** Add the time of the swaps to the times left that the file shows. */
  readonly addToRemaining: boolean;
  /** What the person has found to purge between two filaments. */
  readonly purges: readonly OwnPurge[];
  /** Checks that the person has marked as known, each with a note. */
  readonly known: readonly KnownCheck[];
  /** Name of the file to write: see `output/fileName`. */
  readonly namePattern: string;
}

/** What a plan is until the person says otherwise; the short list of the command line begins alike. */
export const PLAN_DEFAULTS = {
  order: 'as-sliced',
  dipMm: 0.6,
  layerOrders: [],
  delivery: 'one-file',
  home: 'nothing',
  withoutPurgeBlock: false,
  stretches: [],
  extraLayer: false,
  handSeconds: SWAP_SECONDS.hands,
  startAt: null,
  printerId: null,
  recipe: null,
  stopAt: 'restart',
  loadFirst: false,
  rewrite: false,
  addToRemaining: false,
  purges: [],
  known: [],
  namePattern: '{job}-{swaps}',
} as const;

/** A plan without swaps. */
export function emptyPlan(
  fingerprint: string,
  firstLetter: string = STARTING_PALETTE[0].letter,
): JobPlan {
  return {
    version: 8,
    fingerprint,
    palette: STARTING_PALETTE,
    parts: [wholePart(firstLetter)],
    takenOut: [],
    ignoredSteps: [],
    ...PLAN_DEFAULTS,
  };
}

/** The filament with a letter; throws when the plan does not hold it, which the schema rules out. */
export function filamentOf(plan: JobPlan, letter: string): PaletteFilament {
  const filament = plan.palette.find((one) => one.letter === letter);
  if (!filament) throw new Error(`No filament ${letter} in the plan's palette`);
  return filament;
}

/** Marks checks as known, with a note; null takes that back. */
export function withKnown(plan: JobPlan, ids: readonly string[], note: string | null): JobPlan {
  const others = plan.known.filter(({ id }) => !ids.includes(id));
  if (note === null) return { ...plan, known: others };
  const known = [...new Set(ids)].map((id) => ({ id, note: note.slice(0, 200) }));
  return { ...plan, known: [...others, ...known] };
}
