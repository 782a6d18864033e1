import { array, boolean, lazy, object } from 'yup';
import { stopCommandRule } from '@/base/prints/stopCommandRule';
import { numberRule, optionalNumberRule } from '@/components/form/rules';
import { withField } from '@/components/form/saving';
import type { Printer } from '@/core/printer/printer';
import {
  CHANGE_LETTERS,
  numbersOf,
  type ChangeLetter,
  type Recipe,
  type Warning,
} from '@/core/recipe/recipe';

/** A recipe as its form shows it: with every parameter of a change command, and the place where the head waits. */
export type RecipeValues = Omit<Recipe, 'change' | 'park'> & {
  readonly change: Readonly<Record<ChangeLetter, number | null>>;
  readonly park: { readonly x: number; readonly y: number };
};

export function valuesOf(recipe: Recipe, printer: Printer): RecipeValues {
  const change = Object.fromEntries(
    CHANGE_LETTERS.map((letter) => [letter, recipe.change[letter] ?? null]),
  ) as RecipeValues['change'];
  return { ...recipe, change, park: numbersOf(recipe, printer).park };
}

/** What has to change in a recipe for one value of its form. */
export function changeOf(values: RecipeValues, path: string, value: unknown): Partial<Recipe> {
  const next = withField(values, path, value);
  const field = path.split('.')[0] as keyof RecipeValues;
  if (field !== 'change') return { [field]: next[field] };
  const given = Object.entries(next.change).filter(([, number]) => number !== null);
  return { change: Object.fromEntries(given) as Recipe['change'] };
}

/** The rows of a change command. */
export const CHANGE_ROWS: readonly {
  readonly letter: ChangeLetter;
  readonly name: string;
  readonly unit: string;
}[] = [
  { letter: 'X', name: 'Park at X', unit: 'mm' },
  { letter: 'Y', name: 'Park at Y', unit: 'mm' },
  { letter: 'Z', name: 'Lift by (Z)', unit: 'mm' },
  { letter: 'E', name: 'Retract first (E)', unit: 'mm' },
  { letter: 'U', name: 'Unload (U)', unit: 'mm' },
  { letter: 'L', name: 'Load (L)', unit: 'mm' },
  { letter: 'B', name: 'Its own beeps (B)', unit: 'times' },
  { letter: 'R', name: 'Return to (R)', unit: '°C' },
  { letter: 'T', name: 'Tool (T)', unit: '' },
];

const LABELS: Readonly<Record<string, string>> = {
  command: 'command of the stop',
  waitSeconds: 'length of the wait',
  resumeTemperature: 'temperature to return to',
  lift: 'lift above the print by',
  park: 'park position',
  keepMotors: 'motors',
  releaseExtruder: 'extruder',
  standby: 'temperature while waiting',
  scrub: 'brush',
  scrubFirst: 'brush before purge',
  warnings: 'advance warnings',
};

/** How a change of a field is called in the history. */
export function labelOf(path: string): string {
  const [field, letter] = path.split('.');
  const row = field === 'change' && CHANGE_ROWS.find((one) => one.letter === letter);
  return row ? row.name.toLowerCase() : (LABELS[field] ?? field);
}

const length = optionalNumberRule(0, 2000);
const place = numberRule(-1000, 10_000);
const isNearBed = (letter: ChangeLetter): boolean => letter === 'X' || letter === 'Y';

/** What may be typed into a recipe. */
export const recipeRules = object({
  command: stopCommandRule,
  message: boolean(),
  beeps: numberRule(0, 20, true),
  change: object(
    Object.fromEntries(
      CHANGE_LETTERS.map((one) => [one, optionalNumberRule(isNearBed(one) ? -1000 : 0, 2000)]),
    ),
  ),
  resumeTemperature: boolean(),
  retract: length,
  lift: length,
  park: object({ x: place, y: place }),
  keepMotors: boolean(),
  unload: length,
  releaseExtruder: boolean(),
  standby: optionalNumberRule(1, 500),
  load: length,
  purge: length,
  scrub: boolean(),
  scrubFirst: boolean(),
  strokes: numberRule(1, 40, true),
  waitSeconds: numberRule(5, 86_400),
  warnings: array(
    lazy((warning: Warning) =>
      'layersAhead' in warning
        ? object({ layersAhead: numberRule(1, 500, true), tones: numberRule(1, 20, true) })
        : object({ minutesAhead: numberRule(1, 500), tones: numberRule(1, 20, true) }),
    ),
  ),
});
