'use client';

import { Progress } from '@/components/controls/Progress';
import { RadioGroup } from '@/components/controls/RadioGroup';
import { HAIR } from '@/core/tolerances';
import { Button } from '@/components/Button';
import { InlineNumber } from '@/components/form/InlineNumber';
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
      <RadioGroup
        label="Order of printing"
        look="cards"
        value={plan.order}
        choices={ORDERS.map((order, i) => ({
          value: order,
          name: names[order],
          words: (
            <>
              <span className="block font-medium">{names[order]}</span>
              <OrderFigures choice={answer?.choices[i] ?? null} view={view} />
            </>
          ),
        }))}
        onChange={(order) =>
          changePlan(`order: ${names[order].toLowerCase()}`, (one) => ({ ...one, order }))
        }
      />
      <p className="flex flex-wrap items-center gap-1.5 pt-2 text-sm">
        Colour by colour: dip up to
        <InlineNumber
          name="Maximum nozzle dip, mm"
          value={plan.dipMm}
          min={0}
          max={10}
          step={0.1}
          onChange={(dipMm) => changePlan('dip of the nozzle', (one) => ({ ...one, dipMm }))}
          className="w-16"
        />
        mm between higher walls.
      </p>
      {progress !== null && <OrdersProgress progress={progress} client={client} />}
      {fewest > ABSURD_SWAPS && fewest < Infinity && (
        <p className="pt-2 text-sm text-caution">
          Even the best order takes {fewest} swaps. Printing the colours separately and assembling
          them is easier.
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
  if (choice === null) return <span className="block text-sm text-muted">Calculating…</span>;
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
      {!exact && ', possibly not the minimum'}
      <span className="block">
        hands {formatDuration(hands)} · purge{' '}
        {formatGrams(gramsOf(purgeMm, printer.filamentDiameter))} · ends {ends}
      </span>
    </span>
  );
}

interface OrdersProgressProps {
  readonly progress: number;
  readonly client: OpenedJob['client'];
}

/** Orders that are being worked out, until they are given up. */
function OrdersProgress({ progress, client }: OrdersProgressProps) {
  return (
    <p className="flex items-center gap-2 pt-2 text-sm text-muted">
      <Progress label="Calculating the orders" value={progress} className="min-w-0 flex-1" />
      <Button
        onClick={() => {
          client.cancelOrders().catch(() => {
            // The print was closed meanwhile.
          });
          toast('The orders were not calculated. Change the dip or a part to start again.');
        }}
      >
        Cancel
      </Button>
    </p>
  );
}
