import { onOneBed, placesOn, type BatchBed, type BatchOnBed } from '@/core/draw/batch';
import type { PlateBodies } from '@/core/draw/bodies';
import { fittingSize, layOutPlate, type LaidPlate } from '@/core/draw/layOut';
import { Lettering } from '@/core/draw/lettering';
import type { PlatePicture } from '@/core/draw/picture';
import type { FontName, PlateDrawing } from '@/core/draw/plate';
import { refuse, success, type Result } from '@/core/findings';
import { offer } from './line/offer';

const fonts = new Map<FontName, Lettering>();

async function letteringOf(name: FontName): Promise<Lettering> {
  const known = fonts.get(name);
  if (known) return known;
  const response = await fetch(`/fonts/${name}.woff`);
  if (!response.ok) throw new Error('The font cannot be loaded.');
  const lettering = Lettering.from(await response.arrayBuffer());
  fonts.set(name, lettering);
  return lettering;
}

/** The plates of a list on their beds, and what is worth saying of them. */
export interface Batch {
  readonly beds: readonly BatchOnBed[];
  /** Names that were made smaller, so that they fit. */
  readonly smaller: readonly string[];
}

/** Lays plates out beside the page, which answers while hundreds of letters are cut. */
const service = {
  /** As many plates of one drawing as there are names, laid out on beds. Tells how many are done. */
  async batch(
    drawing: PlateDrawing,
    picture: PlatePicture | null,
    names: readonly string[],
    bed: BatchBed,
    tell: (share: number) => void,
  ): Promise<Result<Batch>> {
    const places = placesOn(drawing, bed);
    if (places.length === 0)
      return refuse('too-large', 'One plate with this room round it is larger than the bed.');
    const lettering = await letteringOf(drawing.font);
    const smaller: string[] = [];
    const plates: { name: string; bodies: PlateBodies }[] = [];
    for (const [i, name] of names.entries()) {
      const textSize = fittingSize(drawing, picture, lettering, name);
      if (textSize < drawing.textSize) smaller.push(name);
      const { bodies, troubles } = layOutPlate({ ...drawing, text: name, name, textSize }, picture, lettering); // prettier-ignore
      if (troubles.length > 0) return refuse('trouble', `${name}: ${troubles.join(' ')}`);
      plates.push({ name, bodies });
      tell((i + 1) / names.length);
    }
    const beds: BatchOnBed[] = [];
    for (let i = 0; i < plates.length; i += places.length)
      beds.push(onOneBed(plates.slice(i, i + places.length), places));
    return success({ beds, smaller });
  },

  async layOut(drawing: PlateDrawing, picture: PlatePicture | null): Promise<LaidPlate> {
    return layOutPlate(drawing, picture, await letteringOf(drawing.font));
  },
};

export type PlateService = typeof service;

offer(service);
