'use client';

import { HAIR } from '@/core/tolerances';
import { Button } from '@/components/Button';
import { InlineNumber } from '@/components/InlineNumber';
import { clockAt, useStart } from '@/browser/clockTimes';
import { formatDuration, formatGrams, formatMm, plural } from '@/core/format';
import { gramsOf } from '@/core/filament/mass';
import { ORDERS, type Order } from '@/core/order/ordering';
import { machineSeconds } from '@/core/plan/time';
import { ABSURD_SWAPS } from '@/core/checks/partChecks';
import type { OpenedJob } from '@/base/job/jobContext';
import type { PartsView } from '@/base/work/useParts';
import { changePlan } from '@/store/plans/planStore';
import { toast } from '@/store/toast';
import type { OrdersAnswer } from '@/workers/print/protocol';

const ORDER_NAMES: Readonly<Record<Order, string>> = {
  'as-sliced': 'As sliced',
  'fewest-swaps': 'Fewest swaps',
  'colour-by-colour': 'Colour by colour',
};

/** The same where several files are printed together. */
const JOINED_NAMES: Readonly<Record<Order, string>> = {
  'as-sliced': 'File by file',
  'fewest-swaps': 'Layer by layer, fewest swaps',
  'colour-by-colour': 'Colour by colour',
};

/** The three orders side by side, each with its swaps, hands, purge and end. */
export function OrderChoices({ view, parts }: { view: OpenedJob; parts: PartsView }) {
  const { plan, client, reading } = view;
  const names = reading.sources.length > 1 ? JOINED_NAMES : ORDER_NAMES;
  const { answer, progress } = parts;
  const fewest = Math.min(
    ...(answer?.choices ?? []).flatMap((choice) => (choice.ok ? [choice.value.swaps] : [])),
  );
  return (
    <section aria-labelledby="orders-title" aria-busy={progress !== null}>
      <h2 id="orders-title" className="pb-1 font-semibold">
        Order of printing
      </h2>
      <div role="radiogroup" aria-labelledby="orders-title" className="grid gap-1.5">
        {ORDERS.map((order, i) => (
          <label
            key={order}
            className={`flex items-start gap-2 rounded-md border p-2 ${plan.order === order ? 'border-accent bg-accent-soft' : 'border-line bg-paper'}`}
          >
            <input
              type="radio"
              name="order"
              aria-labelledby={`order-${order}`}
              aria-describedby={`figures-${order}`}
              checked={plan.order === order}
              onChange={() =>
                changePlan(`order: ${names[order].toLowerCase()}`, (one) => ({
                  ...one,
                  order,
                }))
              }
              className="mt-1 size-4 accent-accent"
            />
            <span className="min-w-0">
              <span id={`order-${order}`} className="block font-medium">
                {names[order]}
              </span>
              <span id={`figures-${order}`}>
                <OrderFigures choice={answer?.choices[i] ?? null} view={view} />
              </span>
            </span>
          </label>
        ))}
      </div>
      <p className="flex flex-wrap items-center gap-1.5 pt-2 text-sm">
        Colour by colour, the nozzle may dip
        <InlineNumber
          name="How far the nozzle may dip, mm"
          value={plan.dipMm}
          min={0}
          max={10}
          step={0.1}
          onChange={(dipMm) => changePlan('dip of the nozzle', (one) => ({ ...one, dipMm }))}
          className="w-16 rounded border border-edge bg-paper px-2 py-1"
        />
        mm between what is higher.
      </p>
      {progress !== null && <Progress progress={progress} client={client} />}
      {fewest > ABSURD_SWAPS && fewest < Infinity && (
        <p className="pt-2 text-sm text-caution">
          Even the best order takes {fewest} swaps. Printing the colours apart and putting them
          together is the better way.
        </p>
      )}
    </section>
  );
}

function OrderFigures({
  choice,
  view,
}: {
  readonly choice: OrdersAnswer['choices'][number] | null;
  readonly view: OpenedJob;
}) {
  const { plan, reckoned, reading, printer } = view;
  const start = useStart(plan);
  if (choice === null) return <span className="block text-sm text-muted">Being worked out…</span>;
  if (!choice.ok) {
    return <span className="block text-sm text-caution">{choice.refusal.message}</span>;
  }
  const { swaps, purgeMm, dipMm, exact } = choice.value;
  const hands = swaps * reckoned.plan.handSeconds;
  const purging = machineSeconds(purgeMm) - machineSeconds(0) + swaps * machineSeconds(0);
  const ends = clockAt(start, reading.seconds.total + hands + purging);
  return (
    <span className="block text-sm text-muted">
      <span className="font-semibold text-ink">{plural(swaps, 'swap')}</span>
      {dipMm > HAIR && `, the nozzle dips ${formatMm(dipMm)} mm`}
      {!exact && ', perhaps not the least'}
      <span className="block">
        hands {formatDuration(hands)} · purge{' '}
        {formatGrams(gramsOf(purgeMm, printer.filamentDiameter))} · ends {ends}
      </span>
    </span>
  );
}

interface ProgressProps {
  readonly progress: number;
  readonly client: OpenedJob['client'];
}

/** Orders that are being worked out, until they are given up. */
function Progress({ progress, client }: ProgressProps) {
  return (
    <p className="flex items-center gap-2 pt-2 text-sm text-muted">
      <progress
        aria-label="Working the orders out"
        max={1}
        value={progress}
        className="h-2 min-w-0 flex-1"
      />
      <Button
        onClick={() => {
          client.cancelOrders().catch(() => {
            // The print was closed meanwhile.
          });
          toast('The orders are not worked out. Change the dip or a part to begin again.');
        }}
      >
        Cancel
      </Button>
    </p>
  );
}
