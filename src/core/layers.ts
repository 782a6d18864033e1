declare const layerBrand: unique symbol;
/** A layer's number, counted from 1. Never a label of the file, never an index. */
export type LayerNumber = number & { readonly [layerBrand]: true };

/** Brands a whole number from 1 up; throws on anything else, which is a programming error. */
export function layerNumber(value: number): LayerNumber {
  if (!Number.isInteger(value) || value < 1) throw new Error(`Not a layer number: ${value}`);
  return value as LayerNumber;
}

/** One level of extrusion, the unit of everything that Lamella plans. */
export interface Layer {
  readonly number: LayerNumber;
  /** What the sliced file itself calls it, often counted from 0; null where nothing does. */
  readonly label: string | null;
  /** Height of its top, machine mm, and its thickness, mm. */
  readonly z: number;
  readonly thickness: number;
  /** Highest place that it prints at, machine mm: above `z` where a purge block has heights of its own. */
  readonly highest: number;
  readonly seconds: number;
  /** Filament that stays, mm. */
  readonly filamentMm: number;
  /** Area printed, and the part of it that nothing later covers, mm². */
  readonly footprintMm2: number;
  readonly exposedMm2: number;
  /** Area inside the print at this height, its open fill counted as full, mm². */
  readonly spanMm2: number;
}

/** Height of the layer's underside, machine mm. */
export function bottomOf(layer: Layer): number {
  return layer.z - layer.thickness;
}
