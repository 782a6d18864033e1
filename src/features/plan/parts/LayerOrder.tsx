'use client';

import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Swatch } from '@/components/Swatch';
import { layerNumber, type LayerNumber } from '@/core/layers';
import { filamentOf } from '@/core/plan/jobPlan';
import { withLayerOrder } from '@/core/plan/edits/partPlan';
import type { OpenedJob } from '@/base/job/jobContext';
import type { PartsView } from '@/base/work/useParts';
import { changePlan } from '@/store/plans/planStore';
import { useViewStore } from '@/store/plans/viewStore';
import { partName } from '@/core/plan/partName';

/** The order of the parts in the shown layer, which can be laid down by hand: dragged, or with the arrows. */
export function LayerOrder({ view, parts }: { view: OpenedJob; parts: PartsView }) {
  const { plan, reading } = view;
  const layer = layerNumber(useViewStore((state) => state.layer));
  const inLayer = parts.order.filter((section) => reading.sections[section].layer === layer);
  const keys = [...new Set(inLayer.map((section) => parts.wishes[section].part))];
  const isGiven = plan.layerOrders.some((one) => one.layer === layer);
  const [dragged, setDragged] = useState<string | null>(null);
  const move = (key: string, to: number): void => {
    const others = keys.filter((one) => one !== key);
    const next = [...others.slice(0, to), key, ...others.slice(to)];
    lay(layer, next);
  };
  const sliced = [
    ...new Set(
      reading.sections.flatMap((one, i) => (one.layer === 1 ? [parts.wishes[i].part] : [])),
    ),
  ];
  return (
    <section aria-labelledby="layer-order-title">
      <h2 id="layer-order-title" className="pb-1 font-semibold">
        Layer {layer}
      </h2>
      {keys.length < 2 ? (
        <p className="text-sm text-muted">One part alone is printed in this layer.</p>
      ) : (
        <ol aria-label={`Order in layer ${layer}`} className="grid gap-1">
          {keys.map((key, i) => {
            const section = inLayer.find((one) => parts.wishes[one].part === key) ?? inLayer[0];
            const filament = filamentOf(plan, parts.wishes[section].letter);
            return (
              <li
                key={key}
                draggable
                onDragStart={() => setDragged(key)}
                onDragEnd={() => setDragged(null)}
                onDragOver={(event) => dragged !== null && event.preventDefault()}
                onDrop={() => dragged !== null && move(dragged, i)}
                className={`flex cursor-grab items-center gap-2 rounded-md border bg-paper px-2 py-1 text-sm ${dragged === key ? 'border-accent' : 'border-line'}`}
              >
                <Swatch filament={filament} size={20} />
                <span className="mr-auto">
                  {partName(key, reading.sources)}{' '}
                  <span className="text-muted">{filament.name}</span>
                </span>
                <Button
                  kind="quiet"
                  disabled={i === 0}
                  aria-label={`Print ${partName(key, reading.sources)} earlier in layer ${layer}`}
                  onClick={() => move(key, i - 1)}
                >
                  <ArrowUp aria-hidden size={15} />
                </Button>
                <Button
                  kind="quiet"
                  disabled={i === keys.length - 1}
                  aria-label={`Print ${partName(key, reading.sources)} later in layer ${layer}`}
                  onClick={() => move(key, i + 1)}
                >
                  <ArrowDown aria-hidden size={15} />
                </Button>
              </li>
            );
          })}
        </ol>
      )}
      {isGiven && (
        <Button kind="quiet" className="mt-1 px-1 text-sm" onClick={() => lay(layer, null)}>
          Leave the order of this layer free
        </Button>
      )}
      {sliced.length > 1 && <FirstLayerTick view={view} sliced={sliced} />}
    </section>
  );
}

function lay(layer: LayerNumber, parts: readonly string[] | null): void {
  const name = parts ? `order in layer ${layer}` : `free order in layer ${layer}`;
  changePlan(name, (plan) => withLayerOrder(plan, layer, parts));
}

interface FirstLayerTickProps {
  readonly view: OpenedJob;
  readonly sliced: readonly string[];
}

/** The first layer is often left as the slicer has it. */
function FirstLayerTick({ view, sliced }: FirstLayerTickProps) {
  const firstGiven = view.plan.layerOrders.some((one) => one.layer === 1);
  return (
    <label className="mt-2 flex items-start gap-2 text-sm">
      <input
        type="checkbox"
        checked={firstGiven}
        onChange={(event) => lay(layerNumber(1), event.target.checked ? sliced : null)}
        className="mt-0.5 size-4 accent-accent"
      />
      Print the first layer in the order of the file
    </label>
  );
}
