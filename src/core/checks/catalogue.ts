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
const THE_FILE = go('Go to Read', 'read');

/** Every kind of check. */
const KINDS = {
  'seen-tinted': {
    why: 'The same purge left a tint before and will do so again.',
    page: 'purging',
  },
  'seen-missed': {
    why: 'The printer has skipped this stop before and may do so again.',
    page: 'stopping',
    help: go('Test printer', 'printers'),
  },
  'seen-off': {
    why: 'Parts like this have come off this bed before, and a swap pulls on the part.',
    page: 'bed',
  },
  'no-swap': {
    why: 'Without a swap, the print comes out in one colour.',
    page: 'layers',
    help: go('Go to Plan', 'plan'),
  },
  'another-file': {
    why: 'Another sliced file has different layer heights. A plan moves to a new file only when you agree.',
    page: 'layers',
    help: go('Go to Plan', 'plan'),
  },
  'swap-after-end': { why: 'A stop after the last layer changes nothing.', page: 'layers' },
  'two-swaps': {
    why: 'Two stops at one layer double the work for one colour.',
    page: 'layers',
  },
  'unsafe-block': {
    why: 'The printer would hit something, lose its position, or resume in a different state.',
    page: 'the-stop',
    help: go('Go to Recipe', 'recipe'),
  },
  'not-tried': {
    why: 'Many printers silently skip a command they do not know. The print then comes out in one colour.',
    page: 'stopping',
    help: go('Test printer', 'printers'),
  },
  'not-understood': {
    why: 'The test showed that the printer stops differently.',
    page: 'stopping',
  },
  'stops-in-file': {
    why: 'The printer stops there too and asks for filament that is not in the plan.',
    page: 'stopping',
  },
  'low-strand': {
    why: 'Purged filament needs room to fall, or it curls up and sticks to the nozzle.',
    page: 'the-stop',
    help: go('Go to Recipe', 'recipe'),
  },
  'nozzle-timeout': {
    why: 'Reheat a cold nozzle before you unload, or the filament tears.',
    page: 'time',
    help: go('Open printer profile', 'printers'),
  },
  'motors-timeout': {
    why: 'When the motors switch off, the head can be moved by accident, and the print resumes in the wrong place.',
    page: 'the-stop',
    help: go('Open printer profile', 'printers'),
  },
  'setting-undone': {
    why: 'A temperature, fan, flow or speed set by the file inside the band overrides what the filament needs.',
    page: 'materials',
  },
  'thin-band': {
    why: 'A colour that is too thin lets the one below show through.',
    page: 'thin-colours',
    help: go('Go to Plan', 'plan'),
  },
  'one-layer-band': { why: 'One layer rarely hides the colour below it.', page: 'thin-colours' },
  'unseen-band': { why: 'A swap that cannot be seen wastes minutes.', page: 'layers' },
  'same-filament': { why: 'The swap changes nothing.', page: 'layers' },
  'last-layer': { why: 'A single last layer rarely covers.', page: 'thin-colours' },
  'narrow-feature': {
    why: 'Shapes narrower than two lines come out ragged or not at all.',
    page: 'thin-colours',
    help: go('Go to Plan', 'plan'),
  },
  'alike-neighbours': {
    why: 'Between similar colours a step is hard to see.',
    page: 'thin-colours',
    help: OTHER_FILAMENTS,
  },
  'short-purge': { why: 'Leftover old colour tints the new one.', page: 'purging' },
  'many-swaps': {
    why: 'Every swap is a chance for a mistake and takes your time. Printing parts separately and assembling them may be easier.',
    page: 'time',
    help: go('Go to Plan', 'plan'),
  },
  'night-swap': {
    why: 'A printer that waits through the night cools down, and the part may come off the bed.',
    page: 'time',
    help: go('Choose another start', 'plan'),
  },
  'long-alone': {
    why: 'Do not leave a hot, printing machine unattended. Someone should check on it in between.',
    page: 'safety',
    help: go('Choose another start', 'plan'),
  },
  'small-first-layer': {
    why: 'A part with a small footprint may come off while you pull on the filament.',
    page: 'bed',
    help: OTHER_SLICE,
  },
  'heaters-left-on': {
    why: 'Filament degrades in a hot, idle nozzle, and the nozzle stays a burn hazard.',
    page: 'safety',
    help: THE_FILE,
  },
  'one-by-one': {
    why: 'When objects are printed one after another, each swap applies to one object only, and the head has to pass the finished ones.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  spiral: {
    why: 'A spiral has no layer changes: the stop leaves a mark in the wall.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  'prime-tower': {
    why: 'A wipe tower is made for printers that change filament themselves. You purge at the stop instead, so the tower only costs time and filament.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  'other-diameter': {
    why: 'Thicker filament does not fit; thinner filament under-extrudes.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'not-enough': {
    why: 'A spool that runs out in the middle of a band leaves a seam or a gap.',
    page: 'materials',
    help: go('Use up leftovers…', 'leftovers'),
  },
  'no-bond': {
    why: 'Materials that do not bond peel apart, often in your hands.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'nozzle-ranges': {
    why: 'During the purge both materials are in the nozzle at one temperature: one burns or the other does not flow.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'bed-temperature': {
    why: 'The bed must keep the temperature of the first material, or the part comes off.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'two-flows': {
    why: 'The whole print runs at one speed; filament that melts slowly under-extrudes.',
    page: 'materials',
    help: go('Go to Recipe', 'recipe'),
  },
  'mixed-extrusion': {
    why: 'The file switches between absolute and relative extrusion. Lamella keeps track; your own commands may not.',
    page: 'odd-files',
    help: THE_FILE,
  },
  'not-followed': {
    why: 'If Lamella cannot tell what the printer does, it cannot prove anything and writes no file.',
    page: 'odd-files',
    help: THE_FILE,
  },
  'cut-off': {
    why: 'Without its end, the print stops in mid-air with the heaters on.',
    page: 'odd-files',
    help: OTHER_SLICE,
  },
  'odd-first-layer': {
    why: 'If layers are missing or hang in the air, every number above them is wrong.',
    page: 'layers',
    help: THE_FILE,
  },
  'two-readings': {
    why: 'Some printers would extrude far too much filament, others none. Check that the file prints well without swaps.',
    page: 'odd-files',
    help: THE_FILE,
  },
  'off-the-bed': {
    why: 'The head would hit its end stop, or the print would be in the wrong place.',
    page: 'bed',
    help: go('Choose another printer', 'recipe'),
  },
  'time-left': {
    why: 'The display would show the print as nearly done while swaps are still ahead.',
    page: 'time',
  },
  'swap-in-first-layer': {
    why: 'Before the first layer there is nothing to swap: simply load that colour first.',
    page: 'layers',
  },
  'away-swap': {
    why: 'A printer that waits for hours cools down, and the part may come off the bed.',
    page: 'time',
    help: go('Choose another start', 'plan'),
  },
  'small-contact': {
    why: 'Different materials hold by their contact area. A small area comes apart where a large one holds.',
    page: 'materials',
    help: OTHER_FILAMENTS,
  },
  'primes-first': {
    why: 'The start of the file primes with whatever filament is loaded.',
    page: 'odd-files',
  },
  'alike-for-some': {
    why: 'About one man in twelve is colour-blind and may not see the step.',
    page: 'thin-colours',
    help: OTHER_FILAMENTS,
  },
  'absurd-count': {
    why: 'Every swap takes minutes of work and may leave a visible seam. Parts printed separately need none.',
    page: 'side-by-side',
    help: go('Choose order in Plan', 'plan'),
  },
  'first-layer-colours': {
    why: 'Every swap within the first layer leaves edges that the next colour can catch on.',
    page: 'side-by-side',
  },
  'face-down': {
    why: 'The bed side is seen from below, with left and right reversed.',
    page: 'side-by-side',
    help: go('View from below', 'plan'),
  },
  'thin-inlay': {
    why: 'The colour behind a thin inlay shows through.',
    page: 'thin-colours',
    help: OTHER_FILAMENTS,
  },
  'small-colour': {
    why: 'Another order, or a filament already in use, saves waste.',
    page: 'colour-order',
    help: go('Choose order in Plan', 'plan'),
  },
  'touches-neighbour': {
    why: 'The nozzle scrapes higher neighbours and may tear them off.',
    page: 'dipping',
    help: go('Choose order in Plan', 'plan'),
  },
  'one-place': {
    why: 'Two parts in the same place are printed twice: the nozzle pushes into existing plastic.',
    page: 'joining',
    help: go('Go to Plan', 'plan'),
  },
  'how-they-lie': {
    why: 'A part on top of another must come after it, and a part in a pocket is printed between walls.',
    page: 'joining',
    help: go('Go to Plan', 'plan'),
  },
  'different-heat': {
    why: 'Each file was sliced with its own temperatures, which are restored at each change.',
    page: 'joining',
    help: THE_FILE,
  },
  'different-heights': {
    why: 'Only equal layer heights can be printed together; slice all files with the same ones.',
    page: 'joining',
    help: THE_FILE,
  },
  'bed-between-files': {
    why: 'The part comes off a cooling bed, and a cold nozzle cannot extrude.',
    page: 'file-per-colour',
    help: go('Go to Output', 'output'),
  },
  'fresh-start': {
    why: 'No old colour may ooze onto the part, and no strand may be dragged over it.',
    page: 'file-per-colour',
    help: go('Go to Output', 'output'),
  },
  'homes-between': {
    why: 'Homing is only as accurate as the end stops, so the position may shift.',
    page: 'file-per-colour',
    help: go('Go to Output', 'output'),
  },
  'section-held': {
    why: 'An unknown command may affect everything after it, so nothing is moved past it.',
    page: 'colour-order',
    help: THE_FILE,
  },
  'part-without-filament': {
    why: 'A tool number without a filament prints in whatever is loaded first.',
    page: 'side-by-side',
    help: go('Go to Plan', 'plan'),
  },
  'purge-block': {
    why: 'Slicers add it for printers that change filament themselves.',
    page: 'purging',
    help: OTHER_SLICE,
  },
} as const satisfies Readonly<Record<string, CheckKind>>;
export type CheckCode = keyof typeof KINDS;
export const CHECKS: Readonly<Record<CheckCode, CheckKind>> = KINDS;
