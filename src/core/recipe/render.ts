import { commandsForModes, Mode, type ModeCode } from '../gcode/extrusionModes';
import { logicalE, type MachineState } from '../gcode/machine';
import type { Firmware } from '../printer/printer';
import { PURGE_SPEED } from '../filament/purge';
import { perMinute } from '../feed';
import type { SwapAction } from './actions';

/** A line of a swap, and what it does, in words. */
export interface RecipeLine {
  readonly command: string;
  readonly words: string;
}

/** Speeds of a swap's own moves, mm/s. */
const SPEED = {
  travel: 100,
  lift: 10,
  retract: 35,
  change: 10,
  purge: PURGE_SPEED,
} as const;
/** Places from the origin, filament from where it is, on every kind of firmware. */
const WORKING_MODES = Mode.own | Mode.follows | Mode.cleared;
/** What may hold after a script that nobody can see, once `G90` has been said. */
const UNSEEN_MODES = [0, Mode.own];

/**
 * The lines of a swap's actions. This is the only place where actions become G-code.
 * @param state that the swap leaves behind; `from`, the one in which it begins.
 */
export function renderActions(
  actions: readonly SwapAction[],
  state: MachineState,
  firmware: Firmware,
  from: MachineState = state,
): RecipeLine[] {
  return actions.flatMap((action) =>
    action.kind === 'note-state'
      ? noteState(from, action.unseen)
      : renderAction(action, state, firmware),
  );
}

/** A number as files write it: no more digits than it has. */
export function digits(value: number): string {
  return String(Number(value.toFixed(5)));
}

/** The word for a feed rate, mm/s. */
function F(feed: number): string {
  return `F${digits(perMinute(feed))}`;
}

function line(command: string, words: string): RecipeLine {
  return { command, words };
}

