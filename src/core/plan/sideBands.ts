import { gramsOf } from '../filament/mass';
import type { Spool } from '../filament/spool';
import { bottomOf } from '../gcode/layers';
import type { Reading } from '../read/reading';
import type { SectionPicture } from '../read/sectionPicture';
import type { Band } from './bands';
import { filamentOf, type JobPlan } from './jobPlan';
import type { SectionWish } from './sidePlan';

/**
 * The bands of a print whose parts lie side by side: runs of sections in one filament, in the order of
 * printing.
 * @param wishes for all sections, in file order.
 * @param order the sections in the order of printing, as places among the reading's.
 * @param picture what shows of each section; null while it is not known.
 */
export function sideBands(
  plan: JobPlan,
  { sections, layers }: Pick<Reading, 'sections' | 'layers'>,
  wishes: readonly SectionWish[],
  order: readonly number[],
  picture: SectionPicture | null,
  filamentDiameter: number,
  spools: ReadonlyMap<string, Pick<Spool, 'density'>> = new Map(),
): Band[] {
  const runs: number[][] = [];
  for (const section of order) {
    const run = runs.at(-1);
    const goesOn = run && wishes[run[run.length - 1]].letter === wishes[section].letter;
    if (goesOn) run.push(section);
    else runs.push([section]);
  }
  return runs.map((run): Band => {
    const own = run.map((section) => sections[section]);
    const { letter, settings } = wishes[run[0]];
    const numbers = own.map(({ layer }) => layer);
    const first = own.reduce((low, { layer }) => (layer < low ? layer : low), numbers[0]);
    const last = own.reduce((high, { layer }) => (layer > high ? layer : high), numbers[0]);
    const filamentMm = own.reduce((sum, one) => sum + one.filamentMm, 0);
    const seen = (of: 'above' | 'below'): number =>
      picture ? run.reduce((sum, section) => sum + picture[of][section], 0) / picture.whole[of] : 0;
    return {
      filament: filamentOf(plan, letter),
      first,
      last,
      bottom: bottomOf(layers[first - 1]),
      top: layers[last - 1].z,
      seconds: own.reduce((sum, { seconds }) => sum + seconds, 0),
      filamentMm,
      grams: gramsOf(filamentMm, filamentDiameter, spools.get(letter)?.density),
      swap: null,
      settings,
      seen: { above: seen('above'), below: seen('below') },
      sections: run,
    };
  });
}
