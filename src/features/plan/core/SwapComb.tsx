'use client';

import { plural } from '@/core/format';
import { showLayer } from '@/store/plans/viewStore';

/** Most teeth that are drawn. */
const MOST_TEETH = 8;

interface SwapCombProps {
  readonly layer: number;
  readonly count: number;
  /** Place on the core, px. */
  readonly top: number;
  readonly left: number;
}

/** Swaps inside of a layer, as a comb with a tooth for each. */
export function SwapComb({ layer, count, top, left }: SwapCombProps) {
  return (
    <button
      type="button"
      onClick={() => showLayer(layer)}
      className="absolute flex -translate-y-1/2 items-center gap-1 rounded-md border border-edge bg-paper px-1 text-sm leading-5"
      style={{ top, left }}
    >
      <svg aria-hidden width={18} height={14} className="stroke-ink">
        <path d={combPath(count)} className="fill-none" strokeWidth="1.5" />
      </svg>
      <span aria-hidden>{count}</span>
      <span className="sr-only">
        {plural(count, 'swap')} in layer {layer}
      </span>
    </button>
  );
}

function combPath(count: number): string {
  const teeth = Math.min(count, MOST_TEETH);
  const step = teeth > 1 ? 14 / (teeth - 1) : 0;
  const each = Array.from({ length: teeth }, (_, i) => `M${2 + i * step} 3 V12`);
  return ['M1 3 H17', ...each].join(' ');
}
