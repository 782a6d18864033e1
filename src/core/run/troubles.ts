import type { GuidePageId } from '../guide/pages';

/** What to do when something is wrong at the printer: short, in order. */
export interface Trouble {
  readonly id: string;
  readonly title: string;
  readonly steps: readonly string[];
  readonly caution?: string;
  readonly page: GuidePageId;
}

const NOZZLE = 'The nozzle burns at once, and the head may move at any time.';

/** Troubles of an evening with swaps, the most frequent first. */
export const TROUBLES: readonly Trouble[] = [
  {
    id: 'did-not-stop',
    title: 'It did not stop',
    steps: [
      'Press pause at the printer now.',
      'Tell Lamella that it was missed: it shows what the print will look like.',
      'If you like what you see, swap now and go on. If not, cancel and start again.',
      'Before the next print, try out which stop your printer knows (Printers).',
    ],
    page: 'stopping',
  },
  {
    id: 'wrong-layer',
    title: 'It stopped at the wrong layer',
    steps: [
      'Count: layers here are counted from 1, many displays count from 0.',
      'One layer is seldom seen. Swap, and go on.',
      'If it is far off, resume without a swap and look at the file in Output.',
    ],
    page: 'layers',
  },
  {
    id: 'nothing-comes',
    title: 'Nothing comes out',
    steps: [
      'Is the nozzle hot? Heat it again, and wait.',
      'Is the new end straight, and in the gears? Pull it out, cut it, and feed it again.',
      'Push a little by the menu. If it clicks, wait at temperature and try again.',
      'Only then resume.',
    ],
    caution: 'Do not push cold filament: it grinds, and jams.',
    page: 'at-the-swap',
  },
  {
    id: 'old-colour',
    title: 'The old colour still comes',
    steps: [
      'Push through more, 20 mm at a time, until it is clean.',
      'Take each strand away.',
      'Dark and strong colours need twice as much. Note how much it was.',
    ],
    caution: NOZZLE,
    page: 'purging',
  },
  {
    id: 'blob',
    title: 'A blob where it came back',
    steps: [
      'Let it print: the next line often takes it along.',
      'When it stands up, pause, and take it off with tweezers while it is warm.',
      'Next time, take the strand away later, right before you resume.',
    ],
    caution: NOZZLE,
    page: 'at-the-swap',
  },
  {
    id: 'loose',
    title: 'The part is loose',
    steps: [
      'Stop the print at once.',
      'Do not press the part down: the nozzle would hit it.',
      'Let everything cool, clean the bed, and start again with a warmer bed or a brim.',
    ],
    caution: 'A loose part can be dragged round the hot nozzle. Hands out.',
    page: 'bed',
  },
  {
    id: 'ran-out',
    title: 'Filament ran out in a band',
    steps: [
      'Pause at once, if the printer has not.',
      'Feed more of the same filament, and push through until it comes.',
      'Take the strand away, and resume.',
    ],
    caution: NOZZLE,
    page: 'at-the-swap',
  },
  {
    id: 'power',
    title: 'Power was lost',
    steps: [
      'Look at the printer before you switch anything on.',
      'If it offers to go on, is the part still held by the bed? If not, refuse.',
      'Otherwise note the height, and print the rest as a part of its own.',
    ],
    caution:
      'When it goes on, the axes move and heat by themselves. Your printer’s manual comes first.',
    page: 'safety',
  },
];
