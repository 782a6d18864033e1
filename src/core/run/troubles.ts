import type { GuidePageId } from '../guide/pages';

/** What to do when something is wrong at the printer: short, in order. */
export interface Trouble {
  readonly id: string;
  readonly title: string;
  readonly steps: readonly string[];
  readonly caution?: string;
  readonly page: GuidePageId;
}

const NOZZLE = 'The nozzle causes burns on contact, and the head may move at any time.';

/** Troubles of an evening with swaps, the most frequent first. */
export const TROUBLES: readonly Trouble[] = [
  {
    id: 'did-not-stop',
    title: 'Stop was missed',
    steps: [
      'Press pause at the printer now.',
      'Record the missed stop in Lamella: it shows what the print will look like.',
      'If the result is acceptable, swap now and resume. If not, cancel and start again.',
      'Before the next print, test which stop your printer knows (Printers).',
    ],
    page: 'stopping',
  },
  {
    id: 'wrong-layer',
    title: 'It stopped at the wrong layer',
    steps: [
      'Check the count: Lamella counts layers from 1, many displays from 0.',
      'One layer rarely shows. Swap, and resume.',
      'If it is far off, resume without a swap and look at the file in Output.',
    ],
    page: 'layers',
  },
  {
    id: 'nothing-comes',
    title: 'Nothing comes out',
    steps: [
      'Is the nozzle hot? Reheat it, and wait.',
      'Is the new end straight and gripped by the gears? Unload it, cut it, and load it again.',
      'Extrude a little with the printer’s menu. If the extruder clicks, wait at temperature and try again.',
      'Resume only when filament flows.',
    ],
    caution: 'Do not push cold filament: it grinds and jams.',
    page: 'at-the-swap',
  },
  {
    id: 'old-colour',
    title: 'The old colour still shows',
    steps: [
      'Purge more, 20 mm at a time, until the colour is clean.',
      'Remove each purge strand.',
      'Dark and strong colours need twice as much. Note the length you purged.',
    ],
    caution: NOZZLE,
    page: 'purging',
  },
  {
    id: 'blob',
    title: 'A blob at the restart',
    steps: [
      'Keep printing: the next line often smooths it out.',
      'If it stands up, pause, and remove it with tweezers while it is warm.',
      'Next time, remove the purge strand later, right before you resume.',
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
    caution: 'The hot nozzle can drag a loose part around. Keep your hands out.',
    page: 'bed',
  },
  {
    id: 'ran-out',
    title: 'Filament ran out in a band',
    steps: [
      'Pause at once if the printer has not paused.',
      'Load more of the same filament, and purge until it flows.',
      'Remove the purge strand, and resume.',
    ],
    caution: NOZZLE,
    page: 'at-the-swap',
  },
  {
    id: 'power',
    title: 'Power was lost',
    steps: [
      'Look at the printer before you switch anything on.',
      'If the printer offers to resume, check that the part still sticks to the bed. If not, decline.',
      'Otherwise note the height, and print the rest as a separate part.',
    ],
    caution:
      'When the print resumes, the axes move and the heaters switch on by themselves. Your printer’s manual comes first.',
    page: 'safety',
  },
];
