import { Machine } from '../gcode/machine';
import type { Printer } from '../printer/printer';
import { isFedByHand, type SwapAction } from './actions';
import { numbersOf, type Recipe } from './recipe';
import { renderActions } from './render';

/** What a print host runs by itself when it meets the pause command, and when it is asked to resume. */
export interface HostScripts {
  readonly pause: string;
  readonly resume: string;
}

/** How the file stands at its pauses. */
export interface HostMoment {
  /** Filament retracted at the pause, mm. */
  readonly retracted: number;
  /** Nozzle temperature there, °C; 0 when the file does not say. */
  readonly nozzle: number;
  /** Whether the file counts filament from where it is (M83). */
  readonly relativeE: boolean;
}

/**
 * The scripts for a print host. They never need to know where the head was: the file itself brings
 * it back over its point, after the pause command, with the extruder's number and every mode.
 */
export function hostScripts(recipe: Recipe, printer: Printer, at: HostMoment): HostScripts {
  const numbers = numbersOf(recipe, printer);
  const held = at.retracted + numbers.retract;
  const byHand = isFedByHand(numbers);
  const isPurged = numbers.unload + numbers.load + numbers.purge > 0;
  const missing = byHand ? 0 : Math.max(0, held + numbers.unload - numbers.load);
  const pushed = missing + numbers.purge;
  const pause: (SwapAction | false)[] = [
    { kind: 'note-state', unseen: true },
    { kind: 'filament-mode', relative: true },
    numbers.retract > 0 && { kind: 'retract', mm: numbers.retract },
    { kind: 'lift-by', mm: numbers.lift },
    { kind: 'park', ...numbers.park },
    recipe.keepMotors && { kind: 'keep-motors' },
    numbers.unload > 0 && { kind: 'unload', mm: numbers.unload },
    recipe.releaseExtruder && { kind: 'release-extruder' },
    recipe.standby !== null && at.nozzle > 0 && { kind: 'standby', celsius: recipe.standby },
  ];
  const resume: (SwapAction | false)[] = [
    { kind: 'note-state', unseen: true },
    { kind: 'filament-mode', relative: true },
    at.nozzle > 0 && { kind: 'reheat', celsius: at.nozzle },
    numbers.load > 0 && { kind: 'load', mm: numbers.load },
    isPurged && pushed > 0 && { kind: 'purge', mm: pushed },
    isPurged && at.retracted > 0 && { kind: 'retract-parked', mm: at.retracted },
    !isPurged && numbers.retract > 0 && { kind: 'un-retract', mm: numbers.retract },
    { kind: 'filament-mode', relative: at.relativeE },
  ];
  return {
    pause: script('Runs when the print pauses.', pause, printer),
    resume: script(
      'Runs when the print resumes. The file then brings the head back.',
      resume,
      printer,
    ),
  };
}

function script(
  title: string,
  actions: readonly (SwapAction | false)[],
  { firmware }: Printer,
): string {
  const wanted = actions.filter((one): one is SwapAction => one !== false);
  const lines = renderActions(wanted, new Machine().capture(), firmware);
  return [`; ${title}`, ...lines.map(({ command }) => command), ''].join('\n');
}
