import type { Home } from '../recipe/betweenFiles';

/** What a person reads of what is homed between two files, with the caution that belongs to it. */
export const HOME_WORDS: Readonly<Record<Home, string>> = {
  nothing:
    'Nothing is homed in between: keep the printer switched on, do not touch the head or the bed, and do not let the motors go.',
  xy: 'X and Y are homed in between, high over the print: the colours meet as exactly as the printer finds its end stops.',
  all: 'All axes are homed in between at X 0 Y 0. Do this only when your printer homes Z there, beside the print: one that homes over the middle of the bed drives into the part.',
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
    '- The nozzle and the bed stay hot, and the head waits beside the print. Nothing is switched off.',
    '- Change the filament with the menu of the printer, and take the strand away.',
    '- Start the next file at once. It heats, pushes fresh filament through beside the print, and goes on.',
    `- ${HOME_WORDS[home]}`,
    '- Stay with the printer. The nozzle and the bed burn at once, and the head moves by itself.',
    '- Do not start a file twice, and leave none out.',
    '',
    'Your printer\u2019s manual and local rules come first.',
    '',
  ].join('\n');
}
