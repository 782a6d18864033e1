import type { PieceId } from '@/core/measured/measurement';
import { isProfileField, PROFILE_FIELDS } from '@/core/measured/subjects';
import type { FoundValue } from '@/core/pieces/piece';

/** What a person reads of a test piece. */
export interface PieceWords {
  readonly name: string;
  readonly finds: string;
  /** What to do by hand while it prints. */
  readonly handwork: string;
  /** What to look at when it is done. */
  readonly look: string;
  /** What the drawings show: as wanted, and not. */
  readonly good: string;
  readonly bad: string;
}

export const PIECE_WORDS: Readonly<Record<PieceId, PieceWords>> = {
  'purge-ladder': {
    name: 'Purge ladder',
    finds: 'How much filament a change of colour needs, in both directions.',
    handwork:
      'At each swap, load the new filament and resume as soon as it leaves the nozzle. Do not purge by hand: the walls do that.',
    look: 'Each row has one change of colour, and ticks at its start that give its number. Find the first wall that is clean from its foot to its top.',
    good: 'clean from the foot up',
    bad: 'a trace of the old colour',
  },
  'hiding-stairs': {
    name: 'Hiding stairs',
    finds: 'How thick one filament has to be before another one does not show through it.',
    handwork: 'One swap. The rest prints by itself: a good first swap.',
    look: 'Lay it on paper in daylight and find the first stair that looks like the thickest one. Then hold a lamp behind the slot, and find the first stair that shows no light.',
    good: 'looks like the thickest stair',
    bad: 'the lower colour shows through',
  },
  'nozzle-reach': {
    name: 'Nozzle’s reach',
    finds:
      'How wide the flat tip is, how steep the cone is, and how low the head hangs over the print.',
    handwork:
      'Stay with the printer, a finger at the power switch. The nozzle passes thin walls on purpose and may bend them: nothing else is in its way.',
    look: 'Measure each fin and each ring from the bed to its first mark, or count its layers.',
    good: 'smooth up to its top',
    bad: 'marked from a height on',
  },
  'place-again': {
    name: 'Position again',
    finds:
      'How exactly the printer comes back after a stop, after homing X and Y, and after its motors were off.',
    handwork:
      'One swap. Then the printer homes X and Y by itself. If its profile says that it runs files itself, it also switches the motors of X and Y off for a moment. Touch nothing.',
    look: 'Read it on the bed, before you remove it. In each scale find the two strokes that are in line, counted from the long stroke in the middle.',
    good: 'the middle strokes are in line',
    bad: 'others are in line: that is the shift',
  },
  time: {
    name: 'Time',
    finds: 'How fast the printer really accelerates, takes corners and heats.',
    handwork:
      'No filament is used. Take the time from the first tone to the second of each stretch.',
    look: 'Press the stop watch at the tones, or film the printer with your phone and read the times off the film.',
    good: 'pressed at both tones',
    bad: 'pressed when the next stretch begins',
  },
  smallest: {
    name: 'Smallest details',
    finds:
      'The narrowest stroke and gap, and the smallest code, for this nozzle and these two colours.',
    handwork: 'One swap, to the darker filament.',
    look: 'Find the narrowest stroke without breaks and the narrowest gap without bridges. Scan the codes with your phone: each says its own size.',
    good: 'whole and sharp',
    bad: 'broken, or grown together',
  },
  stop: {
    name: 'Stop',
    finds: 'Which stop command the printer knows.',
    handwork: 'No filament is used. Answer the printer at each stop.',
    look: 'Record what it did after each number of beeps.',
    good: 'it waits for you',
    bad: 'it continues at once',
  },
};

/** What a found number is called, and its unit. */
export function nameOfValue(
  subject: string,
  readings: readonly { readonly id: string; readonly name: string }[],
): string {
  if (isProfileField(subject)) return PROFILE_FIELDS[subject].name;
  return readings.find(({ id }) => id === subject)?.name ?? subject;
}

/** A found number with its unit and how far off it may be. */
export function valueWords({
  subject,
  value,
  spread,
}: Pick<FoundValue, 'subject' | 'value' | 'spread'>): string {
  const { unit, digits } = isProfileField(subject)
    ? PROFILE_FIELDS[subject]
    : { unit: 'mm', digits: subject.startsWith('purge') ? 0 : 2 };
  return `${value.toFixed(digits)} ± ${spread.toFixed(digits)}\u202f${unit}`;
}
