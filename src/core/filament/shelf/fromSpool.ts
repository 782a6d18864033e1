import type { PaletteFilament } from '../palette';
import type { Spool } from './spool';

/** A filament with what a spool of the shelf says of it. */
export function fromSpool(
  filament: PaletteFilament,
  { id, name, colour, hidingDepth }: Pick<Spool, 'id' | 'name' | 'colour' | 'hidingDepth'>,
): PaletteFilament {
  return { ...filament, spoolId: id, name, colour, hidingDepth };
}
