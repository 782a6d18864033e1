import { STARTING_PALETTE } from '@/core/filament/palette';
import type { Area } from '@/core/draw/areas';
import type { PlateDrawing } from '@/core/draw/plate';
import type { LaidPlate } from '@/core/draw/layOut';

/** The colour of a letter of the palette. */
export const colourOf = (letter: string): string =>
  STARTING_PALETTE.find((one) => one.letter === letter)?.colour ?? '#888888';

const pathOf = (area: Area): string =>
  area
    .map((path) => `M${path.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`).join('L')}Z`)
    .join('');

/** The plate from above, with marks where it is too fine for the line. */
export function PlateView({ drawing, plate }: { drawing: PlateDrawing; plate: LaidPlate }) {
  const { width, depth, inks, baseLetter, name } = drawing;
  const { regions, narrow } = plate;
  const margin = Math.max(width, depth) * 0.04;
  return (
    <svg
      role="img"
      aria-label={`${name} from above, ${width} × ${depth} mm`}
      viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${depth + 2 * margin}`}
      className="absolute inset-0 size-full p-4"
    >
      <g transform={`matrix(1 0 0 -1 0 ${depth})`} fillRule="evenodd">
        <path d={pathOf(regions.base)} fill={colourOf(baseLetter)} />
        {drawing.arrangement === 'beside' && (
          <path d={pathOf(regions.base)} fill="none" stroke="#0003" strokeWidth={0.1} />
        )}
        {inks.map(({ letter }, i) => (
          <path key={i} d={pathOf(regions.inks[i])} fill={colourOf(letter)} />
        ))}
        {drawing.arrangement === 'beside' && (
          <path d={pathOf(regions.ground)} fill="none" stroke="#0006" strokeWidth={0.12} />
        )}
        <path d={pathOf(narrow.thin)} fill="#e8a317" stroke="#7a4d00" strokeWidth={0.15} />
        <path d={pathOf(narrow.closed)} fill="#e8a317" stroke="#7a4d00" strokeWidth={0.15} />
        <path d={pathOf(narrow.lost)} fill="#d3342b" stroke="#fff" strokeWidth={0.15} />
      </g>
    </svg>
  );
}
