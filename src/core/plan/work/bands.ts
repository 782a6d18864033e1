import { gramsOf } from '../../filament/mass';
import type { PaletteFilament } from '../../filament/palette';
import type { Spool } from '../../filament/shelf/spool';
import type { SwapPlace } from '../../describeLayer';
import { bottomOf, type LayerNumber } from '../../layers';
import { seenShare, type SeenShare, type Surface } from '../../geometry/surface';
import type { Print } from '../../print/print';
import type { SectionPicture } from '../../read/sectionPicture';
import type { BandSettings } from '../../recipe/settings';
import { inVisits } from '../arrangement';
import { filamentOf, type JobPlan } from '../jobPlan';
import type { PartStretch } from '../parts';
import { sectionWishes, stretchOf, type SectionWish } from '../wishes';

/** A run of sections in one filament, in the order of printing: of whole layers in a print of one part. */
export interface Band {
  readonly filament: PaletteFilament;
  /** Its lowest and its highest layer. */
  readonly first: LayerNumber;
  readonly last: LayerNumber;
  /** The layer that it begins with, and whether something of that layer is printed before it. */
  readonly begins: SwapPlace;
  /** Heights, machine mm. */
  readonly bottom: number;
  readonly top: number;
  readonly seconds: number;
  readonly filamentMm: number;
  readonly grams: number;
  /** What it prints of the plan's parts; never empty. Its first section belongs to the first of them. */
  readonly stretches: readonly [PartStretch, ...PartStretch[]];
  /** What its first section wants otherwise than the file. */
  readonly settings: BandSettings;
  /** Filament to purge that the plan names for its first section, mm; null where it names none. */
  readonly purge: number | null;
  /** Its part of the finished surface. */
  readonly seen: SeenShare;
  /** Places of its sections among the reading's, in the order of printing. */
  readonly sections: readonly number[];
}

/** How much of the finished surface some sections make that reach from one layer to another. */
export type Shown = (sections: readonly number[], first: number, last: number) => SeenShare;

/** What shows of bands that are whole layers. */
export function shownByLayers(surface: Surface): Shown {
  return (_, first, last) => seenShare(surface, first, last);
}

/** What shows of sections; nothing while that is not known. */
export function shownBySections(picture: SectionPicture | null): Shown {
  const share = (sections: readonly number[], of: 'above' | 'below'): number =>
    picture
      ? sections.reduce((sum, section) => sum + picture[of][section], 0) / picture.whole[of]
      : 0;
  return (sections) => ({ above: share(sections, 'above'), below: share(sections, 'below') });
}

/** What bands are made of besides the plan. */
export interface BandInputs {
  readonly reading: Pick<Print, 'sections' | 'layers'>;
  readonly shown: Shown;
  /** mm */
  readonly filamentDiameter: number;
  /** By letter; filaments without one weigh as an ordinary one does. */
  readonly spools?: ReadonlyMap<string, Pick<Spool, 'density'>>;
  /** The sections in the order of printing, as places among the reading's: that of the file when left out. */
  readonly order?: readonly number[];
  /** What the plan wants of all sections, in file order, where that is known already. */
  readonly wishes?: readonly SectionWish[];
}

/** The bands of a plan on a print, in the order of printing. Swaps above the last layer give no band. */
export function bandsOf(plan: JobPlan, inputs: BandInputs): Band[] {
  const { reading, shown, filamentDiameter, spools } = inputs;
  const { sections, layers } = reading;
  const { wishes = sectionWishes(plan, reading), order = wishes.map((_, i) => i) } = inputs;
  const wanted = order.map((section) => ({
    wish: wishes[section],
    filament: wishes[section].letter,
    asks: wishes[section].asks,
  }));
  const begun = new Set<number>();
  return inVisits(wanted).map((visit): Band => {
    const places = visit.map(({ wish }) => wish.section);
    const own = places.map((place) => sections[place]);
    const [{ wish }] = visit;
    const first = own.reduce((low, { layer }) => (layer < low ? layer : low), own[0].layer);
    const last = own.reduce((high, { layer }) => (layer > high ? layer : high), own[0].layer);
    const begins = { layer: own[0].layer, inside: begun.has(own[0].layer) };
    for (const { layer } of own) begun.add(layer);
    const filamentMm = own.reduce((sum, one) => sum + one.filamentMm, 0);
    return {
      filament: filamentOf(plan, wish.letter),
      first,
      last,
      begins,
      bottom: bottomOf(layers[first - 1]),
      top: layers[last - 1].z,
      seconds: own.reduce((sum, one) => sum + one.seconds, 0),
      filamentMm,
      grams: gramsOf(filamentMm, filamentDiameter, spools?.get(wish.letter)?.density),
      stretches: stretchesOf(visit.map((one) => one.wish)),
      settings: wish.settings,
      purge: wish.purge,
      seen: shown(places, first, last),
      sections: places,
    };
  });
}

function stretchesOf(wishes: readonly SectionWish[]): Band['stretches'] {
  const [first, ...others] = wishes;
  const stretches: [PartStretch, ...PartStretch[]] = [stretchOf(first)];
  for (const wish of others) {
    const { part, from } = stretchOf(wish);
    const isKnown = stretches.some((one) => one.part === part && one.from === from);
    if (!isKnown) stretches.push({ part, from });
  }
  return stretches;
}

/** The layer by which the plan names the swap before a band; null where it is what its part begins with. */
export function swapBefore({ stretches }: Pick<Band, 'stretches'>): LayerNumber | null {
  return stretches[0].from;
}

/** The band that prints a layer of a print of one part; the last one beyond the end. */
export function bandAt(bands: readonly Band[], layer: number): Band {
  return bands.findLast((band) => band.first <= layer) ?? bands[0];
}
