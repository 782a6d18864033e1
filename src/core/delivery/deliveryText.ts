import type { Home } from '../recipe/betweenFiles';

/** What a person reads of what is homed between two files, with the caution that belongs to it. */
export const HOME_WORDS: Readonly<Record<Home, string>> = {
  nothing:
    'Nothing is homed in between: keep the printer and its motors on, and do not touch the head or the bed.',
  xy: 'X and Y are homed in between, high above the print. The colours line up only as accurately as the end stops.',
  all: 'All axes are homed in between at X 0 Y 0. Do this only if your printer homes Z there, beside the print: a printer that homes over the middle of the bed crashes into the part.',
};

/** The order of a delivery's files, and what to do in between. */
export function deliveryText(
  files: readonly { readonly name: string; readonly filament: string }[],
  home: Home,
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
    `- ${HOME_WORDS[home]}`,
    '- Stay with the printer. The nozzle and bed cause burns on contact, and the head moves by itself.',
    '- Start each file once, and skip none.',
    '',
    'Your printer\u2019s manual and local rules come first.',
    '',
  ].join('\n');
}
