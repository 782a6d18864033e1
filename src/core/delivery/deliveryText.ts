import { homingSpots } from '../printer/homing';
import type { Printer } from '../printer/printer';
import type { Home } from '../recipe/betweenFiles';

type HomingPrinter = Pick<Printer, 'homing' | 'bed' | 'volume' | 'returns'>;

/** How far colours shift by homing, as far as that is known. */
function homingShift({ returns: { homeMm } }: Pick<Printer, 'returns'>): string {
  return homeMm === null
    ? 'The colours line up only as accurately as the end stops, often 0.1 mm.'
    : `On your printer the colours line up within ${homeMm.toFixed(2)} mm: that was measured.`;
}

/** What a person reads of what is homed between two files, with the caution that belongs to it. */
export function homeWords(home: Home, printer: HomingPrinter): string {
  if (home === 'nothing') {
    return 'Nothing is homed in between: keep the printer and its motors on, and do not touch the head or the bed.';
  }
  if (home === 'xy') {
    return `X and Y are homed in between, high above the print. ${homingShift(printer)}`;
  }
  const spots = homingSpots(printer);
  if (spots === null)
    return 'All axes are homed in between. Z is homed upwards, away from the print.';
  const { x, y } = spots.probe ?? spots.nozzle;
  const at = `X ${x.toFixed(0)} Y ${y.toFixed(0)}`;
  return printer.homing === null
    ? `All axes are homed in between at ${at}. Do this only if your printer homes Z there, beside the print: a printer that homes over the middle of the bed crashes into the part.`
    : `All axes are homed in between, and Z at ${at}, where nothing is printed. ${homingShift(printer)}`;
}

/** The order of a delivery's files, and what to do in between. */
export function deliveryText(
  files: readonly { readonly name: string; readonly filament: string }[],
  home: Home,
  printer: HomingPrinter,
): string {
  return [
    'One print in several files. Print them in this order, one right after the other:',
    '',
    ...files.map(({ name, filament }, i) => `${i + 1}. ${filament}: ${name}`),
    '',
    'Between two files:',
    '- The nozzle and bed stay hot, and the head parks beside the print. Nothing is switched off.',
    '- Change the filament with the printer’s menu, and remove the purge strand.',
    '- Start the next file right away. It heats, purges beside the print, and continues.',
    `- ${homeWords(home, printer)}`,
    '- Stay with the printer. The nozzle and bed cause burns on contact, and the head moves by itself.',
    '- Start each file once, and skip none.',
    '',
    'Your printer\u2019s manual and local rules come first.',
    '',
  ].join('\n');
}
