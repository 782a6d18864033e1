import { sourceLine } from '../read/sourceLine';
import { formatDuration, plural } from '../format';
import { SWAP_SECONDS } from '../plan/time';
import type { SettingName } from '../gcode/settingName';
import { allSwaps, wishesOf, withWishes } from '../plan/edits/partEdits';
import { undoingLines } from '../write/rewrites';
import { pairPurge } from '../filament/purgeTable';
import { reachOf } from '../printer/printer';
import { LEAST_CLEARANCE, PURGE_HEIGHT } from '../recipe/actions';
import { KIND_WORDS } from '../printer/stopKinds';
import { numbersOf } from '../recipe/recipe';
import { checkOf, type Check, type PlanFix } from './check';
import { isOfFile, type CheckInputs, type FileInputs } from './inputs';

/** How long a printer usually waits until someone comes, s, until a logbook knows better. */
const USUAL_ARRIVAL = 300;
/** Purging this much less than the model says is called short. */
const SHORT = 0.8;

/** Whether this printer stops as asked, waits well, and goes on rightly. */
export function printerChecks(inputs: CheckInputs): Check[] {
  const { plan, printer, recipe, troubles, bands } = inputs;
  if (allSwaps(plan).length === 0 && bands.length < 2) return [];
  return [
    ...troubles.map(({ layer, message }) =>
      checkOf('unsafe-block', 'will-fail', message, { layer }),
    ),
    ...understandingChecks(inputs),
    ...waitingChecks({ printer, recipe, plan }),
    ...purgeChecks(inputs),
    ...(isOfFile(inputs) ? undoneChecks(inputs) : []),
  ];
}

function understandingChecks({ printer, recipe }: CheckInputs): Check[] {
  const { kind, command, testedAt } = printer.understands;
  const isOther = recipe.kind !== kind || recipe.command.toUpperCase() !== command.toUpperCase();
  if (testedAt !== null && isOther) {
    const known = `${KIND_WORDS[kind].name.toLowerCase()}${command && ` (${command})`}`;
    const sentence = `${printer.name} was tested with: ${known}. The plan stops it differently.`;
    const label = 'Use tested stop';
    const fix: PlanFix = { kind: 'plan', label, edit: (one) => ({ ...one, recipe: null }) };
    return [checkOf('not-understood', 'may-fail', sentence, { fix })];
  }
  if (testedAt !== null) return [];
  const sentence = `You have not tested how ${printer.name} stops yet.`;
  return [checkOf('not-tried', 'may-fail', sentence)];
}

function waitingChecks({
  printer,
  recipe,
  plan,
}: Pick<CheckInputs, 'printer' | 'recipe' | 'plan'>): Check[] {
  const { nozzleSeconds, motorSeconds } = printer.timeouts;
  const wait = USUAL_ARRIVAL + plan.handSeconds;
  const checks: Check[] = [];
  if (nozzleSeconds !== null && nozzleSeconds < wait) {
    const sentence = `The nozzle cools after ${formatDuration(nozzleSeconds)} of waiting; getting there and swapping take about ${formatDuration(wait)}. Reheat it before you unload.`;
    checks.push(checkOf('nozzle-timeout', 'may-fail', sentence));
  }
  if (motorSeconds !== null)
    checks.push(...motorChecks({ printer, recipe, plan }, motorSeconds, wait));
  return checks;
}

/**
 * Motors that switch off before a swap is done. A recipe of moves can hold them, and is held to the time until
 * somebody comes; where a command of the firmware waits, an ordinary swap is to be over before.
 */
