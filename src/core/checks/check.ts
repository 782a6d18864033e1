import type { JobPlan } from '../plan/jobPlan';

/** How bad it is, worst first. */
export const CHECK_LEVELS = ['will-fail', 'may-fail', 'good-to-know'] as const;
export type CheckLevel = (typeof CHECK_LEVELS)[number];

/** Every kind of check, with why it matters. */
export const CHECK_REASONS = {
  'no-swap': 'Without a swap the print comes out in one colour.',
  'another-file':
    'Layers of another slice are other heights. A plan moves to a new file only when you agree.',
  'swap-after-end': 'A stop after the last layer changes nothing.',
  'two-swaps': 'Two stops at one layer cost twice the work for one colour.',
  'unsafe-block':
    'The printer would hit something, lose its place, or go on in another state than before.',
  'not-tried':
    'Many printers skip a command that they do not know, without a word. The print then comes out in one colour.',
  'not-understood': 'The printer was found to know another way to stop.',
  'stops-in-file': 'The printer stops there as well, and asks for filament that no plan knows of.',
  'low-strand':
    'What is pushed through needs room to fall, or it curls up and sticks to the nozzle.',
  'nozzle-timeout':
    'A nozzle that has cooled must be heated again before anything is pulled, or the filament tears.',
  'motors-timeout':
    'When the motors let go, the head can be pushed, and the print goes on at another place.',
  'temperature-undone':
    'A temperature of the file inside the band takes back what the filament needs.',
  'thin-band': 'A colour that is too thin lets the one below show through.',
  'one-layer-band': 'One layer seldom hides what is below it.',
  'unseen-band': 'A swap that nobody sees costs minutes for nothing.',
  'same-filament': 'The swap changes nothing.',
  'last-layer': 'One layer at the end seldom covers.',
  'narrow-feature': 'What is narrower than two lines comes out ragged or not at all.',
  'alike-neighbours': 'Colours that look alike side by side make a step that nobody sees.',
  'short-purge': 'What is left of the old colour tints the new one.',
  'many-swaps':
    'Each swap is a chance for a mistake, and an evening at the printer. Parts printed apart and put together may be the better way.',
  'night-swap':
    'A printer that waits through the night cools down, and the part may come off the bed.',
  'long-alone':
    'A hot, printing machine should not be left alone. Someone should look after it in between.',
  'small-first-layer':
    'A part that stands on a small area may come off while you pull at the filament.',
  'heaters-left-on': 'A hot nozzle that is left standing cooks the filament in it, and burns.',
  'one-by-one':
    'With objects printed one after another each swap belongs to one object only, and the head has to pass the finished ones.',
  spiral: 'A spiral has no layer changes: the stop leaves a mark in the middle of a wall.',
  'prime-tower':
    'A tower for clearing the nozzle is made for printers that change by themselves. You purge at the stop instead, so it costs time and filament.',
  'not-enough': 'A spool that runs out in the middle of a band leaves a seam, or air.',
  'no-bond': 'Materials that do not stick to one another peel apart, often in the hand.',
  'nozzle-ranges':
    'While one material clears the other, both are in the nozzle at one temperature: one burns or the other does not flow.',
  'bed-temperature': 'The bed keeps the temperature of the first material, or the part comes off.',
  'two-flows': 'The whole print runs at one speed; what melts slowly comes out thin.',
  'mixed-extrusion':
    'The file changes between absolute and relative filament. Lamella keeps track; a command of your own may not.',
} as const;
export type CheckCode = keyof typeof CHECK_REASONS;

/** What helps: another plan, or a place to go to. */
export type CheckFix =
  | { readonly kind: 'plan'; readonly label: string; readonly plan: JobPlan }
  | {
      readonly kind: 'go';
      readonly label: string;
      readonly to: 'read' | 'plan' | 'recipe' | 'printers';
    };

/** Something to know before pressing start. */
export interface Check {
  /** Its code, and its layer when it belongs to one: stays the same while it is about the same thing. */
  readonly id: string;
  readonly code: CheckCode;
  readonly level: CheckLevel;
  /** What is so, in one sentence. */
  readonly sentence: string;
  /** The layer that it is about; null for the print as a whole. */
  readonly layer: number | null;
  readonly fix: CheckFix | null;
}

/** Makes a check; its id comes from its code and its layer. */
export function checkOf(
  code: CheckCode,
  level: CheckLevel,
  sentence: string,
  { layer = null, fix = null }: { layer?: number | null; fix?: CheckFix | null } = {},
): Check {
  const id = layer === null ? code : `${code}:${layer}`;
  return { id, code, level, sentence, layer, fix };
}
