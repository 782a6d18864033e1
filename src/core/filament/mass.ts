import { filamentArea } from '../geometry/lineWidth';

/** Density of an ordinary polyester filament, g/cm³. */
const ORDINARY_DENSITY = 1.24;

/** Grams of a length of filament: mm of `diameter` mm, density in g/cm³. */
export function gramsOf(filamentMm: number, diameter: number, density = ORDINARY_DENSITY): number {
  return (filamentMm * filamentArea(diameter) * density) / 1000;
}
/** Grams of a volume, mm³, of a filament, g/cm³. */
export const gramsOfMm3 = (mm3: number, density: number): number => (mm3 * density) / 1000;