// eslint-disable-next-line max-lines-per-function -- a table: one case for each action, most of them one line
function renderAction(
  action: Exclude<SwapAction, { kind: 'note-state' }>,
  state: MachineState,
  firmware: Firmware,
): RecipeLine[] {
  // Numbers in the file count from its own origin.
  const X = (x: number): string => `X${digits(x - state.offsetX)}`;
  const Y = (y: number): string => `Y${digits(y - state.offsetY)}`;
  const Z = (z: number): string => `Z${digits(z - state.offsetZ)}`;
  // Where the file gives filament as a volume, so do the swap's own moves.
  const E = (mm: number): string => `E${digits(mm * (state.volumetricArea || 1))}`;
  const push = (mm: number, feed: number, words: string): RecipeLine[] =>
    piecesOf(mm, firmware.longestPushMm).map((piece) =>
      line(`G1 ${E(piece)} ${F(feed)}`, `${words}: ${digits(Math.abs(piece))} mm.`),
    );
  switch (action.kind) {
    case 'own':
      return [
        line(`${OWN_LINES}${action.commands.length}`, 'Your own lines begin.'),
        ...action.commands.map((command) => line(command, 'Your own line.')),
        line(OWN_LINES_END, 'Your own lines end.'),
      ];
    case 'message':
      return [line(`M117 ${action.text}`, 'Shows the next filament on the display.')];
    case 'beep':
      return Array.from({ length: action.times }, () => [
        line(`M300 S${digits(action.hz)} P${digits(action.ms)}`, 'Beeps.'),
        line('M300 S0 P200', 'A short silence.'),
      ]).flat();
    case 'change': {
      const parameters = action.parameters.map(([letter, value]) => ` ${letter}${digits(value)}`);
      return [
        line(
          numberedInCapitals(action.command) + parameters.join(''),
          'Parks, waits for you, and returns: the printer’s own filament change.',
        ),
      ];
    }
    case 'pause':
      return [
        line(
          [numberedInCapitals(action.command), ...(action.text ? [action.text] : [])].join(' '),
          'Stops and waits until you resume.',
        ),
      ];
    case 'wait':
      return [
        /^G4$/i.test(action.command)
          ? line(
              `G4 S${digits(action.seconds)}`,
              `Waits ${action.seconds} s, then continues by itself.`,
            )
          : line(numberedInCapitals(action.command), 'Waits until you resume.'),
      ];
    case 'say-modes':
      return [line('G21', 'Numbers are millimetres.'), modeLine(90), modeLine(83)];
    case 'firmware-settings':
      return action.commands.map((command) =>
        line(command, 'A printer setting, as at that point of the file.'),
      );
    case 'bed':
      return [
        line(
          `${action.waits ? 'M190' : 'M140'} S${digits(action.celsius)}`,
          `Bed at ${digits(action.celsius)} °C${action.waits ? ', and waits for it' : ''}.`,
        ),
      ];
    case 'home':
      return action.all
        ? [line('G28', 'Homes all axes, where nothing is printed.')]
        : [line('G28 X Y', 'Homes X and Y, high above the print.')];
    case 'retract':
      return [line(`G1 ${E(-action.mm)} ${F(SPEED.retract)}`, `Retracts ${digits(action.mm)} mm.`)];
    case 'lift':
      return [line(`G1 ${Z(action.z)} ${F(SPEED.lift)}`, `Lifts to ${digits(action.z)} mm.`)];
    case 'lift-by':
      return [
        line('G91', 'Relative positioning.'),
        line(`G1 Z${digits(action.mm)} ${F(SPEED.lift)}`, `Lifts by ${digits(action.mm)} mm.`),
        line('G90', 'Absolute positioning.'),
        line('M83', 'Relative extrusion, which G90 ends on some printers.'),
      ];
    case 'filament-mode':
      return [modeLine(action.relative ? 83 : 82)];
    case 'park':
      return [
        line(
          `G1 ${X(action.x)} ${Y(action.y)} ${F(SPEED.travel)}`,
          'Travels to the park position.',
        ),
      ];
    case 'keep-motors':
      return firmware.namesMotors
        ? [line('M84 S0', 'Keeps the motors on, however long you take.')]
        : [line('M17', 'Switches the motors on, so that they hold.')];
    case 'release-extruder':
      return [line('M84 E', 'Releases the filament so that you can pull it by hand.')];
    case 'standby':
      return [line(`M104 S${digits(action.celsius)}`, `Waits at ${action.celsius} °C.`)];
    case 'reheat':
      return [
        line(`M109 S${digits(action.celsius)}`, `Heats to ${action.celsius} °C and waits for it.`),
      ];
    case 'firmware-retract':
      return action.retracts
        ? [line('G10', 'Firmware retraction, as before.')]
        : [line('G11', 'Recovers the firmware retraction for the change.')];
    case 'unload':
      return push(-action.mm, SPEED.change, 'Unloads the old filament');
    case 'load':
      return push(action.mm, SPEED.change, 'Loads the new filament');
    case 'purge':
      return push(action.mm, SPEED.purge, 'Purges until the old colour is gone');
    case 'retract-parked':
      return [
        line(
          `G1 ${E(-action.mm)} ${F(SPEED.retract)}`,
          `Retracts ${digits(action.mm)} mm so that nothing drips.`,
        ),
      ];
    case 'scrub': {
      const { x, y, z, length } = action.brush;
      const stroke = (to: number): RecipeLine =>
        line(`G1 ${X(to)} ${F(SPEED.travel)}`, 'Wipes the nozzle on the brush.');
      return [
        line(`G1 ${X(x)} ${Y(y)} ${F(SPEED.travel)}`, 'Travels to the brush.'),
        line(`G1 ${Z(z)} ${F(SPEED.lift)}`, 'Lowers to it.'),
        ...Array.from({ length: action.strokes }, (_, i) => stroke(i % 2 === 0 ? x + length : x)),
        line(`G1 ${Z(action.backTo)} ${F(SPEED.lift)}`, 'Lifts again.'),
      ];
    }
    case 'return':
      return [
        line(
          `G1 ${X(action.x)} ${Y(action.y)} ${F(SPEED.travel)}`,
          'Travels back over the restart point.',
        ),
      ];
    case 'lower':
      return [line(`G1 ${Z(action.z)} ${F(SPEED.lift)}`, 'Lowers to it.')];
    case 'un-retract':
      return [
        line(`G1 ${E(action.mm)} ${F(SPEED.retract)}`, `Recovers the ${digits(action.mm)} mm.`),
      ];
    case 'restore':
      return restore(action, state);
    case 'filament-modes':
      return commandsForModes(action.modes, [action.modes]).map(modeLine);
    case 'set':
      return [settingLine(action)];
  }
}

