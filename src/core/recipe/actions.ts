import { FINE, ROUNDING } from '../tolerances';
import type { MachineState } from '../gcode/machine';
import { pauseText } from './message';
import { reachOf, type Brush, type Printer } from '../printer/printer';
import { namedCommands } from '../gcode/namedSettings';
import { slotCommands } from '../gcode/settingSlots';
import {
  CHANGE_LETTERS,
  numbersOf,
  type ChangeParameters,
  type Recipe,
  type RecipeNumbers,
} from './recipe';
import { SETTING_NAMES, settingValues, type BandSettings } from './settings';

/** One thing that happens at a swap. Lengths of filament and heights in mm, temperatures in °C. */
export type SwapAction =
  | { readonly kind: 'own'; readonly commands: readonly string[] }
  | { readonly kind: 'message'; readonly text: string }
  | {
      readonly kind: 'beep';
      readonly times: number;
      readonly hz: number;
      readonly ms: number;
    }
  | {
      readonly kind: 'change';
      readonly command: string;
      readonly parameters: readonly (readonly [letter: string, value: number])[];
    }
  | { readonly kind: 'pause'; readonly command: string; readonly text: string | null }
  | { readonly kind: 'wait'; readonly command: string; readonly seconds: number }
  /** The modes that a swap's own moves are written in; `unseen` after a script that nobody can see. */
  | { readonly kind: 'note-state'; readonly unseen: boolean }
  /** The same modes said again, whatever holds. */
  | { readonly kind: 'say-modes' }
  | { readonly kind: 'retract'; readonly mm: number }
  | { readonly kind: 'lift'; readonly z: number }
  | { readonly kind: 'lift-by'; readonly mm: number }
  | { readonly kind: 'filament-mode'; readonly relative: boolean }
  | { readonly kind: 'park'; readonly x: number; readonly y: number }
  | { readonly kind: 'keep-motors' }
  | { readonly kind: 'release-extruder' }
  | { readonly kind: 'standby'; readonly celsius: number }
  | { readonly kind: 'reheat'; readonly celsius: number }
  | { readonly kind: 'firmware-retract'; readonly retracts: boolean }
  | { readonly kind: 'unload'; readonly mm: number }
  | { readonly kind: 'load'; readonly mm: number }
  | { readonly kind: 'purge'; readonly mm: number }
  | { readonly kind: 'retract-parked'; readonly mm: number }
  | {
      readonly kind: 'scrub';
      readonly brush: Brush;
      readonly strokes: number;
      readonly backTo: number;
    }
  | { readonly kind: 'return'; readonly x: number; readonly y: number }
  | { readonly kind: 'lower'; readonly z: number }
  /** Limits and other settings of the firmware, as commands. */
  | { readonly kind: 'firmware-settings'; readonly commands: readonly string[] }
  | { readonly kind: 'bed'; readonly celsius: number; readonly waits: boolean }
  | { readonly kind: 'home'; readonly all: boolean }
  | { readonly kind: 'un-retract'; readonly mm: number }
  | {
      readonly kind: 'restore';
      readonly state: MachineState;
      readonly unseen: boolean;
      /** The extruder ends at another number than it began at. */
      readonly movesE: boolean;
    }
  /** Says again how filament counts, since some firmwares lose it. */
  | { readonly kind: 'filament-modes'; readonly modes: number }
  | {
      readonly kind: 'set';
      readonly what: keyof BandSettings;
      /** The command's `S`: °C, 0 to 255, or percent. */
      readonly value: number;
      readonly waits: boolean;
    };

/** Where a swap stands, and which one it is. */
export interface SwapMoment {
  /** State of the printer that it has to leave behind, but for its settings: as the input has it there. */
  readonly state: MachineState;
  /** State in which it begins, where the output goes on at another place than it has come from; else null. */
  readonly from: MachineState | null;
  /** Height of the tallest thing printed by then, mm. */
  readonly printedTop: number;
  /** What the display says. */
  readonly message: string;
  /** Values of the coming band, and of the band before. */
  readonly settings: BandSettings;
  readonly settingsBefore: BandSettings;
  /** Filament to purge at this swap, mm; null for the recipe's. */
  readonly purge: number | null;
}

/** What happens at a swap, in order. */
export function actionsOf(recipe: Recipe, printer: Printer, moment: SwapMoment): SwapAction[] {
  const own = (commands: readonly string[]): SwapAction[] =>
    commands.length === 0 ? [] : [{ kind: 'own', commands: commands.map(asPrintersRead) }];
  const stop = moment.from
    ? stopOnTravel(recipe, printer, { ...moment, from: moment.from })
    : stopOf(recipe, printer, moment);
  const actions = [
    ...own(recipe.before),
    ...callsOf(recipe, moment),
    ...withSets(stop, setActions(recipe, moment)),
    ...own(recipe.after),
  ];
  // Whoever comes last says how filament counts, since some firmwares lose it.
  if (actions.at(-1)?.kind === 'restore') return actions;
  return [...actions, { kind: 'filament-modes', modes: moment.state.modes }];
}

