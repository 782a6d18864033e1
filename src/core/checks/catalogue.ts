import type { GuidePageId } from '../guide/pages';

/** What is said of every check of a kind. */
interface CheckKind {
  /** Why it matters. */
  readonly why: string;
  /** The page of the guide that tells more. */
  readonly page: GuidePageId;
  /** Where to go for it, when no change of the plan mends it. */
  readonly help?: CheckHelp;
}

/** A place where something can be done about a check. */
export interface CheckHelp {
  readonly kind: 'go';
  readonly label: string;
  readonly to:
    'read' | 'plan' | 'recipe' | 'output' | 'printers' | 'filaments' | 'leftovers' | 'new-slice';
}

const go = (label: string, to: CheckHelp['to']): CheckHelp => ({ kind: 'go', label, to });
const OTHER_FILAMENTS = go('Choose other filaments', 'filaments');
const OTHER_SLICE = go('Open another slice', 'new-slice');
const THE_FILE = go('Look at the file', 'read');

/** Every kind of check. */
const KINDS = {
  'seen-tinted': {
    why: 'What came out tinted before comes out tinted again with as much purge.',
    page: 'purging',
  },
  'seen-missed': {
    why: 'A stop that a printer passed over before, it may pass over again.',
    page: 'stopping',
    help: go('Find it out', 'printers'),
  },
  'seen-off': {
    why: 'What held badly on this bed before holds badly again, and a swap pulls at it.',
    page: 'bed',
  },
  'no-swap': {
    why: 'Without a swap the print comes out in one colour.',
    page: 'layers',
    help: go('Go to Plan', 'plan'),
  },
  'another-file': {
    why: 'Layers of another slice are other heights. A plan moves to a new file only when you agree.',
    page: 'layers',
    help: go('Go to Plan', 'plan'),
  },
  'swap-after-end': { why: 'A stop after the last layer changes nothing.', page: 'layers' },
  'two-swaps': {
    why: 'Two stops at one layer cost twice the work for one colour.',
    page: 'layers',
  },
  'unsafe-block': {
    why: 'The printer would hit something, lose its place, or go on in another state than before.',
    page: 'the-stop',
    help: go('Go to Recipe', 'recipe'),
  },
  'not-tried': {
    why: 'Many printers skip a command that they do not know, without a word. The print then comes out in one colour.',
    page: 'stopping',
    help: go('Find it out', 'printers'),
  },
  'not-understood': { why: 'The printer was found to know another way to stop.', page: 'stopping' },
  'stops-in-file': {
    why: 'The printer stops there as well, and asks for filament that no plan knows of.',
    page: 'stopping',
  },
  'low-strand': {
    why: 'What is pushed through needs room to fall, or it curls up and sticks to the nozzle.',
    page: 'the-stop',
    help: go('Go to Recipe', 'recipe'),
  },
  'nozzle-timeout': {
    why: 'A nozzle that has cooled must be heated again before anything is pulled, or the filament tears.',
    page: 'time',
    help: go('Look at the printer', 'printers'),
  },
  'motors-timeout': {
    why: 'When the motors let go, the head can be pushed, and the print goes on at another place.',
    page: 'the-stop',
    help: go('Look at the printer', 'printers'),
  },
  'setting-undone': {
    why: 'A temperature, fan, flow or speed that the file sets inside the band takes back what the filament needs.',
    page: 'materials',
  },
  'thin-band': {
    why: 'A colour that is too thin lets the one below show through.',
    page: 'thin-colours',
    help: go('Look at it in Plan', 'plan'),
  },
  'one-layer-band': { why: 'One layer seldom hides what is below it.', page: 'thin-colours' },
  'unseen-band': { why: 'A swap that nobody sees costs minutes for nothing.', page: 'layers' },
  'same-filament': { why: 'The swap changes nothing.', page: 'layers' },
  'last-layer': { why: 'One layer at the end seldom covers.', page: 'thin-colours' },
  'narrow-feature': {
    why: 'What is narrower than two lines comes out ragged or not at all.',
    page: 'thin-colours',
    help: go('Look at it in Plan', 'plan'),
  },
  'alike-neighbours': {
    why: 'Colours that look alike side by side make a step that nobody sees.',
    page: 'thin-colours',
    help: OTHER_FILAMENTS,
  },
  'short-purge': { why: 'What is left of the old colour tints the new one.', page: 'purging' },
  'many-swaps': {
    why: 'Each swap is a chance for a mistake, and an evening at the printer. Parts printed apart and put together may be the better way.',
    page: 'time',
    help: go('Merge bands in Plan', 'plan'),
  },
  'night-swap': {
    why: 'A printer that waits through the night cools down, and the part may come off the bed.',
    page: 'time',
    help: go('Choose another start', 'plan'),
  },
  'long-alone': {
    why: 'A hot, printing machine should not be left alone. Someone should look after it in between.',
    page: 'safety',
    help: go('Choose another start', 'plan'),
  },
  'small-first-layer': {
    why: 'A part that stands on a small area may come off while you pull at the filament.',
    page: 'bed',
    help: OTHER_SLICE,
  },
  'heaters-left-on': {
    why: 'A hot nozzle that is left standing cooks the filament in it, and burns.',
    page: 'safety',
    help: THE_FILE,
  },
  'one-by-one': {
    why: 'With objects printed one after another each swap belongs to one object only, and the head has to pass the finished ones.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  spiral: {
    why: 'A spiral has no layer changes: the stop leaves a mark in the middle of a wall.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  'prime-tower': {
    why: 'A tower for clearing the nozzle is made for printers that change by themselves. You purge at the stop instead, so it costs time and filament.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  'other-diameter': {
    why: 'Thicker filament does not go in; thinner comes out in too thin lines.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'not-enough': {
    why: 'A spool that runs out in the middle of a band leaves a seam, or air.',
    page: 'materials',
    help: go('See which spools have enough', 'leftovers'),
  },
  'no-bond': {
    why: 'Materials that do not stick to one another peel apart, often in the hand.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'nozzle-ranges': {
    why: 'While one material clears the other, both are in the nozzle at one temperature: one burns or the other does not flow.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'bed-temperature': {
    why: 'The bed keeps the temperature of the first material, or the part comes off.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'two-flows': {
    why: 'The whole print runs at one speed; what melts slowly comes out thin.',
    page: 'materials',
    help: go('Set speeds and flows by band', 'recipe'),
  },
  'mixed-extrusion': {
    why: 'The file changes between absolute and relative filament. Lamella keeps track; a command of your own may not.',
    page: 'odd-files',
    help: THE_FILE,
  },
  'not-followed': {
    why: 'Where Lamella cannot say what the printer does, it cannot prove anything, and writes no file.',
    page: 'odd-files',
    help: THE_FILE,
  },
  'cut-off': {
    why: 'Without its end the print stops in the air, with the heaters on.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  'odd-first-layer': {
    why: 'When layers are missing or lie in the air, every number above them is off.',
    page: 'layers',
    help: THE_FILE,
  },
  'two-readings': {
    why: 'Some printers would push far too much filament, others none. Look whether the file prints well without swaps.',
    page: 'odd-files',
    help: THE_FILE,
  },
  'off-the-bed': {
    why: 'The head would run against its end, or the print would lie elsewhere than you think.',
    page: 'bed',
    help: go('Choose another printer', 'recipe'),
  },
  'time-left': {
    why: 'The display would say that the print is nearly done while swaps are still to come.',
    page: 'time',
  },
  'swap-in-first-layer': {
    why: 'Before the first layer nothing is there to change: the colour is simply loaded first.',
    page: 'layers',
  },
  'away-swap': {
    why: 'A printer that waits for hours cools down, and the part may come off the bed.',
    page: 'time',
    help: go('Choose another start', 'plan'),
  },
  'small-contact': {
    why: 'Unlike materials hold by their area. A small one comes apart, even where a large one holds.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'primes-first': {
    why: 'What the start of the file pushes out comes from whatever is loaded then.',
    page: 'odd-files',
  },
  'alike-for-some': {
    why: 'About one man in twelve tells some colours apart less well, and may not see the step.',
    page: 'thin-colours',
    help: OTHER_FILAMENTS,
  },
  'absurd-count': {
    why: 'Each swap is minutes of your hands and a seam that may show. Parts that are printed apart and put together need none.',
    page: 'side-by-side',
    help: go('Look at the orders in Plan', 'plan'),
  },
  'first-layer-colours': {
    why: 'Every swap inside of the first layer leaves edges for the next colour to catch on.',
    page: 'side-by-side',
  },
  'face-down': {
    why: 'What lies on the bed is seen from the other side, left and right exchanged.',
    page: 'side-by-side',
    help: go('Look at it from below', 'plan'),
  },
  'thin-inlay': {
    why: 'What is behind a thin inlay shows through it.',
    page: 'thin-colours',
    help: OTHER_FILAMENTS,
  },
  'small-colour': {
    why: 'Another order, or a filament already in use, spares what is thrown away.',
    page: 'colour-order',
    help: go('Look at the orders in Plan', 'plan'),
  },
  'touches-neighbour': {
    why: 'The nozzle scrapes what stands beside it, and may tear it off.',
    page: 'dipping',
    help: go('Choose another order in Plan', 'plan'),
  },
  'one-place': {
    why: 'Two parts in one place are printed twice: the nozzle pushes into what is there.',
    page: 'joining',
    help: go('Look at it in Plan', 'plan'),
  },
  'how-they-lie': {
    why: 'What lies on another file has to come after it, and what lies in a pocket is printed between walls.',
    page: 'joining',
    help: go('Look at it in Plan', 'plan'),
  },
  'different-heat': {
    why: 'Each file was sliced with temperatures of its own, and gets them back at each change.',
    page: 'joining',
    help: THE_FILE,
  },
  'different-heights': {
    why: 'Only layers of one height can be printed together; slice all files with the same ones.',
    page: 'joining',
    help: THE_FILE,
  },
  'bed-between-files': {
    why: 'A part comes off a bed that cools, and a nozzle that cools cannot push.',
    page: 'file-per-colour',
    help: go('Go to Output', 'output'),
  },
  'fresh-start': {
    why: 'Nothing of the old colour may come out on the part, and no strand may be dragged over it.',
    page: 'file-per-colour',
    help: go('Go to Output', 'output'),
  },
  'homes-between': {
    why: 'After homing, the printer is where its end stops say, and not where it was.',
    page: 'file-per-colour',
    help: go('Go to Output', 'output'),
  },
  'section-held': {
    why: 'A command that is not known may decide how everything behind it is printed, so nothing is moved past it.',
    page: 'colour-order',
    help: THE_FILE,
  },
  'part-without-filament': {
    why: 'A tool’s number that nobody gave a filament prints in whatever is loaded first.',
    page: 'side-by-side',
    help: go('Go to Plan', 'plan'),
  },
  'purge-block': {
    why: 'Slicing programs print it for printers that change filament by themselves.',
    page: 'purging',
    help: OTHER_SLICE,
  },
} as const satisfies Readonly<Record<string, CheckKind>>;
export type CheckCode = keyof typeof KINDS;
export const CHECKS: Readonly<Record<CheckCode, CheckKind>> = KINDS;
