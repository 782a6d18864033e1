import { HAIR } from '../tolerances';
import type { Print } from '../print/print';
import type { Standing } from './precedence';

/** A purge block takes less than this of a layer's filament, and of the whole print's. */
const MOST_OF_IT = 0.5;

/**
 * The sections of a purge block beside the print, which printers need that change filament by themselves: those
 * at heights of their own, apart from the one at which most of their layer is printed. None where what lies at
 * such heights is most of the print, or all of a layer.
 * @returns places among the reading's sections.
 */
export function purgeSections({ sections }: Pick<Print, 'sections'>): readonly number[] {
  const seen = known.get(sections) ?? findBlock(sections);
  known.set(sections, seen);
  return seen;
}

/** A print's sections do not change; its plan, of which this is asked, does with every frame of a drag. */
const known = new WeakMap<Print['sections'], readonly number[]>();

function findBlock(sections: Print['sections']): readonly number[] {
  const atHeight = new Map<string, number>();
  const ofLayer = new Map<number, number>();
  const keyOf = ({ layer, z }: Print['sections'][number]): string =>
    `${layer} ${Math.round(z / HAIR)}`;
  for (const section of sections) {
    const { layer, filamentMm } = section;
    const key = keyOf(section);
    atHeight.set(key, (atHeight.get(key) ?? 0) + filamentMm);
    ofLayer.set(layer, (ofLayer.get(layer) ?? 0) + filamentMm);
  }
  const aside = sections.flatMap((section, i) => {
    const share = (atHeight.get(keyOf(section)) ?? 0) / (ofLayer.get(section.layer) || 1);
    return share < MOST_OF_IT ? [i] : [];
  });
  const gone = new Set(aside);
  const kept = new Set(sections.flatMap(({ layer }, i) => (gone.has(i) ? [] : [layer])));
  const whole = sections.reduce((sum, { filamentMm }) => sum + filamentMm, 0);
  const block = aside.reduce((sum, i) => sum + sections[i].filamentMm, 0);
  return block < MOST_OF_IT * whole && kept.size === ofLayer.size ? aside : [];
}

/** Whether anything else lies on these sections, so that they cannot be left out. */
export function carries({ liesOn }: Pick<Standing, 'liesOn'>, leftOut: readonly number[]): boolean {
  const gone = new Set(leftOut);
  return liesOn.some((below, i) => !gone.has(i) && below.some((one) => gone.has(one)));
}