/** What a band wants is set before everything else is put back, so that the modes come last. */
function withSets(stop: readonly SwapAction[], sets: readonly SwapAction[]): SwapAction[] {
  const restores = stop.at(-1)?.kind === 'restore' ? 1 : 0;
  const end = stop.length - restores;
  return [...stop.slice(0, end), ...sets, ...stop.slice(end)];
}

/** Tones of an advance warning. */
export function warningActions(recipe: Recipe, tones: number, state: MachineState): SwapAction[] {
  return [
    { kind: 'beep', times: tones, hz: recipe.toneHz, ms: recipe.toneMs },
    { kind: 'filament-modes', modes: state.modes },
  ];
}

/** Commands that carry a text, which stays as it is. */
const WITH_TEXT = /^M(0|1|117)\b/i;

/** A line of a person's own in capitals: many printers do not know small letters. */
function asPrintersRead(line: string): string {
  if (!/^[a-z]\d/i.test(line)) return line;
  const [command] = line.split(/[\s;]/, 1);
  if (WITH_TEXT.test(line)) return command.toUpperCase() + line.slice(command.length);
  const [code, ...comment] = line.split(';');
  return [code.toUpperCase(), ...comment].join(';');
}

function callsOf(recipe: Recipe, moment: SwapMoment): SwapAction[] {
  const beep: SwapAction[] =
    recipe.beeps > 0
      ? [{ kind: 'beep', times: recipe.beeps, hz: recipe.toneHz, ms: recipe.toneMs }]
      : [];
  // A spelled-out swap calls when the head has parked; the call is placed there.
  if (recipe.kind === 'spelled-out') return [];
  return recipe.message ? [{ kind: 'message', text: moment.message }, ...beep] : beep;
}

function stopOf(recipe: Recipe, printer: Printer, moment: SwapMoment): SwapAction[] {
  switch (recipe.kind) {
    case 'change-command':
      return [
        {
          kind: 'change',
          command: recipe.command,
          parameters: changeParameters(recipe, moment),
        },
      ];
    case 'pause-command': {
      const takesText = /^M[01]$/i.test(recipe.command);
      return [
        {
          kind: 'pause',
          command: recipe.command,
          text: takesText ? pauseText(moment.message) : null,
        },
      ];
    }
    case 'host-scripts':
      return [
        { kind: 'pause', command: recipe.command, text: null },
        { kind: 'note-state', unseen: true },
        { kind: 'return', x: moment.state.x, y: moment.state.y },
        { kind: 'lower', z: moment.state.z },
        { kind: 'restore', state: moment.state, unseen: true, movesE: true },
      ];
    case 'beep-only':
      return [];
    case 'spelled-out':
      return spelledOut(recipe, printer, moment);
  }
}

/** Parameters of a change command, in the order in which people write them. */
function changeParameters(
  recipe: Recipe,
  { state, settings }: SwapMoment,
): readonly (readonly [string, number])[] {
  const target = settings.nozzle ?? state.nozzleTarget;
  const R = recipe.resumeTemperature && target > 0 ? { R: target } : {};
  const given: ChangeParameters = { ...recipe.change, ...R };
  return CHANGE_LETTERS.flatMap((letter) => {
    const value = given[letter];
    return value === undefined ? [] : [[letter, value] as const];
  });
}

/** Least height at which a strand of purged filament has room to fall, mm. */
export const PURGE_HEIGHT = 20;
/** Least room above the print that a head may cross it with, mm. */
export const LEAST_CLEARANCE = 1;

/** Height to which a spelled-out swap lifts: as asked, with room for a strand, and inside the machine. */
export function liftHeight(lift: number, printer: Printer, moment: SwapMoment): number {
  const { state, from } = moment;
  const base = Math.max(moment.printedTop, state.z, from?.z ?? 0);
  const wanted = Math.max(base + lift, PURGE_HEIGHT);
  return Math.max(state.z, from?.z ?? 0, Math.min(wanted, reachOf(printer).maxZ));
}

