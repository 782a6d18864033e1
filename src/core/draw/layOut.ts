import { BRIDGE_MM, touchingCorners } from '../model/extrude';
import type { Area } from './areas';
import { bodiesOf, type PlateBodies } from './bodies';
import type { Lettering } from './lettering';
import { narrowPlaces, type NarrowPlaces } from './narrowPlaces';
import { sizedPicture, type PlatePicture } from './picture';
import { PLATE_LIMITS, type PlateDrawing } from './plate';
import { hasRoom, regionsOf, type PlateRegions } from './regions';

/** A plate as it is drawn, and what is wrong with it. */
export interface LaidPlate {
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

/** Lays a plate out. Hundreds of letters take seconds: it belongs beside the page. */
export function layOutPlate(
  drawing: PlateDrawing,
  picture: PlatePicture | null,
  lettering: Lettering,
): LaidPlate {
  const { text, textSize, pictureHeight } = drawing;
  const letters = text.trim() === '' ? NO_LETTERS : lettering.draw(text, textSize);
  const drawn = picture ? sizedPicture(picture, pictureHeight) : [];
  const regions = regionsOf(drawing, { letters, picture: drawn });
  return {
    regions,
    narrow: narrowPlaces(regions, drawing),
    bodies: bodiesOf(drawing, regions),
    troubles: troublesOf(drawing, regions, lettering.missing(text)),
    notes: [...regions.notes, ...notesOf(drawing, picture), ...notesOnCorners(regions)],
  };
}

/** How much smaller a text is made at each try, until it fits. */
const SMALLER = 0.94;

/** The largest size up to that of the drawing, mm, at which a text has room on the plate. */
export function fittingSize(
  drawing: PlateDrawing,
  picture: PlatePicture | null,
  lettering: Lettering,
  text: string,
): number {
  const drawn = picture ? sizedPicture(picture, drawing.pictureHeight) : [];
  let size = drawing.textSize;
  for (; size > PLATE_LIMITS.text.least; size *= SMALLER) {
    const content = { letters: lettering.draw(text, size), picture: drawn };
    if (hasRoom({ ...drawing, textSize: size }, content)) break;
  }
  return size;
}

function troublesOf(
  { arrangement, face }: PlateDrawing,
  regions: PlateRegions,
  missing: readonly string[],
): string[] {
  const troubles = [...regions.troubles];
  if (missing.length > 0) {
    troubles.push(
      `The font has no ${missing.map((one) => `“${one}”`).join(', ')}. Choose another one.`,
    );
  }
  if (arrangement === 'heights' && face === 'down') {
    troubles.push('Face down, colours by height would print over air. Place them side by side.');
  }
  if (regions.inks.every(({ length }) => length === 0)) {
    troubles.push('The plate is empty so far.');
  }
  return troubles;
}

function notesOf({ pictureHeight, finest }: PlateDrawing, picture: PlatePicture | null): string[] {
  const notes = [...(picture?.notes ?? [])];
  if (picture && picture.moduleSide !== null) {
    const moduleMm = picture.moduleSide * pictureHeight;
    const least = finest?.moduleMm ?? LEAST_MODULE;
    const hard =
      (finest?.moduleMm ?? null) === null
        ? 'Below 1 mm it is hard to scan: enlarge it.'
        : `On your printer codes are read from ${least.toFixed(2)} mm on, as measured: enlarge it.`;
    notes.push(
      `The picture is a code to scan: its modules are ${moduleMm.toFixed(2)} mm. ${moduleMm < least ? hard : 'Test it with a phone before you print many.'}`,
    );
  }
  return notes;
}

function notesOnCorners({ base, inks }: PlateRegions): string[] {
  const count = [base, ...inks].reduce((sum, area) => sum + touchingCorners(area).length, 0);
  if (count === 0) return [];
  return [
    `${count === 1 ? 'In one place' : `In ${count} places`} two corners only touch. In the model they are joined by ${BRIDGE_MM} mm, so that its surface is closed.`,
  ];
}
