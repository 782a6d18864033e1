import { sourceOf } from '../../src/core/byteSource';
import { prepareOutput } from '../../src/core/write/prepare';
import type { OutputRequest } from '../../src/core/write/request/request';
import { writeOutput } from '../../src/core/blocks/pieces';
import { purgeSections } from '../../src/core/order/purgeBlock';
import type { Arrangement, Visit } from '../../src/core/plan/arrangement';
import type { SlicedFile } from '../../src/core/read/slicedFile';
import { arrange, findParts, survey } from '../../src/core/write/request/partsRequest';
import type { Order } from '../../src/core/order/ordering';
import { sectionsOfList } from '../../src/core/plan/lists/partList';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { plainRecipe, type Recipe } from '../../src/core/recipe/recipe';
import { readGcode } from '../../src/core/read/reader';
import { bytesOf } from './printFiles';
import type { Written } from './written';

/** How a test wants a print of parts side by side. */
export interface SideOptions {
  readonly order: Order;
  readonly dipMm?: number;
  readonly recipe?: Recipe;
  readonly loadFirst?: string | null;
  /** Leave the purge block out. */
  readonly withoutBlock?: boolean;
  /** Changes what is asked for before it is written. */
  readonly change?: (request: OutputRequest) => OutputRequest;
}

/** Writes a print of parts side by side, the parts in these filaments; throws the words of a refusal. */
export async function writeParts(
  text: string,
  filaments: readonly string[],
  { order, dipMm = 0, recipe, loadFirst = null, withoutBlock = false, change }: SideOptions,
): Promise<Written> {
  const input = bytesOf(text);
  const printer = ORDINARY_PROFILE;
  const source = sourceOf(input);
  const reading = readGcode(input, printer);
  const { stretches, replaced } = await findParts(source, reading, printer);
  const keys = stretches.length > 0 ? stretches.map(({ part }) => part) : [];
  const parts = Object.fromEntries(
    (stretches.length > 0
      ? [...new Set(['P1', ...keys])].sort()
      : [...new Set(reading.sections.map(({ tool }) => `T${tool}`))]
    ).map((key, i) => [
      key,
      filaments[stretches.length > 0 ? i : Number(key.slice(1))] ?? `Filament ${i}`,
    ]),
  );
  const sections = sectionsOfList(reading, parts, stretches);
  if (!sections.ok) throw new Error(sections.refusal.message);
  const found = await survey(source, reading, printer, replaced, 'beside');
  const arranged = arrange({
    reading,
    survey: found,
    sections: sections.value,
    order,
    dipMm,
    fingerprint: 'c0ffee00'.repeat(8),
    nozzle: printer.nozzle,
    delivery: 'one-file',
    home: 'nothing',
  });
  if (!arranged.ok) throw new Error(arranged.refusal.message);
  const asked: OutputRequest = {
    recipe: recipe ?? plainRecipe('change-command'),
    printer,
    stopAt: 'restart',
    loadFirst,
    rewrite: [],
    addToRemaining: null,
    takeOut: replaced,
    unplaced: [],
    arrangement: withoutBlock ? withoutPurgeBlock(arranged.value, reading) : arranged.value,
  };
  const request = change ? change(asked) : asked;
  const prepared = await prepareOutput(source, reading, request);
  if (!prepared.ok) throw new Error(prepared.refusal.message);
  const output = writeOutput(input, prepared.value);
  return { input, output, reading, request, insertions: prepared.value };
}

/** An arrangement without the sections of a purge block. */
function withoutPurgeBlock(arrangement: Arrangement, reading: SlicedFile): Arrangement {
  const leftOut = purgeSections(reading);
  const visits: Visit[] = [];
  for (const visit of arrangement.visits) {
    const sections = visit.sections.filter(({ section }) => !leftOut.includes(section));
    const last = visits.at(-1);
    if (sections.length === 0) continue;
    if (last?.filament === visit.filament) {
      visits[visits.length - 1] = { ...last, sections: [...last.sections, ...sections] };
    } else visits.push({ ...visit, sections });
  }
  return { ...arrangement, visits, leftOut };
}