function spelledOut(recipe: Recipe, printer: Printer, moment: SwapMoment): SwapAction[] {
  const { state } = moment;
  const from = moment.from ?? state;
  const numbers = numbersOf(recipe, printer);
  const z = liftHeight(numbers.lift, printer, moment);
  // Filament that firmware retraction holds back needs no retraction of our own.
  const retract = from.firmwareRetracted ? 0 : numbers.retract;
  const purge = moment.purge ?? numbers.purge;
  const held = from.retracted + retract;
  // What is to be retracted where it goes on, besides what is un-retracted there.
  const kept = state.retracted + retract;
  const moves = numbers.unload + numbers.load + purge > 0;
  // Unloaded by the printer and loaded by hand, filament is at the tip when the printer goes on.
  const byHand = isFedByHand(numbers);
  const missing = byHand ? 0 : Math.max(0, held + numbers.unload - numbers.load);
  const purged = moves ? missing + purge : 0;
  const target = moment.settings.nozzle ?? state.nozzleTarget;
  const netE = moves ? numbers.load + purged - numbers.unload - kept : 0;
  const unretract = moves ? retract : held - state.retracted;
  const list: (SwapAction | false)[] = [
    { kind: 'note-state', unseen: false },
    retract > 0 && { kind: 'retract', mm: retract },
    { kind: 'lift', z },
    { kind: 'park', ...numbers.park },
    recipe.keepMotors && { kind: 'keep-motors' },
    from.firmwareRetracted &&
      (moves || !state.firmwareRetracted) && { kind: 'firmware-retract', retracts: false },
    numbers.unload > 0 && { kind: 'unload', mm: numbers.unload },
    recipe.releaseExtruder && { kind: 'release-extruder' },
    recipe.standby !== null && { kind: 'standby', celsius: recipe.standby },
    recipe.message && { kind: 'message', text: moment.message },
    recipe.beeps > 0 && {
      kind: 'beep',
      times: recipe.beeps,
      hz: recipe.toneHz,
      ms: recipe.toneMs,
    },
    { kind: 'wait', command: recipe.command, seconds: recipe.waitSeconds },
    target > 0 && { kind: 'reheat', celsius: target },
    numbers.load > 0 && { kind: 'load', mm: numbers.load },
    ...(purged > 0 ? scrubFirstActions(recipe, printer, z) : []),
    // What was retracted is un-retracted first, and the rest comes out.
    purged > 0 && { kind: 'purge', mm: purged },
    moves && kept > 0 && { kind: 'retract-parked', mm: kept },
    state.firmwareRetracted &&
      (moves || !from.firmwareRetracted) && { kind: 'firmware-retract', retracts: true },
    ...scrubActions(recipe, printer, z),
    { kind: 'return', x: state.x, y: state.y },
    { kind: 'lower', z: state.z },
    ...retractionActions(unretract),
    {
      kind: 'restore',
      state,
      unseen: false,
      movesE: moment.from !== null || Math.abs(netE) > FINE,
    },
  ];
  return list.filter((one): one is SwapAction => one !== false);
}

/** Draws the nozzle over the brush, where the printer has one. */
export function scrubActions(
  { scrub, strokes }: Pick<Recipe, 'scrub' | 'strokes'>,
  { brush }: Pick<Printer, 'brush'>,
  z: number,
): SwapAction[] {
  return scrub && brush !== null ? [{ kind: 'scrub', brush, strokes, backTo: z }] : [];
}

/** The same before clearing, and back to the place for waiting. */
export function scrubFirstActions(recipe: Recipe, printer: Printer, z: number): SwapAction[] {
  const scrub = recipe.scrubFirst ? scrubActions(recipe, printer, z) : [];
  return scrub.length === 0 ? [] : [...scrub, { kind: 'park', ...numbersOf(recipe, printer).park }];
}

/** A moment whose block begins in another state than it leaves behind. */
type MomentOnTravel = SwapMoment & { readonly from: MachineState };

/** A stop where the output goes on at another place, or with the filament otherwise than the file has it. */
function stopOnTravel(recipe: Recipe, printer: Printer, moment: MomentOnTravel): SwapAction[] {
  const { state, from } = moment;
  const other = firmwareActions(moment);
  if (recipe.kind === 'spelled-out') return withSets(spelledOut(recipe, printer, moment), other);
  const stop = stopOf(recipe, printer, moment);
  const unretract = retractionActions(from.retracted - state.retracted);
  if (recipe.kind === 'host-scripts') {
    // What a script does to the filament's count is not known, so it is moved before.
    const moved: SwapAction[] =
      unretract.length > 0 ? [{ kind: 'note-state', unseen: false }, ...unretract] : [];
    return withSets([...moved, ...stop], other);
  }
  const stays = from.x === state.x && from.y === state.y && from.z === state.z;
  if (!stays) return detourOf(recipe, printer, moment, stop);
  const same = unretract.length === 0 && from.firmwareRetracted === state.firmwareRetracted;
  if (same) return [...stop, ...other];
  return [...stop, { kind: 'note-state', unseen: false }, ...unretract, ...other, restored(state)];
}

