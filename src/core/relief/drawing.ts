/** How a picture becomes a relief. */
export interface ReliefDrawing {
  readonly name: string;
  /** Parts of the picture that are cut off at each side, %. */
  readonly crop: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number }; // prettier-ignore
  /** Quarter turns to the right. */
  readonly turn: 0 | 1 | 2 | 3;
  readonly isMirrored: boolean;
  /** Added to the lightness, and how far apart shades lie against those of the picture, %. */
  readonly brightness: number;
  readonly contrast: number;
  /** Radius in which shades are levelled, mm. */
  readonly smoothing: number;
  /** Width of the picture, without its frame, mm. */
  readonly width: number;
  /** Width of the frame, 0 for none, and diameter of the hole at its top, 0 for none, mm. */
  readonly frame: number;
  readonly hole: number;
  readonly firstLayer: number;
  readonly layerHeight: number;
  readonly lineWidth: number;
  /** Thickness under all of the picture, and of all of it, mm: at least and at most. */
  readonly base: number;
  readonly most: number;
  /** Parts smaller than this join what is around them, mm². */
  readonly leastIsland: number;
  /** Seen in daylight, or backlit. */
  readonly light: 'day' | 'lamp';
  /** Which side is seen: a relief that lies on its face is mirrored. */
  readonly face: 'up' | 'down';
  readonly mostSwaps: number;
  readonly mostSpools: number;
  /** Ids of the spools that may be used; empty for all of the shelf. */
  readonly spools: readonly string[];
}

/** Numbers that can be set: from and to. */
export const RELIEF_LIMITS = {
  crop: { least: 0, most: 45 },
  brightness: { least: -50, most: 50 },
  contrast: { least: 20, most: 300 },
  smoothing: { least: 0, most: 5 },
  width: { least: 10, most: 400 },
  frame: { least: 0, most: 40 },
  hole: { least: 0, most: 20 },
  layer: { least: 0.04, most: 0.6 },
  line: { least: 0.1, most: 2 },
  base: { least: 0.1, most: 10 },
  most: { least: 0.2, most: 20 },
  island: { least: 0, most: 100 },
  swaps: { least: 0, most: 12 },
  spools: { least: 1, most: 12 },
} as const;

/** A relief to begin with. */
export const FIRST_RELIEF: ReliefDrawing = {
  name: 'Relief',
  crop: { left: 0, right: 0, top: 0, bottom: 0 },
  turn: 0,
  isMirrored: false,
  brightness: 0,
  contrast: 100,
  smoothing: 0,
  width: 80,
  frame: 2,
  hole: 0,
  firstLayer: 0.2,
  layerHeight: 0.1,
  lineWidth: 0.45,
  base: 0.6,
  most: 2.4,
  leastIsland: 1,
  light: 'day',
  face: 'up',
  mostSwaps: 4,
  mostSpools: 5,
  spools: [],
};

/** What of a relief decides about the squares and shades of its picture, as one text. */
export function shadesKey(drawing: ReliefDrawing): string {
  const { crop, turn, isMirrored, brightness, contrast, smoothing, width, lineWidth, face } =
    drawing;
  return JSON.stringify([crop, turn, isMirrored, brightness, contrast, smoothing, width, lineWidth, face]); // prettier-ignore
}

/** The layers that a relief is printed in. */
export interface ReliefLayers {
  readonly firstLayer: number;
  readonly layerHeight: number;
  /** Layers under all of the picture, and all of them. */
  readonly base: number;
  readonly count: number;
}

/** More layers than this no relief has. */
const MOST_LAYERS = 120;

/** Whole layers for the heights that are wanted: the base is at least as thick, the whole at most. */
export function reliefLayers({
  firstLayer,
  layerHeight,
  base,
  most,
}: Pick<ReliefDrawing, 'firstLayer' | 'layerHeight' | 'base' | 'most'>): ReliefLayers {
  const upTo = (mm: number): number => 1 + (mm - firstLayer) / layerHeight;
  const under = Math.max(1, Math.ceil(upTo(base) - 1e-6));
  const whole = Math.floor(upTo(most) + 1e-6);
  const count = Math.max(under + 1, Math.min(MOST_LAYERS + under, whole));
  return { firstLayer, layerHeight, base: under, count };
}

/** Thickness of a layer, mm; layers count from 1. */
export function thicknessOf(
  { firstLayer, layerHeight }: Pick<ReliefLayers, 'firstLayer' | 'layerHeight'>,
  layer: number,
): number {
  // prettier-ignore
  return layer === 1 ? firstLayer : layerHeight;
}

/** Height over the bed after so many layers, mm. */
export function topOfLayer(
  { firstLayer, layerHeight }: Pick<ReliefLayers, 'firstLayer' | 'layerHeight'>,
  layers: number,
): number {
  // prettier-ignore
  return layers <= 0 ? 0 : Number((firstLayer + (layers - 1) * layerHeight).toFixed(6));
}
