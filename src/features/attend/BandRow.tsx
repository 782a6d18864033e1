import { Swatch } from '@/components/Swatch';
import type { RunBand } from '@/core/run/runPlan';

/** A filament with its letter, hatch, name and spool. */
export function FilamentName({ band, size = 28 }: { band: RunBand; size?: number }) {
  const { filament } = band;
  return (
    <span className="flex min-w-0 items-center gap-2">
      <Swatch filament={filament} size={size} />
      <span className="min-w-0">
        <span className="block truncate font-semibold">
          {filament.letter} {filament.name}
        </span>
        {filament.spool !== null && filament.spool !== filament.name && (
          <span className="block truncate text-sm text-muted">Spool: {filament.spool}</span>
        )}
      </span>
    </span>
  );
}
