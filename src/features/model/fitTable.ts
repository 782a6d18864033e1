import { HAIR } from '@/core/tolerances';
import { formatMm } from '@/core/format';
import { type HeightFit } from '@/core/model/fitHeights';
import type { ModelSetup } from '@/core/model/setup';

/** The heights as text for whoever slices: columns between tabs, as a table or a mail takes them. */
export function fitTable(
  name: string,
  fits: readonly HeightFit[],
  { firstLayer, layerHeight, scaleXY, scaleZ }: ModelSetup,
): string {
  const scaled =
    scaleXY === 1 && scaleZ === 1
      ? ''
      : `Scaled to ${Math.round(scaleXY * 1000) / 10} % along the bed and ${Math.round(scaleZ * 1000) / 10} % upwards.\n`;
  const rows = fits.map(({ z, nearest, error, layer }) => {
    const off = Math.abs(error) < HAIR ? 'lands' : `off by ${formatMm(error)} mm`;
    return [formatMm(z), formatMm(nearest), off, layer, layer - 1].join('\t');
  });
  return [
    name,
    `First layer ${firstLayer} mm, all others ${layerHeight} mm.`,
    scaled + ['Height mm', 'Boundary mm', 'Fits', 'Layer from 1', 'Layer from 0'].join('\t'),
    ...rows,
    '',
  ].join('\n');
}
