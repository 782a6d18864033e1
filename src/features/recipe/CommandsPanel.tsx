'use client';

import { Swatch } from '@/components/Swatch';
import { formatMm } from '@/core/format';
import { bottomOf } from '@/core/gcode/layers';
import type { Excerpt } from '@/core/output/excerpts';
import { filamentOf, printedSwaps } from '@/core/plan/jobPlan';
import type { RecipeLine } from '@/core/recipe/render';
import type { Recipe } from '@/core/recipe/recipe';
import { useJob } from '@/features/job/jobContext';
import type { PreviewState } from '@/features/job/usePreview';
import { RoutePicture } from './RoutePicture';
import { SwapSettings } from './SwapSettings';

interface CommandsPanelProps {
  readonly state: PreviewState;
  readonly recipe: Recipe;
  /** Which swap is looked at, from 0. */
  readonly index: number;
  readonly onIndex: (index: number) => void;
}

/** One swap as it will be written: each line with what it does, its way on the bed, its settings. */
export function CommandsPanel({ state, recipe, index, onIndex }: CommandsPanelProps) {
  const { plan, reading } = useJob();
  const swaps = printedSwaps(plan, reading.layers.length);
  const at = Math.min(index, swaps.length - 1);
  const swap = swaps[at];
  if (!swap) {
    return (
      <section className="m-auto max-w-96 p-6 text-center">
        <h2 className="text-base font-semibold">No swap yet</h2>
        <p className="text-muted">
          Choose the layers on Plan first. Then you see here what is written for each swap.
        </p>
      </section>
    );
  }
  const { preview, refusal } = state;
  const excerpt = preview?.excerpts.filter(({ title }) => title?.kind === 'swap')[at];
  const route = preview?.routes[at];
  return (
    <section aria-label="What is written" className="flex min-h-0 min-w-0 flex-col bg-panel">
      <div
        role="radiogroup"
        aria-label="Swap to look at"
        className="flex flex-wrap gap-1 border-b border-line px-4 py-2"
      >
        {swaps.map(({ layer, letter }, i) => (
          <button
            key={layer}
            type="button"
            role="radio"
            aria-checked={i === at}
            onClick={() => onIndex(i)}
            className="flex items-center gap-1.5 rounded-md px-2 py-1 text-sm text-muted hover:bg-sunk aria-checked:bg-accent-soft aria-checked:text-ink"
          >
            <Swatch filament={filamentOf(plan, letter)} size={20} />
            before layer {layer}
          </button>
        ))}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pt-3 pb-6">
        <h2 className="text-base font-semibold">
          Swap {at + 1} of {swaps.length}, at {formatMm(bottomOf(reading.layers[swap.layer - 1]))}{' '}
          mm
        </h2>
        {refusal !== null && (
          <p role="alert" className="mt-2 rounded-md bg-danger-soft px-3 py-2">
            {refusal}
          </p>
        )}
        <div className="grid gap-x-5 gap-y-3 pt-2 xl:grid-cols-[minmax(0,1fr)_14rem]">
          <div className="min-w-0">{excerpt && <CommandList excerpt={excerpt} />}</div>
          <div>
            {route && <RoutePicture route={route} />}
            <SwapSettings swap={swap} recipe={recipe} undoing={preview?.undoing ?? []} />
          </div>
        </div>
      </div>
    </section>
  );
}

/** The lines of a block, each with what it does beside it, or below where there is no room. */
function CommandList({ excerpt }: { excerpt: Excerpt }) {
  return (
    <ol aria-label="Commands of the swap" className="text-sm">
      {runsOf(excerpt.commands).map(({ command, words, times }, i) => (
        <li
          key={i}
          className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1 leading-snug"
        >
          <code className="min-w-28 font-mono text-xs">
            {command}
            {times > 1 && <span className="font-sans text-muted"> × {times}</span>}
          </code>
          <span className="text-muted">{words}</span>
        </li>
      ))}
    </ol>
  );
}

/** The same line several times in a row counts once, with its number. */
function runsOf(lines: readonly RecipeLine[]): (RecipeLine & { times: number })[] {
  const runs: (RecipeLine & { times: number })[] = [];
  for (const line of lines) {
    const last = runs.at(-1);
    if (last?.command === line.command) last.times++;
    else runs.push({ ...line, times: 1 });
  }
  return runs;
}
