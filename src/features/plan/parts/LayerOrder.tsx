'use client';

import { Checkbox } from '@/components/controls/Checkbox';
import { Button } from '@/components/Button';
import { SortableList } from '@/components/SortableList';
import { Swatch } from '@/components/Swatch';
import { layerNumber, type LayerNumber } from '@/core/layers';
import { filamentOf } from '@/core/plan/jobPlan';
import { withLayerOrder } from '@/core/plan/edits/partPlan';
import type { OpenedJob } from '@/base/job/jobContext';
import type { PartsView } from '@/base/work/useParts';
import { changePlan } from '@/store/plans/planStore';
import { useRestingView } from '@/store/plans/resting';
import { partName } from '@/core/plan/partName';

/** The order of the parts in the shown layer, which can be laid down by hand: dragged, by keys, or with the arrows. */
export function LayerOrder({ view, parts }: { view: OpenedJob; parts: PartsView }) {
  const { plan, reading } = view;
  const layer = layerNumber(useRestingView((state) => state.layer));
  const inLayer = parts.order.filter((section) => reading.sections[section].layer === layer);
  const keys = [...new Set(inLayer.map((section) => parts.wishes[section].part))];
  const isGiven = plan.layerOrders.some((one) => one.layer === layer);
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
        <p className="text-sm text-muted">Only one part is printed in this layer.</p>
      ) : (
        <SortableList
          label={`Order in layer ${layer}`}
          where={` in layer ${layer}`}
          entries={keys.map((key) => ({ key, name: partName(key, reading.sources) }))}
          onOrder={(next) => lay(layer, next)}
        >
          {(key) => {
            const section = inLayer.find((one) => parts.wishes[one].part === key) ?? inLayer[0];
            const filament = filamentOf(plan, parts.wishes[section].letter);
            return (
              <>
                <Swatch filament={filament} size={20} />
                <span>
                  {partName(key, reading.sources)}{' '}
                  <span className="text-muted">{filament.name}</span>
                </span>
              </>
            );
          }}
        </SortableList>
      )}
      {isGiven && (
        <Button kind="quiet" className="mt-1 px-1 text-sm" onClick={() => lay(layer, null)}>
          Reset order of this layer
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
    <Checkbox
      className="mt-2 text-sm"
      checked={firstGiven}
      onChange={(checked) => lay(layerNumber(1), checked ? sliced : null)}
    >
      Print the first layer in file order
    </Checkbox>
  );
}
