import { useId } from 'react';
import type { PaletteFilament } from '@/core/filament/palette';
import { HATCH_PATH, HATCH_TILE, inkOn } from './hatch';

interface SwatchProps {
  readonly filament: Pick<PaletteFilament, 'colour' | 'hatch' | 'letter'>;
  readonly size?: number;
}

/** A filament as a chip: colour, hatch and letter, so that colour is never all there is. */
export function Swatch({ filament, size = 28 }: SwatchProps) {
  const id = useId();
  const { colour, hatch, letter } = filament;
  const ink = inkOn(colour);
  return (
    <svg width={size} height={size} viewBox="0 0 28 28" aria-hidden className="shrink-0">
      <defs>
        <pattern id={id} width={HATCH_TILE} height={HATCH_TILE} patternUnits="userSpaceOnUse">
          <path
            d={HATCH_PATH[hatch]}
            stroke={ink}
            strokeOpacity="0.4"
            strokeWidth="1.2"
            strokeLinecap="round"
          />
        </pattern>
      </defs>
      <rect x="0.5" y="0.5" width="27" height="27" rx="5" fill={colour} stroke="var(--edge)" />
      <rect x="0.5" y="0.5" width="27" height="27" rx="5" fill={`url(#${id})`} />
      <circle cx="14" cy="14" r="8.5" fill={colour} />
      <text x="14" y="18.8" textAnchor="middle" fontSize="13.5" fontWeight="700" fill={ink}>
        {letter}
      </text>
    </svg>
  );
}
