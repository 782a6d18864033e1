'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { ToggleGroup } from 'radix-ui';
import { swapPlace } from '@/core/describeLayer';
import { Swatch } from '@/components/Swatch';
import { formatMm } from '@/core/format';
import { bottomOf } from '@/core/layers';
import type { Excerpt } from '@/core/write/excerpts';
import { swapsOf } from '@/core/plan/arrangement';
import { isWhole } from '@/core/plan/parts';
import type { RecipeLine } from '@/core/recipe/render';
import type { Recipe } from '@/core/recipe/recipe';
import { useJob } from '@/base/job/jobContext';
import type { PreviewState } from '@/base/work/usePreview';
import { RoutePicture } from './RoutePicture';
import { BandSettingsForm } from './BandSettingsForm';

interface CommandsPanelProps {
  readonly state: PreviewState;
  readonly recipe: Recipe;
  /** Which band is looked at: 0 for the first one, which begins with no swap. */
  readonly index: number;
  readonly onIndex: (index: number) => void;
}

/** One swap as it will be written: each line with what it does, its way on the bed, its settings. */
export function CommandsPanel({ state, recipe, index, onIndex }: CommandsPanelProps) {
  const { plan, reading, bands, arrangement } = useJob();
  const swaps = swapsOf(reading, arrangement);
  const at = Math.min(index, swaps.length);
  const band = bands.at(at);
  if (!band || (swaps.length === 0 && isWhole(plan))) {
    return (
      <section className="m-auto max-w-96 p-6 text-center">
        <h2 className="text-base font-semibold">No swap yet</h2>
        <p className="text-muted">
          Choose the layers on Plan first. This page then shows the commands for each swap.
        </p>
      </section>
    );
  }
  const { preview, refusal } = state;
  const isThere = swaps.map(({ opens }) => !opens);
  // Swaps between two files have no block of their own.
  const place = isThere.slice(0, at).filter(Boolean).length - 1;
  const kind = at === 0 ? 'load' : 'swap';
  const blocks = preview?.excerpts.filter(({ title }) => title?.kind === kind) ?? [];
  const hasBlock = at === 0 || isThere[at - 1];
  const excerpt = hasBlock ? blocks[at === 0 ? 0 : place] : undefined;
  const route = at > 0 && hasBlock ? preview?.routes[place] : undefined;
  return (
    <section aria-label="Written commands" className="flex min-h-0 min-w-0 flex-col bg-panel">
      <ToggleGroup.Root
        type="single"
        aria-label="Shown swap"
        value={String(at)}
        // One of them is always shown: pressing it again changes nothing.
        onValueChange={(next) => next !== '' && onIndex(Number(next))}
        className="flex max-h-28 shrink-0 flex-wrap gap-1 overflow-y-auto border-b border-line px-4 py-2"
      >
        {bands.map(({ filament, first }, i) => (
          <ToggleGroup.Item
            key={i}
            value={String(i)}
            className="flex items-center gap-1.5 rounded-md px-2 py-1 text-sm text-muted hover:bg-sunk aria-checked:bg-accent-soft aria-checked:text-ink"
          >
            <Swatch filament={filament} size={20} />
            <span className="sr-only">{filament.name}</span>
            {i === 0 ? 'first load' : swapPlace(swaps[i - 1] ?? { layer: first, inside: false })}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <ScrollArea className="flex-1" inside="px-4 pt-3 pb-6">
        <h2 className="text-base font-semibold">
          {at === 0
            ? `First load: ${band.filament.letter} ${band.filament.name}`
            : `Swap ${at} of ${swaps.length}, at ${formatMm(bottomOf(reading.layers[swaps[at - 1].layer - 1]))} mm`}
        </h2>
        {refusal !== null && (
          <p role="alert" className="mt-2 rounded-md bg-danger-soft px-3 py-2">
            {refusal}
          </p>
        )}
        <div className="grid gap-x-5 gap-y-3 pt-2 xl:grid-cols-[minmax(0,1fr)_14rem]">
          <div className="min-w-0">
            {excerpt ? <CommandList excerpt={excerpt} /> : <NoBlock isFirst={at === 0} />}
          </div>
          <div>
            {route && <RoutePicture route={route} />}
            <BandSettingsForm band={band} recipe={recipe} undoing={preview?.undoing ?? []} />
          </div>
        </div>
      </ScrollArea>
    </section>
  );
}

/** Why nothing is written where a band begins. */
function NoBlock({ isFirst }: { readonly isFirst: boolean }) {
  return (
    <p className="text-sm text-muted">
      {isFirst
        ? 'Load it before you start. Lamella writes nothing for it, unless the print should stop and ask before layer 1.'
        : 'This filament is loaded between two files.'}
    </p>
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
