'use client';

import { formatMm } from '@/core/format';
import { ORDERS } from '@/core/order/ordering';
import type { OpenedJob } from '@/base/job/jobContext';
import type { PartsView } from '@/base/work/useParts';
import { showLayer } from '@/store/plans/viewStore';
import { partName } from '@/core/plan/partName';

/** Most neighbours that are listed. */
const SHOWN = 4;

/** Where the nozzle's cone comes to what stands higher in the chosen order. */
export function TouchList({ view, parts }: { view: OpenedJob; parts: PartsView }) {
  const { plan, reading } = view;
  const choice = parts.answer?.choices[ORDERS.indexOf(plan.order)];
  if (!choice?.ok || choice.value.touches.length === 0) return null;
  const { touches } = choice.value;
  return (
    <section aria-labelledby="touches-title">
      <h2 id="touches-title" className="pb-1 font-semibold">
        Neighbours within reach of the nozzle
      </h2>
      <ul className="grid gap-1 text-sm">
        {touches.slice(0, SHOWN).map(({ low, high, touchMm, depthMm }) => {
          const { layer } = reading.sections[low];
          return (
            <li key={`${low} ${high}`}>
              <button
                type="button"
                onClick={() => showLayer(layer)}
                className="text-left hover:underline"
              >
                Layer {layer}, {partName(parts.wishes[low].part, view.reading.sources)} beside{' '}
                {partName(parts.wishes[high].part, view.reading.sources)}: {formatMm(depthMm)} mm
                deep along {Math.round(touchMm)} mm
              </button>
            </li>
          );
        })}
      </ul>
      {touches.length > SHOWN && (
        <p className="text-sm text-muted">and {touches.length - SHOWN} more, less deep.</p>
      )}
    </section>
  );
}
