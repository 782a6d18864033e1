import { Select } from '@/components/controls/Select';
import { formatMm, formatShare } from '@/core/format';
import { topOfLayer, type ReliefLayers } from '@/core/relief/drawing';
import type { ReliefView } from '@/workers/reliefWorker';

interface ShadesPanelProps {
  readonly view: ReliefView;
  readonly layers: ReliefLayers;
  /** By shade: the layers that it is to have; null where that is free. */
  readonly pins: readonly (number | null)[];
  readonly onPin: (shade: number, layers: number | null) => void;
}

/** Shades that are shown: the largest. */
const SHOWN = 12;
const FREE = 'free';

/** What becomes of the main shades of the picture, each of which can be given a height by hand. */
export function ShadesPanel({ view, layers, pins, onPin }: ShadesPanelProps) {
  const { shades, levels, laid } = view;
  const largest = shades
    .map((shade, i) => ({ ...shade, i }))
    .sort((a, b) => b.share - a.share)
    .slice(0, SHOWN);
  const heights = levels.map((_, k) => {
    const count = layers.base + k;
    return { value: String(count), words: `layer ${count}, ${formatMm(topOfLayer(layers, count))} mm` }; // prettier-ignore
  });
  return (
    <section aria-label="Shades of the picture" className="border-t border-line px-4 py-3">
      <h3 className="font-semibold">Shades of the picture</h3>
      <p className="pb-1 text-sm text-muted">
        In the picture, and as printed. Give a shade a height to pin it.
      </p>
      <ul className="grid gap-1">
        {largest.map(({ colour, share, i }) => {
          const height = laid.levels[i];
          return (
            <li key={i} className="flex items-center gap-2 text-sm">
              <span
                aria-hidden
                className="h-6 w-7 rounded-l border border-edge"
                style={{ background: colour }}
              />
              <span
                aria-hidden
                className="-ml-2 h-6 w-7 rounded-r border border-l-0 border-edge"
                style={{ background: levels[height - layers.base] }}
              />
              <span className="w-11 shrink-0 text-right text-muted">{formatShare(share)}</span>
              <Select
                label={`Height of the shade ${colour}`}
                value={String(pins.at(i) ?? FREE)}
                options={[{ value: FREE, words: `automatic: layer ${height}` }, ...heights]}
                onChange={(next) => onPin(i, next === FREE ? null : Number(next))}
                className="min-w-0 flex-1"
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
