'use client';

import type { JobPlan } from '@/core/plan/jobPlan';
import type { PlannedSwap } from '@/core/plan/plannedSwap';
import { Plus, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { FilamentChoice } from '@/features/plan/pickers/FilamentChoice';
import { formatDuration, plural } from '@/core/format';
import { layerNumber } from '@/core/layers';
import { filamentOf } from '@/core/plan/jobPlan';
import type { PlannedPart } from '@/core/plan/parts';
import { withLetterOf, withoutSwap, withSwap } from '@/core/plan/edits/partEdits';
import type { OpenedJob } from '@/base/job/jobContext';
import type { PartsView } from '@/base/work/useParts';
import { changePlan } from '@/store/plans/planStore';
import { useRestingView } from '@/store/plans/resting';
import { showLayer, showPart } from '@/store/plans/viewStore';
import { partName } from '@/core/plan/partName';
import { PartPicture } from './PartPicture';

interface PartRowProps {
  readonly part: PlannedPart;
  readonly view: OpenedJob;
  readonly parts: PartsView;
}

/** One part: where it lies, its filament, its layers and time, and its own swaps by layer. */
export function PartRow({ part, view, parts }: PartRowProps) {
  const { plan, reading } = view;
  const { key, firstLetter, swaps } = part;
  const name = partName(key, reading.sources);
  const isFile = reading.sources.length > 1;
  const shown = useRestingView(({ layer }) => layer);
  const own = reading.sections.filter((_, i) => parts.wishes[i].part === key);
  const layers = new Set(own.map(({ layer }) => layer));
  const seconds = own.reduce((sum, one) => sum + one.seconds, 0);
  const canSwap = shown > 1 && layers.has(layerNumber(shown)) && layers.size > 1;
  const first = own[0]?.layer;
  return (
    <li className="flex gap-3 rounded-md border border-line bg-paper p-2">
      <button
        type="button"
        aria-label={`Show ${name}`}
        onClick={() => {
          showPart(key);
          if (first) showLayer(first);
        }}
        className="size-16 shrink-0 overflow-hidden rounded border border-line bg-sunk"
      >
        <PartPicture
          partKey={key}
          colour={filamentOf(plan, swaps.at(-1)?.letter ?? firstLetter).colour}
          parts={parts}
        />
      </button>
      <div className="min-w-0 flex-1">
        {isFile && <p className="truncate font-medium">{name}</p>}
        <div className="flex items-center gap-2">
          {!isFile && <span className="font-mono text-xs text-muted">{key}</span>}
          <FilamentChoice
            name={`Filament of ${name}`}
            plan={plan}
            letter={firstLetter}
            onChoose={(letter) =>
              changePlan(`filament of ${name}`, (one) =>
                withLetterOf(one, { part: key, from: null }, letter),
              )
            }
          />
        </div>
        <p className="text-sm text-muted">
          {plural(layers.size, 'layer')} from layer {first} · {formatDuration(seconds)}
        </p>
        {swaps.map((swap) => (
          <SwapRow key={swap.layer} part={part} name={name} plan={plan} swap={swap} />
        ))}
        {canSwap && !swaps.some(({ layer }) => layer === shown) && (
          <Button
            kind="quiet"
            className="mt-1 px-1 text-sm"
            onClick={() =>
              changePlan(`swap of ${name} before layer ${shown}`, (one) =>
                withSwap(one, layerNumber(shown), key),
              )
            }
          >
            <Plus aria-hidden size={14} />
            Swap before layer {shown}
            <span className="sr-only"> in {name}</span>
          </Button>
        )}
      </div>
    </li>
  );
}

interface SwapRowProps {
  readonly part: PlannedPart;
  readonly name: string;
  readonly plan: JobPlan;
  readonly swap: PlannedSwap;
}

/** One swap of a part. */
function SwapRow({ part, name, plan, swap }: SwapRowProps) {
  const { key } = part;
  const { layer, letter } = swap;
  return (
    <div className="flex items-center gap-1 text-sm">
      <span>from layer {layer}</span>
      <FilamentChoice
        name={`Filament of ${name} from layer ${layer}`}
        plan={plan}
        letter={letter}
        onChoose={(chosen) =>
          changePlan(`filament of ${name}`, (one) =>
            withLetterOf(one, { part: key, from: layer }, chosen),
          )
        }
      />
      <Button
        kind="quiet"
        aria-label={`Remove the swap before layer ${layer} from ${name}`}
        onClick={() =>
          changePlan(`removal of a swap of ${name}`, (one) => withoutSwap(one, layer, key))
        }
      >
        <X aria-hidden size={14} />
      </Button>
    </div>
  );
}
