'use client';

import { Plus, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { Select } from '@/components/controls/Select';
import { Slider } from '@/components/controls/Slider';
import { formatGrams, formatMm } from '@/core/format';
import { topOfLayer, type ReliefLayers } from '@/core/relief/drawing';
import type { ReliefSpool, Stack } from '@/core/relief/stack';

interface StackPanelProps {
  readonly stack: Stack;
  readonly spools: readonly ReliefSpool[];
  readonly layers: ReliefLayers;
  /** By spool. */
  readonly grams: readonly number[];
  readonly onChange: (stack: Stack) => void;
}

/** The spools from the top down: which, and from which layer. Each can be changed by hand. */
export function StackPanel(props: StackPanelProps) {
  const { stack, spools, onChange } = props;
  return (
    <section aria-label="Spools from the top down" className="border-t border-line px-4 py-3">
      <h3 className="pb-1 font-semibold">Spools from the top down</h3>
      <ol className="grid gap-2">
        {stack
          .map((_, i) => i)
          .toReversed()
          .map((i) => (
            <BandItem key={i} {...props} i={i} />
          ))}
      </ol>
      <Button
        className="mt-2"
        disabled={(stack.at(-1)?.layers ?? 0) < 2 || spools.length < 2}
        onClick={() => onChange(withOneMore(stack, spools.length))}
      >
        <Plus aria-hidden size={16} />
        Add swap
      </Button>
    </section>
  );
}

/** One spool of the stack, and the swap to it. */
function BandItem({ stack, spools, layers, grams, onChange, i }: StackPanelProps & { i: number }) {
  const begins = beginsOf(stack);
  const { spool } = stack[i];
  return (
    <li className="rounded-md bg-paper px-3 py-2 text-sm">
      <div className="flex items-center gap-2">
        <span
          aria-hidden
          className="size-6 shrink-0 rounded border border-edge"
          style={{ background: spools[spool].colour }}
        />
        <Select
          label={i === 0 ? 'Spool of the base' : `Spool from layer ${begins[i]}`}
          value={String(spool)}
          options={spools.map(({ name }, k) => ({ value: String(k), words: name }))}
          onChange={(next) => onChange(tidy(stack.with(i, { ...stack[i], spool: Number(next) })))}
          className="min-w-0 flex-1"
        />
        {i > 0 && (
          <Button
            kind="quiet"
            className="px-2"
            aria-label={`Remove the swap before layer ${begins[i]}`}
            onClick={() => onChange(tidy(without(stack, i)))}
          >
            <X aria-hidden size={16} />
          </Button>
        )}
      </div>
      <p className="pt-1">
        {i === 0
          ? 'Loaded first'
          : `Swap before layer ${begins[i]}, at ${formatMm(topOfLayer(layers, begins[i] - 1))} mm`}
        {` · ${formatGrams(grams[spool])} in all, with purging`}
        {leftWords(spools[spool], grams[spool])}
      </p>
      {i > 0 && (
        <Slider
          label={`Layer of the swap to ${spools[spool].name}`}
          value={begins[i]}
          min={i === 1 ? layers.base + 1 : begins[i - 1] + 1}
          max={(begins.at(i + 1) ?? layers.count + 1) - 1}
          step={1}
          words={`before layer ${begins[i]}`}
          onChange={(to) => onChange(movedSwap(stack, i, to - begins[i]))}
        />
      )}
    </li>
  );
}

/** A stack in which one band begins so many layers later. */
function movedSwap(stack: Stack, i: number, by: number): Stack {
  return stack.map((band, k) =>
    k === i - 1
      ? { ...band, layers: band.layers + by }
      : k === i
        ? { ...band, layers: band.layers - by }
        : band,
  );
}

/** The layer that each band begins with. */
function beginsOf(stack: Stack): number[] {
  let layer = 1;
  return stack.map(({ layers }) => {
    const from = layer;
    layer += layers;
    return from;
  });
}

function leftWords({ gramsLeft }: ReliefSpool, grams: number): string {
  return gramsLeft !== null && grams > gramsLeft ? `, and only ${formatGrams(gramsLeft)} are left` : ''; // prettier-ignore
}

function without(stack: Stack, i: number): Stack {
  return stack.flatMap((band, k) =>
    k === i ? [] : k === i - 1 ? [{ ...band, layers: band.layers + stack[i].layers }] : [band],
  );
}

/** Two bands of one spool are one. */
function tidy(stack: Stack): Stack {
  const out: { spool: number; layers: number }[] = [];
  for (const band of stack) {
    const last = out.at(-1);
    if (last?.spool === band.spool) last.layers += band.layers;
    else out.push({ ...band });
  }
  return out;
}

/** The uppermost band in two, the upper half of another spool. */
function withOneMore(stack: Stack, spools: number): Stack {
  const top = stack[stack.length - 1];
  const upper = Math.floor(top.layers / 2);
  return [
    ...stack.slice(0, -1),
    { ...top, layers: top.layers - upper },
    { spool: (top.spool + 1) % spools, layers: upper },
  ];
}
