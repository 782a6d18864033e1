import { Swatch } from '@/components/Swatch';
import type { RunBand } from '@/core/run/runPlan';

/** A filament with its letter, hatch, name and spool. */
export function FilamentName({ band, size = 28 }: { band: RunBand; size?: number }) {
  const { filament } = band;
  return (
    <span className="flex min-w-0 items-center gap-2">
      <Swatch filament={filament} size={size} />
      <span className="min-w-0">
        <span className="block font-semibold wrap-anywhere">
          {filament.letter} {filament.name}
        </span>
        {filament.spool !== null && filament.spool !== filament.name && (
          <span className="block text-sm text-muted wrap-anywhere">Spool: {filament.spool}</span>
        )}
      </span>
    </span>
  );
}
