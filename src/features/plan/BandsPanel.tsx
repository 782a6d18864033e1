'use client';

import { Trash2 } from 'lucide-react';
import type { ActionContext } from '@/actions/action';
import { formatDuration, formatGrams, formatMm } from '@/core/format';
import type { Step } from '@/core/geometry/steps';
import type { Band } from '@/core/plan/bands';
import type { JobPlan } from '@/core/plan/jobPlan';
import { addSwap, removeSwap } from '@/store/planStore';
import { showLayer, useViewStore } from '@/store/viewStore';
import { Button } from '@/components/Button';
import { ActionButton } from '@/features/job/ActionButton';
import { FilamentMenu } from './FilamentMenu';

interface BandsPanelProps {
  readonly bands: readonly Band[];
  readonly plan: JobPlan;
  readonly steps: readonly Step[];
  readonly context: ActionContext;
}

/** The bands in the order of the core, top first, and the steps that wait for a swap. */
export function BandsPanel({ bands, plan, steps, context }: BandsPanelProps) {
  const layer = useViewStore((state) => state.layer);
  const open = steps.filter((step) => !plan.swaps.some((swap) => swap.layer === step.layer));
  return (
    <section
      aria-labelledby="bands-title"
      className="flex min-h-0 flex-col border-line bg-panel lg:border-l"
    >
      <div className="flex items-center gap-2 px-4 pt-3 pb-2">
        <h2 id="bands-title" className="text-base font-semibold">
          Bands
        </h2>
        <ActionButton actionId="add-swap" context={context} className="ml-auto">
          Swap before layer {layer}
        </ActionButton>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
        <ol className="grid gap-2">
          {bands.toReversed().map((band) => (
            <BandRow key={band.first} band={band} plan={plan} />
          ))}
        </ol>
        <p className="mt-2 text-sm text-muted">
          First load: {bands[0]?.filament.letter} {bands[0]?.filament.name}.
        </p>

        <h3 className="mt-5 mb-1.5 text-sm font-semibold">Steps without a swap</h3>
        {open.length === 0 && (
          <p className="text-sm text-muted">
            {steps.length === 0
              ? 'No layer stands out as a step.'
              : 'Every step found has its swap.'}
          </p>
        )}
        <ul className="grid gap-1.5">
          {open.map((step) => (
            <li key={step.layer} className="flex items-center gap-2 text-sm">
              <button
                type="button"
                onClick={() => showLayer(step.layer)}
                className="min-w-0 flex-1 rounded text-left hover:underline"
              >
                <span className="font-semibold">Layer {step.layer}</span> starts at{' '}
                {formatMm(step.z)} mm.{' '}
                <span className="text-muted">
                  {(step.exposedMm2 / 100).toFixed(1)} cm² below it stay visible.
                </span>
              </button>
              <Button
                onClick={() => addSwap(step.layer)}
                aria-label={`Swap here, at the step before layer ${step.layer}`}
              >
                Swap here
              </Button>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

function BandRow({ band, plan }: { band: Band; plan: JobPlan }) {
  const layers =
    band.first === band.last ? `Layer ${band.first}` : `Layers ${band.first} to ${band.last}`;
  return (
    <li className="rounded-md border border-line bg-paper p-2.5">
      <div className="flex items-center gap-2">
        <FilamentMenu plan={plan} band={band} />
        {band.startsWithSwap && (
          <button
            type="button"
            onClick={() => removeSwap(band.first)}
            aria-label={`Remove the swap before layer ${band.first}`}
            className="ml-auto rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
          >
            <Trash2 aria-hidden size={16} />
          </button>
        )}
      </div>
      <button
        type="button"
        onClick={() => showLayer(band.first)}
        className="mt-1.5 block w-full rounded text-left text-sm hover:underline"
      >
        {layers} · {formatMm(band.bottom)} to {formatMm(band.top)} mm
      </button>
      <p className="text-sm text-muted">
        {formatDuration(band.seconds)} · {formatGrams(band.grams)} ·{' '}
        {(band.filamentMm / 1000).toFixed(2)} m
      </p>
    </li>
  );
}
