import type { BlockTitle } from '../blocks/blocks';
import type { MachineState } from '../gcode/machine';
import type { Printer } from '../printer/printer';
import { ownStopWord } from '../printer/stopKinds';
import { actionsOf, hopActions, type SwapAction, type SwapMoment } from '../recipe/actions';
import { handOverActions, takeUpActions } from '../recipe/betweenFiles';
import { loadMessage, swapMessage } from '../recipe/message';
import type { Recipe } from '../recipe/recipe';
import { NO_SETTINGS } from '../recipe/settings';
import type { PrintedPart } from '../blocks/printedParts';
import { printedParts } from '../plan/printedParts';
import type { OutputRequest } from './request/request';
import type { Seam } from './seams/seams';
import type { StatesOfSeam } from './seams/seamStates';

/** What stands at a seam: its title, what happens, and in which moment of the print. */
export interface StandingBlock {
  readonly title: BlockTitle;
  readonly actions: readonly SwapAction[];
  readonly moment: SwapMoment;
  /** How much higher than what follows other things may stand beside it, mm; 0 for nothing. */
  readonly dipMm: number;
  /** The parts that print in its filament, where one is loaded. */
  readonly prints: readonly PrintedPart[];
}

/**
 * What stands at a seam of one file: a swap, the stop for the first filament, or the travel to what follows.
 * @param numbers of a swap among the swaps.
 */
export function standsAt(
  { recipe, printer, loadFirst, arrangement }: OutputRequest,
  seam: Seam,
  { from, to }: StatesOfSeam,
  numbers: Pick<BlockTitle, 'index' | 'count'>,
): StandingBlock {
  const isLoad = seam.before === null && loadFirst !== null;
  const kind = seam.swaps ? 'swap' : isLoad ? 'load' : 'hop';
  const title = titleOf(seam, kind, kind === 'swap' ? numbers : { index: 1, count: 1 });
  const moment = momentAt(printer, seam, title, from, to);
  const actions =
    kind === 'hop' ? hopActions(recipe, printer, moment) : actionsOf(recipe, printer, moment);
  const prints = kind === 'hop' ? [] : partsOf(seam, arrangement);
  return { title, actions, moment, dipMm: arrangement.dipMm, prints };
}

/** The end of a file and the beginning of the next one, between which a person loads the filament. */
export function betweenFiles(
  { recipe, printer, arrangement }: OutputRequest,
  seam: Seam,
  { from, to }: StatesOfSeam,
): { readonly handOver: StandingBlock; readonly takeUp: StandingBlock } {
  const { opens, home, dipMm } = arrangement;
  const count = opens.length + 1;
  const index = opens.indexOf(seam.place) + 1;
  const title = titleOf(seam, 'hop', { index: 1, count: 1 });
  const ended = { ...momentAt(printer, seam, title, from, from), from: null };
  const handOver = handOverActions(recipe, printer, ended);
  const waiting = { ...from, ...waitingPlace(handOver, from) };
  const moment = { ...momentAt(printer, seam, title, waiting, to), from: waiting };
  const takeUp = takeUpActions(recipe, printer, moment, home);
  return {
    handOver: {
      title: { ...title, kind: 'handover', index, count },
      actions: handOver,
      moment: { ...ended, settings: NO_SETTINGS },
      dipMm: 0,
      prints: [],
    },
    takeUp: {
      title: { ...title, kind: 'takeup', index: index + 1, count },
      actions: takeUp,
      moment,
      dipMm,
      prints: partsOf(seam, arrangement),
    },
  };
}

/** The parts that print from a seam on until another filament comes. */
function partsOf(
  { planned }: Seam,
  { visits }: OutputRequest['arrangement'],
): readonly PrintedPart[] {
  return printedParts(visits)[visits.indexOf(planned.visit)] ?? [];
}

/** Where the head waits between two files, and how far the filament is retracted by then. */
function waitingPlace(
  actions: readonly SwapAction[],
  from: MachineState,
): Pick<MachineState, 'x' | 'y' | 'z' | 'retracted'> {
  let { x, y, z, retracted } = from;
  for (const action of actions) {
    if (action.kind === 'park') ({ x, y } = action);
    if (action.kind === 'lift') ({ z } = action);
    if (action.kind === 'retract') retracted += action.mm;
  }
  return { x, y, z, retracted };
}

function titleOf(
  { section, inside, planned }: Seam,
  kind: BlockTitle['kind'],
  numbers: Pick<BlockTitle, 'index' | 'count'>,
): BlockTitle {
  return { kind, ...numbers, layer: section.layer, inside, filament: planned.visit.filament };
}

/** The macro that a block stops by, when only its printer knows it. */
export function stopWordOf({ kind }: BlockTitle, { command }: Recipe): string | null {
  return kind === 'hop' ? null : ownStopWord(command);
}

/**
 * Where a seam's block stands, and what it is about.
 * @param from and `to`: the states in which it begins and ends.
 */
export function momentAt(
  { displayCharacters }: Pick<Printer, 'displayCharacters'>,
  { planned, before, printedTop, follows }: Seam,
  { kind, index, count, filament }: BlockTitle,
  from: MachineState,
  to: MachineState,
): SwapMoment {
  const isAsIs = follows && kind !== 'hop' && isSameState(from, to);
  return {
    state: to,
    from: isAsIs ? null : from,
    printedTop,
    message:
      kind === 'load'
        ? loadMessage(filament, displayCharacters)
        : swapMessage({ index, count, filament }, displayCharacters),
    settings: planned.settings,
    settingsBefore: before?.settings ?? NO_SETTINGS,
    purge: kind === 'load' ? null : planned.visit.purge,
  };
}

function isSameState(from: MachineState, to: MachineState): boolean {
  return from.retracted === to.retracted && from.nozzleTarget === to.nozzleTarget;
}
