import { array, boolean, number, object, string } from 'yup';
import { refuse, success, type Result } from '../findings';
import { readShape, type ShapeWords } from '../shape';
import { canStop, RECIPE_KINDS, USUAL_COMMAND } from '../printer/stopKinds';
import { CHANGE_LETTERS, plainRecipe, type ChangeParameters, type Recipe } from './recipe';

/** Commands of a person's own: one plain line each, and not a mark of Lamella's. */
export const ownLine = string()
  .max(120)
  .matches(
    /^[\x20-\x7e]*[\x21-\x7e][\x20-\x7e]*$/,
    'your own lines may contain only plain characters',
  )
  .test('no-mark', 'your own lines must not begin like Lamella’s marks', (line) => {
    return !/^\s*;\s*lamella:/i.test(line ?? '');
  })
  .required()
  .transform((line: unknown) => (typeof line === 'string' ? line.trim() : line));

const length = () => number().min(0).max(2000).nullable();

/** Farther away no head can park, mm. */
const place = () => number().min(-5000).max(5000).required();

/** Everything of a recipe but its kind and command; each field may be left out. */
const recipeFields = {
  change: object(
    Object.fromEntries(CHANGE_LETTERS.map((letter) => [letter, number().min(-2000).max(2000)])),
  ),
  message: boolean(),
  beeps: number().integer().min(0).max(20),
  toneHz: number().min(20).max(20000),
  toneMs: number().min(10).max(5000),
  park: object({ x: place(), y: place() }).nullable().default(undefined),
  lift: length(),
  retract: number().min(0).max(50).nullable(),
  unload: length(),
  load: length(),
  purge: length(),
  standby: number().min(1).max(500).nullable(),
  resumeTemperature: boolean(),
  keepMotors: boolean(),
  releaseExtruder: boolean(),
  scrub: boolean(),
  scrubFirst: boolean(),
  strokes: number().integer().min(1).max(40),
  waitSeconds: number().min(5).max(86400),
  warnings: array(
    object({
      layersAhead: number().integer().min(1).max(500).optional(),
      minutesAhead: number().min(0.5).max(600).optional(),
      tones: number().integer().min(1).max(20).required(),
    })
      .test('one-way', 'a warning needs either layersAhead or minutesAhead', (warning) => {
        return (warning.layersAhead === undefined) !== (warning.minutesAhead === undefined);
      })
      .required(),
  ).max(6),
  before: array(ownLine).max(20),
  after: array(ownLine).max(20),
};

const schema = object({ kind: string().required(), command: string().max(80), ...recipeFields });

const PARAMETER = new RegExp(`^([${CHANGE_LETTERS.join('')}])(-?\\d+(?:\\.\\d+)?)$`, 'i');

/** Parameters that stand behind a change command in one text; null when one cannot be read. */
function parametersOf(words: readonly string[]): ChangeParameters | null {
  const found: Record<string, number> = {};
  for (const word of words) {
    const match = PARAMETER.exec(word);
    if (!match) return null;
    found[match[1].toUpperCase()] = Number(match[2]);
  }
  return found;
}

/**
 * Reads a recipe; what it does not name is the plainest of its kind. A change command may carry its
 * parameters with it, as in `M600 Z20 B3`.
 * @param passOverUnknown for recipes that Lamella itself stored.
 */
export function parseRecipe(json: unknown, passOverUnknown = false): Result<Recipe> {
  const said: ShapeWords = {
    what: 'The type of stop (recipe)',
    code: 'bad-recipe',
    passOverUnknown,
  };
  const read = readShape(schema, json, said);
  if (!read.ok) return read;
  const given = read.value;
  const kind = RECIPE_KINDS.find((one) => one === given.kind);
  if (!kind) {
    const known = RECIPE_KINDS.map((one) => `"${one}"`).join(', ');
    return refuse('unknown-recipe', `The type of stop "${given.kind}" is unknown. Use ${known}.`);
  }
  const text = given.command?.trim() ?? USUAL_COMMAND[kind];
  const [command, ...words] = kind === 'beep-only' ? [''] : text.split(/\s+/);
  const inText = parametersOf(words);
  if (
    !canStop(kind, command) ||
    inText === null ||
    (kind !== 'change-command' && words.length > 0)
  ) {
    const example =
      USUAL_COMMAND[kind] === 'M600' ? 'M600, with parameters if needed' : USUAL_COMMAND[kind];
    return refuse(
      'unknown-command',
      `"${text}" cannot stop a printer with this type of stop (${kind}). Use ${example}.`,
    );
  }
  const { kind: _kind, command: _command, change, ...named } = given;
  const plain = plainRecipe(kind, command);
  // What is left out is undefined here; the schema has checked the rest.
  const filled = {
    ...plain,
    ...definedOf(named),
    change: { ...inText, ...definedOf(change) },
  };
  return success(filled as Recipe);
}

function definedOf(fields: Readonly<Record<string, unknown>>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}