function motorChecks(
  { printer, recipe, plan }: Pick<CheckInputs, 'printer' | 'recipe' | 'plan'>,
  motorSeconds: number,
  wait: number,
): Check[] {
  const after = `The motors switch off after ${formatDuration(motorSeconds)} of waiting`;
  const { namesMotors } = printer.firmware;
  if (recipe.kind !== 'spelled-out' && recipe.kind !== 'host-scripts') {
    const swap = SWAP_SECONDS.machine + plan.handSeconds;
    if (motorSeconds >= swap) return [];
    const sentence = `${after}, and an ordinary swap takes ${formatDuration(swap)}: the printer may lose its position. Set a longer timeout on the printer, or choose Spelled out in the recipe, which keeps them on.`;
    return [checkOf('motors-timeout', 'may-fail', sentence)];
  }
  if (motorSeconds >= wait) return [];
  if (!namesMotors) {
    const held = recipe.keepMotors ? ', unless M17 keeps them on longer' : '';
    const sentence = `${after}${held}. State in the profile of ${printer.name} whether it runs files itself; Lamella can then keep them on longer.`;
    return [checkOf('motors-timeout', 'may-fail', sentence)];
  }
  if (recipe.keepMotors) return [];
  const fix: PlanFix = {
    kind: 'plan',
    label: 'Keep motors on',
    edit: (one) => ({ ...one, recipe: { ...recipe, keepMotors: true } }),
  };
  return [checkOf('motors-timeout', 'may-fail', `${after}.`, { fix })];
}

function purgeChecks(inputs: CheckInputs): Check[] {
  const { plan, printer, recipe, reading, bands, spools, purges } = inputs;
  if (recipe.kind !== 'spelled-out') return [];
  const numbers = numbersOf(recipe, printer);
  let top = 0;
  return purges.flatMap((purge, i) => {
    top = bands[i].sections.reduce((most, one) => Math.max(most, reading.sections[one].z), top);
    const { stretches, first: layer } = bands[i + 1];
    const checks: Check[] = [];
    const room = Math.min(Math.max(top + numbers.lift, PURGE_HEIGHT), reachOf(printer).maxZ) - top;
    if (room < PURGE_HEIGHT / 2 && room >= LEAST_CLEARANCE) {
      const sentence = `Before layer ${layer} the head has only ${room.toFixed(0)} mm above the print for the purge strand.`;
      checks.push(checkOf('low-strand', 'may-fail', sentence, { layer }));
    }
    const [from, to] = [bands[i].filament, bands[i + 1].filament];
    const wanted = pairPurge(from, to, {
      own: plan.purges,
      spools,
      filamentDiameter: printer.filamentDiameter,
    }).mm;
    if (purge.mm < SHORT * wanted) {
      const round = Math.ceil(wanted / 5) * 5;
      const sentence = `${from.name} to ${to.name} needs a purge of about ${round} mm; ${purge.mm.toFixed(0)} mm are planned.`;
      const fix: PlanFix = {
        kind: 'plan',
        label: `Purge ${round} mm`,
        edit: (one) =>
          withWishes(one, stretches[0], { ...wishesOf(one, stretches[0]), purge: round }),
      };
      checks.push(checkOf('short-purge', 'may-fail', sentence, { layer, fix }));
    }
    return checks;
  });
}

const UNDONE_WORDS: Readonly<Record<SettingName, string>> = {
  nozzle: 'nozzle temperature',
  fan: 'fan',
  flow: 'flow',
  speed: 'speed',
  remaining: 'time left',
};

function undoneChecks({ plan, request, reading }: FileInputs): Check[] {
  if (plan.rewrite) return [];
  const undone = undoingLines(reading, request);
  const first = undone.at(0);
  if (!first) return [];
  const { setting, layer } = first;
  const more = undone.length > 1 ? `, and ${plural(undone.length - 1, 'more line')}` : '';
  const { file, line } = sourceLine(reading, setting.line);
  const where = `Line ${line} of ${file ?? 'the file'}`;
  const sentence = `${where} sets the ${UNDONE_WORDS[setting.what]} in a band with its own setting${more}.`;
  const label = 'Use band settings';
  const fix: PlanFix = { kind: 'plan', label, edit: (one) => ({ ...one, rewrite: true }) };
  return [checkOf('setting-undone', 'may-fail', sentence, { layer, fix })];
}
