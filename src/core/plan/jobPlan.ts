import { isBeforeLayer, type FoundStop } from '../gcode/stops';
import { layerNumber, type LayerNumber } from '../gcode/layers';
import type { OwnPurge } from '../filament/purgeTable';
import { STARTING_PALETTE, type PaletteFilament } from '../filament/palette';
import type { Order } from '../order/ordering';
import type { Home } from '../recipe/betweenFiles';
import type { Delivery } from './arrangement';
import { printedSwapsOf, type PlannedPart, type Stretch } from './parts';
import type { PlannedSwap } from './plannedSwap';
import { SWAP_SECONDS } from './time';
import type { StopPlace } from './stopPlace';
import type { Recipe } from '../recipe/recipe';

/** A check that a person lets be. */
export interface KnownCheck {
  readonly id: string;
  readonly note: string;
}

/** The order of the parts in one layer, by their keys. */
export interface LayerOrder {
  readonly layer: LayerNumber;
  readonly parts: readonly string[];
}

/** The plan of one job: what is loaded first, and each swap in the order of printing. */
export interface JobPlan {
  readonly version: 7;
  /** SHA-256 of the G-code that it was made for. */
  readonly fingerprint: string;
  readonly palette: readonly PaletteFilament[];
  readonly firstLetter: string;
  readonly swaps: readonly PlannedSwap[];
  /** Parts that are printed side by side, each with a filament; none for a print in colours by height. */
  readonly parts: readonly PlannedPart[];
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
  /** Checks that the person has looked at and lets be, each with a note. */
  readonly known: readonly KnownCheck[];
  /** Name of the file to write: see `output/fileName`. */
  readonly namePattern: string;
}

/** What a plan is until the person says otherwise; the short list of the command line begins alike. */
export const PLAN_DEFAULTS = {
  parts: [],
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
    version: 7,
    fingerprint,
    palette: STARTING_PALETTE,
    firstLetter,
    swaps: [],
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

/**
 * The swaps as they come out in print, lowest first. With the extra layer each comes one layer
 * later; one before the last layer has no room and stays. Of two that meet, the later colour counts.
 * One before layer 1 changes nothing and is left out.
 */
export function printedSwaps(plan: JobPlan, layerCount: number): PlannedSwap[] {
  return printedSwapsOf(plan.swaps, plan.extraLayer, layerCount);
}

/** The letter that prints `layer` of a print with `layerCount` layers. */
export function letterAt(plan: JobPlan, layer: number, layerCount: number): string {
  const start = printedSwaps(plan, layerCount).findLast((swap) => swap.layer <= layer);
  return start?.letter ?? plan.firstLetter;
}

/** The letter of the band that holds `layer`, by the layers that the plan names. */
function plannedLetter(plan: JobPlan, layer: number): string {
  return plan.swaps.findLast((swap) => swap.layer <= layer)?.letter ?? plan.firstLetter;
}

/** A letter for a new swap before `layer`: the first one unused, or else the next after its neighbours. */
function freshLetter(plan: JobPlan, layer: LayerNumber): string {
  const used = new Set([plan.firstLetter, ...plan.swaps.map((swap) => swap.letter)]);
  const below = plannedLetter(plan, layer);
  const unused = plan.palette.find(({ letter }) => !used.has(letter));
  const other = plan.palette.find(({ letter }) => letter !== below);
  return (unused ?? other ?? plan.palette[0]).letter;
}

/** Adds a swap before `layer` in a colour not yet used; the plan as it is when one is there already. */
export function withSwap(plan: JobPlan, layer: LayerNumber): JobPlan {
  if (layer < 2 || plan.swaps.some((swap) => swap.layer === layer)) return plan;
  const swaps = [...plan.swaps, { layer, letter: freshLetter(plan, layer) }];
  return { ...plan, swaps: swaps.sort((a, b) => a.layer - b.layer) };
}

export function withoutSwap(plan: JobPlan, layer: LayerNumber): JobPlan {
  return { ...plan, swaps: plan.swaps.filter((swap) => swap.layer !== layer) };
}

/** Moves a swap to another layer; the plan as it is when that layer is taken or does not exist. */
export function withMovedSwap(
  plan: JobPlan,
  from: LayerNumber,
  to: LayerNumber,
  layerCount: number,
): JobPlan {
  const taken = plan.swaps.some((swap) => swap.layer === to);
  if (taken || to < 2 || to > layerCount) return plan;
  const swaps = plan.swaps.map((swap) => (swap.layer === from ? { ...swap, layer: to } : swap));
  return { ...plan, swaps: swaps.sort((a, b) => a.layer - b.layer) };
}

/** Gives the band that prints `layer` another filament. */
export function withLetterAt(
  plan: JobPlan,
  layer: number,
  letter: string,
  layerCount: number,
): JobPlan {
  const start = printedSwaps(plan, layerCount).findLast((swap) => swap.layer <= layer);
  if (!start) return { ...plan, firstLetter: letter };
  const swaps = plan.swaps.map((swap) =>
    swap.layer === start.chosen ? { ...swap, letter } : swap,
  );
  return { ...plan, swaps };
}

/** Says what a swap sets and pushes through; what is left out is the file's and the recipe's own. */
export function withWishes(
  plan: JobPlan,
  layer: LayerNumber,
  { settings, purge }: Pick<PlannedSwap, 'settings' | 'purge'>,
): JobPlan {
  const swaps = plan.swaps.map((swap): PlannedSwap =>
    swap.layer === layer
      ? {
          layer,
          letter: swap.letter,
          ...(settings && { settings }),
          ...(purge !== undefined && { purge }),
        }
      : swap,
  );
  return { ...plan, swaps };
}

/** Lets a check be, with a note; null takes that back. */
export function withKnown(plan: JobPlan, id: string, note: string | null): JobPlan {
  const others = plan.known.filter((one) => one.id !== id);
  return { ...plan, known: note === null ? others : [...others, { id, note: note.slice(0, 200) }] };
}

/** What becomes of a stop that the file has itself. */
export type StopAnswer = 'keep' | 'take-over' | 'remove';

/** How a stop of the file is answered in a plan: taken over means a swap in its place. */
export function stopAnswer(plan: JobPlan, stop: FoundStop): StopAnswer {
  if (!plan.takenOut.includes(stop.line)) return 'keep';
  const isSwap = canTakeOver(stop) && plan.swaps.some((swap) => swap.layer === stop.layer);
  return isSwap ? 'take-over' : 'remove';
}

/** Only a stop between two layers can become a swap: one inside a layer belongs to its place. */
export function canTakeOver(stop: FoundStop): boolean {
  return isBeforeLayer(stop) && stop.layer !== null && stop.layer > 1;
}

/** Answers a stop of the file. One that cannot be taken over is taken out only. */
export function withStopAnswer(plan: JobPlan, stop: FoundStop, answer: StopAnswer): JobPlan {
  const others = plan.takenOut.filter((line) => line !== stop.line);
  const before = stopAnswer(plan, stop);
  if (answer === before) return plan;
  const layer = canTakeOver(stop) ? layerNumber(stop.layer ?? 1) : null;
  const cleared = before === 'take-over' && layer ? withoutSwap(plan, layer) : plan;
  if (answer === 'keep') return { ...cleared, takenOut: others };
  const out = { ...cleared, takenOut: [...others, stop.line].sort((a, b) => a - b) };
  return answer === 'take-over' && layer ? withSwap(out, layer) : out;
}
