import type { MachineState } from '../gcode/machine';
import { PURGE_SPEED } from '../filament/purge';
import type { SwapAction } from './actions';

/** A line of a swap, and what it does, in words. */
export interface RecipeLine {
  readonly command: string;
  readonly words: string;
}

/** Speeds of a swap's own moves, mm/min. */
const FEED = {
  travel: 6000,
  lift: 600,
  retract: 2100,
  change: 600,
  purge: PURGE_SPEED * 60,
} as const;
/** Longest stretch of filament in one command, mm; firmwares refuse very long ones. */
const LONGEST_PUSH = 80;

/** The lines of a swap's actions. This is the only place where actions become G-code. */
export function renderActions(actions: readonly SwapAction[], state: MachineState): RecipeLine[] {
  return actions.flatMap((action) => renderAction(action, state));
}

/** A number as files write it: no more digits than it has. */
export function digits(value: number): string {
  return String(Number(value.toFixed(5)));
}

function line(command: string, words: string): RecipeLine {
  return { command, words };
}

function renderAction(action: SwapAction, state: MachineState): RecipeLine[] {
  // Numbers in the file count from its own origin.
  const X = (x: number): string => `X${digits(x - state.offsetX)}`;
  const Y = (y: number): string => `Y${digits(y - state.offsetY)}`;
  const Z = (z: number): string => `Z${digits(z - state.offsetZ)}`;
  switch (action.kind) {
    case 'own':
      return [line(action.command, 'Your own line.')];
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
          action.command + parameters.join(''),
          'Parks, waits for you, and comes back: the printer’s own change of filament.',
        ),
      ];
    }
    case 'pause':
      return [
        line(
          action.text ? `${action.command} ${action.text}` : action.command,
          'Stops and waits until you go on.',
        ),
      ];
    case 'wait':
      return [
        /^G4$/i.test(action.command)
          ? line(
              `G4 S${digits(action.seconds)}`,
              `Waits ${action.seconds} s, then goes on by itself.`,
            )
          : line(action.command, 'Waits until you go on.'),
      ];
    case 'note-state':
      return noteState(state);
    case 'retract':
      return [
        line(`G1 E-${digits(action.mm)} F${FEED.retract}`, `Pulls back ${digits(action.mm)} mm.`),
      ];
    case 'lift':
      return [line(`G1 ${Z(action.z)} F${FEED.lift}`, `Lifts to ${digits(action.z)} mm.`)];
    case 'lift-by':
      return [
        line('G91', 'Counts from where it is.'),
        line(`G1 Z${digits(action.mm)} F${FEED.lift}`, `Lifts by ${digits(action.mm)} mm.`),
        line('G90', 'Places count from the origin.'),
      ];
    case 'filament-mode':
      return [filamentMode(action.relative)];
    case 'park':
      return [
        line(`G1 ${X(action.x)} ${Y(action.y)} F${FEED.travel}`, 'Goes to the place for waiting.'),
      ];
    case 'keep-motors':
      return [line('M84 S0', 'Keeps the motors under power, however long you take.')];
    case 'release-extruder':
      return [line('M84 E', 'Lets go of the filament, so that you can pull it by hand.')];
    case 'standby':
      return [line(`M104 S${digits(action.celsius)}`, `Waits at ${action.celsius} °C.`)];
    case 'reheat':
      return [
        line(`M109 S${digits(action.celsius)}`, `Heats to ${action.celsius} °C and waits for it.`),
      ];
    case 'firmware-retract':
      return action.pull
        ? [line('G10', 'Pulls back by firmware, as it was.')]
        : [line('G11', 'Makes the firmware’s retraction good for the change.')];
    case 'unload':
      return push(-action.mm, FEED.change, 'Pulls the old filament out');
    case 'load':
      return push(action.mm, FEED.change, 'Pushes the new filament in');
    case 'purge':
      return push(action.mm, FEED.purge, 'Pushes through until the old colour is gone');
    case 'pull-back':
      return [
        line(
          `G1 E-${digits(action.mm)} F${FEED.retract}`,
          `Pulls back ${digits(action.mm)} mm, so that nothing drips on the way.`,
        ),
      ];
    case 'scrub': {
      const { x, y, z, length } = action.brush;
      const stroke = (to: number): RecipeLine =>
        line(`G1 ${X(to)} F${FEED.travel}`, 'Draws the nozzle over the brush.');
      return [
        line(`G1 ${X(x)} ${Y(y)} F${FEED.travel}`, 'Goes to the brush.'),
        line(`G1 ${Z(z)} F${FEED.lift}`, 'Goes down to it.'),
        ...[x + length, x, x + length, x].map(stroke),
        line(`G1 ${Z(action.backTo)} F${FEED.lift}`, 'Lifts again.'),
      ];
    }
    case 'return':
      return [
        line(`G1 ${X(action.x)} ${Y(action.y)} F${FEED.travel}`, 'Goes back over the point.'),
      ];
    case 'lower':
      return [line(`G1 ${Z(action.z)} F${FEED.lift}`, 'Goes down to it.')];
    case 'un-retract':
      return [
        line(
          `G1 E${digits(action.mm)} F${FEED.retract}`,
          `Pushes back the ${digits(action.mm)} mm.`,
        ),
      ];
    case 'restore':
      return restore(action.state);
    case 'set':
      return [setLine(action)];
  }
}

/** Modes in which a swap's own moves are written: mm, absolute places, relative filament. */
function noteState(state: MachineState): RecipeLine[] {
  const lines = [
    line('G90', 'Places count from the origin.'),
    line('M83', 'Filament counts from where it is.'),
  ];
  return state.unit === 1 ? lines : [line('G21', 'Numbers are millimetres.'), ...lines];
}

function push(mm: number, feed: number, words: string): RecipeLine[] {
  const pieces = Math.ceil(Math.abs(mm) / LONGEST_PUSH);
  const each = Number((mm / pieces).toFixed(5));
  return Array.from({ length: pieces }, (_, i) => {
    // The last piece takes what rounding left.
    const piece = i < pieces - 1 ? each : mm - each * (pieces - 1);
    return line(`G1 E${digits(piece)} F${feed}`, `${words}: ${digits(Math.abs(piece))} mm.`);
  });
}

function filamentMode(relative: boolean): RecipeLine {
  return relative
    ? line('M83', 'Filament counts from where it is, as in the file.')
    : line('M82', 'Filament counts from the origin, as in the file.');
}

/** Everything back as the file has it: extruder number, modes, units, feed. */
function restore(state: MachineState): RecipeLine[] {
  const lines = [
    // An absolute extruder number below, given while M83 holds, is still the number itself.
    line(`G92 E${digits(state.e - state.offsetE)}`, 'Sets the extruder’s number back.'),
    line(`G1 F${digits(state.feed * 60)}`, 'Sets the speed back.'),
  ];
  const places = line('G91', 'Places count from where it is, as in the file.');
  if (!state.relative) lines.push(filamentMode(state.keepsRelativeE));
  // G91 makes filament relative too, unless the file has said otherwise since.
  else if (state.relativeE) lines.push(filamentMode(state.keepsRelativeE), places);
  else lines.push(places, filamentMode(false));
  if (state.unit !== 1) lines.push(line('G20', 'Numbers are inches, as in the file.'));
  return lines;
}

function setLine({ what, value, waits }: Extract<SwapAction, { kind: 'set' }>): RecipeLine {
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
