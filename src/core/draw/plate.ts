/** Fonts that come along, by how they look. */
export const FONTS = { plain: 'Plain', round: 'Round', slab: 'Slab', stencil: 'Stencil' } as const;
export type FontName = keyof typeof FONTS;

/** Colours on top of the base's own, at most: each is a swap. */
export const MOST_INKS = 6;

/** Where a picture stands beside the text. */
export const PICTURE_PLACES = {
  left: 'left of the text',
  right: 'right of the text',
  above: 'above the text',
  alone: 'alone, without text',
} as const;
export type PicturePlace = keyof typeof PICTURE_PLACES;

/** How colours come about: each with a height of its own, or side by side in the same layers. */
type Arrangement = 'heights' | 'beside';

/** One colour on the base. */
export interface Ink {
  /** Letter of the palette. */
  readonly letter: string;
  /** Whole layers that it adds, or how deep it lies in the face, in layers. */
  readonly layers: number;
}

/** The finest details of a nozzle, as a test piece has found them; null while it has not. Lengths in mm. */
export interface Finest {
  readonly strokeMm: number | null;
  readonly gapMm: number | null;
  readonly moduleMm: number | null;
}

/** A plate: what is drawn on it, and how it is to be printed. Lengths in mm. */
export interface PlateDrawing {
  readonly name: string;
  readonly width: number;
  readonly depth: number;
  readonly radius: number;
  /** Width of the border; 0 for none. */
  readonly border: number;
  readonly holes: 0 | 1 | 2;
  readonly holeDiameter: number;
  /** Lines of text. */
  readonly text: string;
  readonly font: FontName;
  /** Height of the font, from line to line. */
  readonly textSize: number;
  readonly picturePlace: PicturePlace;
  readonly pictureHeight: number;
  readonly arrangement: Arrangement;
  readonly face: 'up' | 'down';
  readonly firstLayer: number;
  readonly layerHeight: number;
  readonly lineWidth: number;
  /** What the printer was found to draw; left out while nobody has measured. */
  readonly finest?: Finest;
  readonly baseLetter: string;
  readonly baseLayers: number;
  /** From the lowest to the highest. */
  readonly inks: readonly Ink[];
  /** Places among the inks. */
  readonly borderInk: number;
  readonly textInk: number;
  /** By colour of the picture. */
  readonly pictureInks: readonly number[];
}

/**
 * From which width on strokes are printed, and are whole, and gaps stay open, mm: as the printer was found to draw
 * them, else one line, two lines and one line.
 */
export function finestOf({ lineWidth, finest }: Pick<PlateDrawing, 'lineWidth' | 'finest'>): {
  readonly stroke: number;
  readonly whole: number;
  readonly gap: number;
} {
  const stroke = finest?.strokeMm ?? null;
  return {
    stroke: stroke ?? lineWidth,
    whole: stroke ?? 2 * lineWidth,
    gap: finest?.gapMm ?? lineWidth,
  };
}

/** Numbers that can be set: from and to, mm or layers. */
export const PLATE_LIMITS = {
  side: { least: 8, most: 400 },
  radius: { least: 0, most: 60 },
  border: { least: 0, most: 40 },
  hole: { least: 1, most: 30 },
  text: { least: 2, most: 200 },
  picture: { least: 2, most: 400 },
  layer: { least: 0.04, most: 1 },
  line: { least: 0.1, most: 2 },
  layers: { least: 1, most: 100 },
} as const;

/** A plate to begin with. */
export const FIRST_PLATE: PlateDrawing = {
  name: 'Boat shed',
  width: 90,
  depth: 44,
  radius: 5,
  border: 2.4,
  holes: 0,
  holeDiameter: 4,
  text: 'Boat shed',
  font: 'plain',
  textSize: 15,
  picturePlace: 'left',
  pictureHeight: 24,
  arrangement: 'heights',
  face: 'up',
  firstLayer: 0.2,
  layerHeight: 0.2,
  lineWidth: 0.45,
  baseLetter: 'D',
  baseLayers: 8,
  inks: [{ letter: 'B', layers: 4 }],
  borderInk: 0,
  textInk: 0,
  pictureInks: [0],
};

/** Longest name of a plate, characters. */
export const LONGEST_NAME = 80;

/** What a plate is called by its text: its lines as one. */
const nameBy = (text: string): string =>
  text.replace(/\s+/g, ' ').trim().slice(0, LONGEST_NAME).trim();

/** What changes in a plate with another text: its name follows, until a person has given it one of its own. */
export function textChange(
  { name, text: before }: Pick<PlateDrawing, 'name' | 'text'>,
  text: string,
): Partial<PlateDrawing> {
  const follows = name.trim() === '' || name === nameBy(before);
  return follows ? { text, name: nameBy(text) } : { text };
}

/** Height over the bed after so many layers, mm. */
export function heightOf(
  { firstLayer, layerHeight }: Pick<PlateDrawing, 'firstLayer' | 'layerHeight'>,
  layers: number,
): number {
  return layers <= 0 ? 0 : Number((firstLayer + (layers - 1) * layerHeight).toFixed(4));
}

/** Layers up to the top of each ink, those that nothing is drawn in left out (`null`). */
export function inkTops(drawing: PlateDrawing, isUsed: readonly boolean[]): (number | null)[] {
  let top = drawing.baseLayers;
  return drawing.inks.map(({ layers }, i) => {
    if (!isUsed[i]) return null;
    top += layers;
    return top;
  });
}
