import { contrastOf } from '../filament/colour';
import type { PlanNote } from '../plan/work/notes';
import type { CheckCode } from './catalogue';
import { checkOf, type Check, type CheckLevel } from './check';
import type { CheckInputs } from './inputs';

/** What the notes beside the bands are called among the checks, and how bad they are. */
const FROM_NOTES: Readonly<Record<PlanNote['code'], readonly [CheckCode, CheckLevel]>> = {
  'after-the-end': ['swap-after-end', 'will-fail'],
  'two-swaps-on-a-layer': ['two-swaps', 'will-fail'],
  'thin-band': ['thin-band', 'may-fail'],
  'one-layer-band': ['one-layer-band', 'may-fail'],
  'unseen-band': ['unseen-band', 'good-to-know'],
  'same-filament': ['same-filament', 'may-fail'],
  'last-layer': ['last-layer', 'may-fail'],
  'narrow-feature': ['narrow-feature', 'may-fail'],
};

function lower(sentence: string): string {
  return sentence[0].toLowerCase() + sentence.slice(1);
}

/** How the bands will look. */
export function bandChecks({ bands }: CheckInputs, notes: readonly PlanNote[]): Check[] {
  const fromNotes = notes.map(({ code, band, sentence, fix }): Check => {
    const [name, level] = FROM_NOTES[code];
    const filament = bands.find(({ first }) => first === band)?.filament.name;
    // Beside its band a note need not name it; here it has to.
    const isNamed = filament === undefined || sentence.includes(filament);
    const words = isNamed ? sentence : `${filament} from layer ${band}: ${lower(sentence)}`;
    return checkOf(name, level, words, {
      layer: band,
      fix: fix && { kind: 'plan', ...fix },
    });
  });
  const alike = bands.slice(1).flatMap((band, i): Check[] => {
    const below = bands[i];
    if (below.filament.letter === band.filament.letter) return [];
    const pair = `${below.filament.name} and ${band.filament.name}`;
    const about = { layer: band.first };
    const contrast = contrastOf(below.filament, band.filament);
    if (contrast === 'alike') {
      const sentence = `${pair} look very similar side by side.`;
      return [checkOf('alike-neighbours', 'may-fail', sentence, about)];
    }
    if (contrast !== 'alike-for-some') return [];
    const sentence = `${pair} look very similar to colour-blind people.`;
    return [checkOf('alike-for-some', 'good-to-know', sentence, about)];
  });
  return [...fromNotes, ...alike];
}
