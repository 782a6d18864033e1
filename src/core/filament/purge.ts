import { spoolLightness, spoolStain, type Spool } from './shelf/spool';

/** Ordinary starting values of the purge model. */
const MELT_ZONE_MM3 = 75;
const BASE = 1.5;
const PER_LIGHTNESS = 3;

/** How fast filament is purged, mm/s: slow enough to melt. */
export const PURGE_SPEED = 200 / 60;

/** A colour with the lightness and stain that its spool may have of its own. */
type PurgedColour = Pick<Spool, 'colour'> & Partial<Pick<Spool, 'lightness' | 'stain'>>;

/**
 * Filament extruded at a swap to clear the old colour, mm³: melt zone × (base + k × lightness
 * gained × stain of the old colour). Dark to light needs more than light to dark.
 */
export function purgeVolume(from: PurgedColour, to: PurgedColour): number {
  const gained = Math.max(0, spoolLightness(to) - spoolLightness(from));
  return MELT_ZONE_MM3 * (BASE + PER_LIGHTNESS * gained * spoolStain(from));
}
