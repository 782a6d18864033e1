'use client';

import { useDeferredValue, useMemo } from 'react';
import type { Area } from '@/core/draw/areas';
import { bodiesOf, type PlateBodies } from '@/core/draw/bodies';
import type { Lettering } from '@/core/draw/lettering';
import { narrowPlaces, type NarrowPlaces } from '@/core/draw/narrowPlaces';
import { sizedPicture, type PlatePicture } from '@/core/draw/picture';
import type { PlateDrawing } from '@/core/draw/plate';
import { regionsOf, type PlateRegions } from '@/core/draw/regions';

/** A plate as it is drawn, and what is wrong with it. */
export interface Plate {
  readonly regions: PlateRegions;
  readonly narrow: NarrowPlaces;
  readonly bodies: PlateBodies;
  /** What keeps it from being saved, in sentences. */
  readonly troubles: readonly string[];
  /** What is worth saying. */
  readonly notes: readonly string[];
}

const NO_LETTERS: Area = [];
/** Smallest module of a code that telephones read from a print, mm. */
const LEAST_MODULE = 1;

/** Lays a plate out; it follows typing a little later. */
export function usePlate(
  drawing: PlateDrawing,
  picture: PlatePicture | null,
  lettering: Lettering | null,
): Plate {
  const shown = useDeferredValue(drawing);
  return useMemo(() => {
    const { text, textSize, pictureHeight, arrangement, face } = shown;
    const letters = lettering && text.trim() !== '' ? lettering.draw(text, textSize) : NO_LETTERS;
    const drawn = picture ? sizedPicture(picture, pictureHeight) : [];
    const regions = regionsOf(shown, { letters, picture: drawn });
    const narrow = narrowPlaces(regions, shown);
    const troubles = [...regions.troubles];
    const missing = lettering?.missing(text) ?? [];
    if (missing.length > 0) {
      troubles.push(
        `The font has no ${missing.map((one) => `“${one}”`).join(', ')}. Choose another one.`,
      );
    }
    if (arrangement === 'heights' && face === 'down') {
      troubles.push(
        'Face down, colours by height would have to print over air. Lay them side by side.',
      );
    }
    if (regions.inks.every(({ length }) => length === 0)) {
      troubles.push('Nothing is drawn on the base yet.');
    }
    const notes = [...(picture?.notes ?? [])];
    if (picture && picture.moduleSide !== null) {
      const moduleMm = picture.moduleSide * pictureHeight;
      notes.push(
        `The picture is a code to scan: its modules are ${moduleMm.toFixed(2)} mm. ${moduleMm < LEAST_MODULE ? 'Under 1 mm it is hardly read: make it larger.' : 'Try it with a phone before you print many.'}`,
      );
    }
    return { regions, narrow, bodies: bodiesOf(shown, regions), troubles, notes };
  }, [shown, picture, lettering]);
}
