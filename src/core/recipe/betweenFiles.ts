import type { MachineState } from '../gcode/machine';
import type { Printer } from '../printer/printer';
import {
  firmwareCommands,
  liftHeight,
  retractionActions,
  scrubActions,
  scrubFirstActions,
  type SwapAction,
  type SwapMoment,
} from './actions';
import { numbersOf, type Recipe } from './recipe';
import { SETTING_NAMES, settingValues } from './settings';

/** What a printer homes between two files: nothing where it keeps its place, X and Y, or all axes. */
export const HOMES = ['nothing', 'xy', 'all'] as const;
export type Home = (typeof HOMES)[number];

/**
 * How a file ends that another one follows: the filament retracted, the head lifted and taken to the place
 * for waiting, motors held, and nothing switched off.
 * @param moment where it ends; its state is the one there.
 */
export function handOverActions(
  recipe: Recipe,
  printer: Printer,
  moment: SwapMoment,
): SwapAction[] {
  const { state } = moment;
  const numbers = numbersOf(recipe, printer);
  const retract = state.firmwareRetracted ? 0 : numbers.retract;
  return [
    { kind: 'note-state', unseen: false },
    ...retractionActions(-retract),
    { kind: 'lift', z: liftHeight(numbers.lift, printer, moment) },
    { kind: 'park', ...numbers.park },
    { kind: 'keep-motors' },
    { kind: 'filament-modes', modes: state.modes },
  ];
}

/**
 * How a file begins that follows another one: nothing of its own start block, but its temperatures, a home as
 * the person chose, fresh filament purged at the place for waiting, and the travel down to its first
 * point. The head is lifted before it goes sideways.
 * @param moment the state that the file has at its first point, and the one in which the file before ends.
 */
export function takeUpActions(
  recipe: Recipe,
  printer: Printer,
  moment: SwapMoment & { readonly from: MachineState },
  home: Home,
): SwapAction[] {
  const { state, from, settings } = moment;
  const numbers = numbersOf(recipe, printer);
  const z = Math.max(from.z, liftHeight(numbers.lift, printer, { ...moment, from: null }));
  const retract = from.firmwareRetracted ? 0 : numbers.retract;
  const purge = moment.purge ?? numbers.purge;
  const kept = state.retracted + retract;
  const values = settingValues(settings, state);
  const commands = firmwareCommands(from, state);
  return [
    { kind: 'say-modes' },
    ...(state.bedTarget > 0
      ? [{ kind: 'bed', celsius: state.bedTarget, waits: true } as const]
      : []),
    { kind: 'lift', z },
    ...(home === 'nothing' ? [] : [{ kind: 'home', all: home === 'all' } as const]),
    ...(home === 'all' ? [{ kind: 'lift', z } as const] : []),
    { kind: 'park', ...numbers.park },
    ...(from.firmwareRetracted ? [{ kind: 'firmware-retract', retracts: false } as const] : []),
    ...(values.nozzle > 0 ? [{ kind: 'reheat', celsius: values.nozzle } as const] : []),
    ...scrubFirstActions(recipe, printer, z),
    { kind: 'purge', mm: from.retracted + purge },
    { kind: 'retract-parked', mm: kept },
    ...(state.firmwareRetracted ? [{ kind: 'firmware-retract', retracts: true } as const] : []),
    ...scrubActions(recipe, printer, z),
    { kind: 'return', x: state.x, y: state.y },
    { kind: 'lower', z: state.z },
    ...retractionActions(kept - state.retracted),
    ...(commands.length > 0 ? [{ kind: 'firmware-settings', commands } as const] : []),
    ...SETTING_NAMES.filter((what) => what !== 'nozzle').map((what): SwapAction => {
      return { kind: 'set', what, value: values[what], waits: false };
    }),
    { kind: 'restore', state, unseen: false, movesE: true },
  ];
}