/** The way to another place of the output without a swap: see {@link detourOf}. */
export function hopActions(recipe: Recipe, printer: Printer, moment: SwapMoment): SwapAction[] {
  const { state } = moment;
  const from = moment.from ?? state;
  const sets = setActions(recipe, moment, false);
  const stays = from.x === state.x && from.y === state.y && from.z === state.z;
  const momentOnTravel = { ...moment, from };
  if (!stays) return withSets(detourOf(recipe, printer, momentOnTravel, []), sets);
  return [
    { kind: 'note-state', unseen: false },
    ...retractionActions(from.retracted - state.retracted),
    ...sets,
    ...firmwareActions(momentOnTravel),
    restored(state),
  ];
}

/** Retracts, lifts above all that is printed, does what is to be done, and comes down over the new place. */
function detourOf(
  recipe: Recipe,
  printer: Printer,
  moment: MomentOnTravel,
  stop: readonly SwapAction[],
): SwapAction[] {
  const { state, from, printedTop } = moment;
  const byFirmware = from.firmwareRetracted || state.firmwareRetracted;
  const most = Math.max(numbersOf(recipe, printer).retract, state.retracted);
  const retract = byFirmware ? 0 : Math.max(0, most - from.retracted);
  const z = Math.max(printedTop, state.z, from.z) + LEAST_CLEARANCE;
  return [
    { kind: 'note-state', unseen: false },
    ...retractionActions(-retract),
    ...(state.firmwareRetracted && !from.firmwareRetracted ? [firmwareRetract(true)] : []),
    { kind: 'lift', z },
    ...stop,
    // A firmware's own change may come back in modes of its own.
    ...(stop.length > 0 ? [{ kind: 'say-modes' } as const] : []),
    { kind: 'return', x: state.x, y: state.y },
    { kind: 'lower', z: state.z },
    ...(from.firmwareRetracted && !state.firmwareRetracted ? [firmwareRetract(false)] : []),
    ...retractionActions(from.retracted + retract - state.retracted),
    ...firmwareActions(moment),
    restored(state),
  ];
}

function firmwareRetract(retracts: boolean): SwapAction {
  return { kind: 'firmware-retract', retracts };
}

function restored(state: MachineState): SwapAction {
  return { kind: 'restore', state, unseen: false, movesE: true };
}

/** The commands that lead from the firmware's settings of one state to those of another. */
export function firmwareCommands(from: MachineState, to: MachineState): string[] {
  return [...slotCommands(from.settings, to.settings), ...namedCommands(from.named, to.named)];
}

/** Limits, the bed and other settings of the firmware, where they are not as the place wants them. */
function firmwareActions({ state, from }: MomentOnTravel): SwapAction[] {
  const commands = firmwareCommands(from, state);
  return [
    ...(commands.length > 0 ? [{ kind: 'firmware-settings', commands } as const] : []),
    ...(from.bedTarget !== state.bedTarget && state.bedTarget > 0
      ? [{ kind: 'bed', celsius: state.bedTarget, waits: false } as const]
      : []),
  ];
}

/** The printer pulls the old filament out, and the person pushes the new one in up to the tip. */
export function isFedByHand({ unload, load }: Pick<RecipeNumbers, 'unload' | 'load'>): boolean {
  return unload > 0 && load === 0;
}

/** Filament that is un-retracted by a length, or retracted when it is below 0. */
export function retractionActions(mm: number): SwapAction[] {
  if (Math.abs(mm) < FINE) return [];
  return [mm > 0 ? { kind: 'un-retract', mm } : { kind: 'retract', mm: -mm }];
}

/**
 * What changes for the coming band, and what goes back to the file's own after the band before.
 * @param reheats the nozzle is waited for anyway.
 */
function setActions(
  recipe: Pick<Recipe, 'kind'>,
  { settings, settingsBefore, state, from }: SwapMoment,
  reheats = recipe.kind === 'spelled-out',
): SwapAction[] {
  const values = settingValues(settings, state);
  const before = from && settingValues(settingsBefore, from);
  return SETTING_NAMES.flatMap((what): SwapAction[] => {
    const differs = before !== null && Math.abs(before[what] - values[what]) > ROUNDING;
    if (settings[what] === null && settingsBefore[what] === null && !differs) return [];
    if (what === 'nozzle' && (reheats || values.nozzle <= 0)) return [];
    return [{ kind: 'set', what, value: values[what], waits: recipe.kind !== 'beep-only' }];
  });
}