/** Marks round a person's own lines, with how many they are. */
export const OWN_LINES = '; lamella: own lines ';
export const OWN_LINES_END = '; lamella: end of own lines';
/** The same round words of the file that stand on a travel which is led over. */
export const FILE_LINES = '; lamella: lines of the file ';
export const FILE_LINES_END = '; lamella: end of lines of the file';

/** Words of the file that nobody follows, which go with their section. */
export function fileLines(words: readonly string[]): RecipeLine[] {
  if (words.length === 0) return [];
  return [
    line(`${FILE_LINES}${words.length}`, 'Begin of the file’s settings up to here.'),
    ...words.map((word) => line(word, 'As in the file.')),
    line(FILE_LINES_END, 'End of the file’s settings.'),
  ];
}

/** A command with a number in capitals; the name of a macro stays as its owner writes it. */
function numberedInCapitals(command: string): string {
  return /^[a-z]\d+$/i.test(command) ? command.toUpperCase() : command;
}

const MODE_WORDS: Readonly<Record<ModeCode, string>> = {
  82: 'Absolute extrusion.',
  83: 'Relative extrusion.',
  90: 'Absolute positioning.',
  91: 'Relative positioning.',
};

function modeLine(code: ModeCode): RecipeLine {
  return line(`${code < 90 ? 'M' : 'G'}${code}`, MODE_WORDS[code]);
}

/** Modes in which a swap's own moves are written: mm, absolute places, relative filament. */
function noteState(state: MachineState, unseen: boolean): RecipeLine[] {
  if (unseen) return [line('G21', 'Numbers are millimetres.'), modeLine(90)];
  const modes = state.modes === WORKING_MODES ? [] : commandsForModes(WORKING_MODES, [state.modes]);
  const inches = state.unit === 1 ? [] : [line('G21', 'Numbers are millimetres.')];
  return [...inches, ...modes.map(modeLine)];
}

/** A length of filament in pieces that come to the whole, none longer than `longest`, mm. */
function piecesOf(mm: number, longest: number): number[] {
  const count = Math.ceil(Math.abs(mm) / longest);
  const each = Number((mm / count).toFixed(5));
  // The last piece takes what rounding left.
  return Array.from({ length: count }, (_, i) => (i < count - 1 ? each : mm - each * (count - 1)));
}

/** Everything back as the file has it: extruder number, feed, units, modes. */
function restore(
  { state, unseen, movesE }: Extract<SwapAction, { kind: 'restore' }>,
  at: MachineState,
): RecipeLine[] {
  // An absolute extruder number, given while M83 holds, is still the number itself.
  const number = logicalE({ ...at, e: state.e, offsetE: state.offsetE, unit: 1 });
  const modes = commandsForModes(state.modes, unseen ? UNSEEN_MODES : [WORKING_MODES]);
  return [
    ...(movesE ? [line(`G92 E${digits(number)}`, 'Restores the extruder position.')] : []),
    line(`G1 ${F(state.feed)}`, 'Restores the feed rate.'),
    ...(state.unit === 1 ? [] : [line('G20', 'Numbers are inches, as in the file.')]),
    ...modes.map(modeLine),
  ];
}

/** The command that sets one value for a band: °C, 0 to 255, or percent. */
export function settingLine({
  what,
  value,
  waits,
}: Pick<Extract<SwapAction, { kind: 'set' }>, 'what' | 'value' | 'waits'>): RecipeLine {
  const S = `S${digits(value)}`;
  switch (what) {
    case 'nozzle':
      return line(`${waits ? 'M109' : 'M104'} ${S}`, `Nozzle at ${digits(value)} °C from here on.`);
    case 'fan':
      return line(`M106 ${S}`, `Fan at ${Math.round(value / 2.55)} % from here on.`);
    case 'flow':
      return line(`M221 ${S}`, `Flow at ${digits(value)} % from here on.`);
    case 'speed':
      return line(`M220 ${S}`, `Speed at ${digits(value)} % from here on.`);
  }
}
