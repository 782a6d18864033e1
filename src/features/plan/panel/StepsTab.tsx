'use client';

import { InlineNumber } from '@/components/form/InlineNumber';
import { RadioGroup } from '@/components/controls/RadioGroup';
import { useWorkedPart } from '@/base/work/useWorkedPart';
import { partOf } from '@/core/plan/edits/partEdits';
import { PartChoice } from '../parts/PartChoice';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { formatMm, formatShare } from '@/core/format';
import { dividingLayers, withBandsAt, type Division } from '@/core/plan/byHeight';
import type { Suggestion } from '@/core/plan/edits/suggestions';
import { ActionButton } from '@/base/job/ActionButton';
import { addSwap, changePlan } from '@/store/plans/planStore';
import { showLayer } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';

interface StepsTabProps {
  readonly view: OpenedJob;
  readonly suggestions: readonly Suggestion[];
}

/** Steps that wait for a swap, the most telling first; and bands for prints that have none. */
export function StepsTab({ view, suggestions }: StepsTabProps) {
  const { plan, analysis, actions } = view;
  const ignored = plan.ignoredSteps.length;
  return (
    <>
      <PartChoice view={view} />
      <div className="mb-2 flex items-center gap-2">
        <h2 className="mr-auto text-base font-semibold">Steps without a swap</h2>
        <ActionButton actionId="accept-all-steps" context={actions}>
          Swap at all steps
        </ActionButton>
      </div>
      {suggestions.length === 0 && (
        <p className="text-sm text-muted">
          {analysis.steps.length === 0
            ? 'No layer stands out as a step. For a relief, create bands by height below.'
            : 'Every step already has a swap.'}
        </p>
      )}
      <ul aria-label="Steps" className="grid gap-2">
        {suggestions.map((one) => (
          <SuggestionRow key={one.step.layer} suggestion={one} />
        ))}
      </ul>
      {ignored > 0 && (
        <Button
          kind="quiet"
          className="mt-2"
          onClick={() => changePlan('ignored steps', (one) => ({ ...one, ignoredSteps: [] }))}
        >
          Show the {ignored} ignored again
        </Button>
      )}
      <ColoursByHeight view={view} />
    </>
  );
}

function SuggestionRow({ suggestion }: { suggestion: Suggestion }) {
  const { step, share, reason } = suggestion;
  return (
    <li className="rounded-md border border-line bg-paper p-2.5 text-sm">
      <button
        type="button"
        onClick={() => showLayer(step.layer)}
        className="block w-full rounded text-left hover:underline"
      >
        <span className="font-semibold">Layer {step.layer}</span> starts at {formatMm(step.z)} mm,
        recolours {formatShare(share)}
      </button>
      <p className="mt-0.5 text-muted">{reason}</p>
      <div className="mt-1.5 flex gap-2">
        <Button
          onClick={() => addSwap(step.layer)}
          aria-label={`Swap here, at the step before layer ${step.layer}`}
        >
          Swap here
        </Button>
        <Button
          kind="quiet"
          aria-label={`Ignore the step before layer ${step.layer}`}
          onClick={() =>
            changePlan(`ignored step before layer ${step.layer}`, (plan) => ({
              ...plan,
              ignoredSteps: [...plan.ignoredSteps, step.layer],
            }))
          }
        >
          Ignore
        </Button>
      </div>
    </li>
  );
}

const DIVISIONS: readonly { readonly value: Division; readonly words: string }[] = [
  { value: 'equal-height', words: 'Equal height' },
  { value: 'equal-surface', words: 'Equal visible area' },
];

/** Bands for reliefs without clear steps. */
function ColoursByHeight({ view }: { view: OpenedJob }) {
  const { plan, reading, analysis } = view;
  const part = useWorkedPart(plan);
  const [count, setCount] = useState(3);
  const [division, setDivision] = useState<Division>('equal-surface');
  const starts = dividingLayers(reading.layers, analysis.surface, count, division);
  return (
    <section aria-labelledby="by-height" className="mt-5 border-t border-line pt-3">
      <h2 id="by-height" className="text-base font-semibold">
        Colours by height
      </h2>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1.5 text-sm">
        <label className="flex items-center gap-2">
          Bands
          <InlineNumber
            min={2}
            max={plan.palette.length}
            step={1}
            value={count}
            onChange={setCount}
            className="w-16"
          />
        </label>
        <RadioGroup
          label="Division of the bands"
          look="row"
          value={division}
          choices={DIVISIONS}
          onChange={setDivision}
        />
      </div>
      <p className="mt-2 text-sm text-muted">
        {starts.length === 0
          ? 'The print is too low for that many bands.'
          : `Swaps before ${starts.length === 1 ? 'layer' : 'layers'} ${starts.join(', ')}${partOf(plan, part).swaps.length > 0 ? ', replacing the current swaps' : ''}.`}
      </p>
      <Button
        className="mt-2"
        disabled={starts.length === 0}
        onClick={() => changePlan('colours by height', (one) => withBandsAt(one, starts, part))}
      >
        Make {starts.length + 1} bands
      </Button>
    </section>
  );
}
