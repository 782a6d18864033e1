import { createHash } from 'node:crypto';
import { sourceOf } from '../../src/core/byteSource';
import type { Result } from '../../src/core/findings';
import { prepareOutput } from '../../src/core/write/prepare';
import type { OutputRequest } from '../../src/core/write/request/request';
import { arrange, looksFor, survey } from '../../src/core/write/request/partsRequest';
import { writeOutput } from '../../src/core/blocks/pieces';
import type { Delivery } from '../../src/core/plan/arrangement';
import { sectionsOfList } from '../../src/core/plan/lists/partList';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { readGcode } from '../../src/core/read/reader';
import type { Home } from '../../src/core/recipe/betweenFiles';
import { plainRecipe } from '../../src/core/recipe/recipe';
import { joinFiles, type JoinedInput } from '../../src/core/sources/readSources';
import type { SideOptions } from './partsWritten';
import { bytesOf } from './printFiles';
import type { Written } from './written';

/** Joins made-up files, named `one.gcode`, `two.gcode` and so on. */
export async function joinTexts(texts: readonly string[]): Promise<Result<JoinedInput>> {
  const names = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
  return joinFiles(
    texts.map((text, i) => {
      const bytes = bytesOf(text);
      return {
        name: `${names[i] ?? i + 1}.gcode`,
        fingerprint: createHash('sha256').update(bytes).digest('hex'),
        bytes,
        reading: readGcode(bytes, ORDINARY_PROFILE),
      };
    }),
  );
}

function isList(filaments: unknown): filaments is readonly string[] {
  return Array.isArray(filaments);
}

/**
 * Writes files together, each in a filament of its own; a refusal is answered as such.
 * @param filaments in turns, or of each part by its key.
 */
export async function writeJoined(
  texts: readonly string[],
  {
    order,
    dipMm = 0,
    recipe,
    loadFirst = null,
    delivery = 'one-file',
    home = 'nothing',
    change,
  }: SideOptions & { readonly delivery?: Delivery; readonly home?: Home },
  filaments: readonly string[] | Readonly<Record<string, string>> = [
    'Peat black',
    'Bone white',
    'Reed green',
    'Ochre',
  ],
): Promise<Result<Written>> {
  const joined = await joinTexts(texts);
  if (!joined.ok) return joined;
  const { bytes: input, reading } = joined.value;
  const printer = ORDINARY_PROFILE;
  const source = sourceOf(input);
  const parts = isList(filaments)
    ? Object.fromEntries(texts.map((_, i) => [String(i + 1), filaments[i % 4]]))
    : filaments;
  const sections = sectionsOfList(reading, parts, []);
  if (!sections.ok) return sections;
  const arranged = arrange({
    reading,
    survey: await survey(source, reading, printer, [], looksFor(order, reading)),
    sections: sections.value,
    order,
    dipMm,
    fingerprint: '',
    nozzle: printer.nozzle,
    delivery,
    home,
  });
  if (!arranged.ok) return arranged;
  const asked: OutputRequest = {
    recipe: recipe ?? plainRecipe('spelled-out'),
    printer,
    stopAt: 'restart',
    loadFirst,
    rewrite: [],
    addToRemaining: null,
    takeOut: [],
    arrangement: arranged.value,
    unplaced: [],
  };
  const request = change ? change(asked) : asked;
  const prepared = await prepareOutput(source, reading, request);
  if (!prepared.ok) return prepared;
  const output = writeOutput(input, prepared.value);
  return { ok: true, value: { input, output, reading, request, insertions: prepared.value } };
}
