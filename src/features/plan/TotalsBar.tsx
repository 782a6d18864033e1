'use client';

import { FileDown } from 'lucide-react';
import type { ActionContext } from '@/actions/action';
import { formatDuration, plural } from '@/core/format';
import type { Reading } from '@/core/gcode/reading';
import type { JobPlan } from '@/core/plan/jobPlan';
import { SWAP_SECONDS, swapSeconds } from '@/core/plan/time';
import { ActionButton } from '@/features/job/ActionButton';

interface TotalsBarProps {
  readonly reading: Reading;
  readonly plan: JobPlan;
  readonly context: ActionContext;
  readonly writing: boolean;
}

/** The count and the time, and the way out. */
export function TotalsBar({ reading, plan, context, writing }: TotalsBarProps) {
  const swaps = plan.swaps.length;
  const atSwaps = swapSeconds(swaps);
  const each = formatDuration(SWAP_SECONDS.machine + SWAP_SECONDS.hands);
  return (
    <footer className="flex flex-wrap items-center gap-x-8 gap-y-2 border-t border-line bg-panel px-4 py-2.5">
      <Total term="Swaps" value={String(swaps)} />
      <Total term="Print alone" value={formatDuration(reading.seconds.total)} />
      <Total term={`Swaps, ${each} each`} value={formatDuration(atSwaps)} />
      <Total term="Together" value={formatDuration(reading.seconds.total + atSwaps)} strong />
      <p className="text-sm text-muted max-lg:hidden">
        {swaps === 0
          ? 'Put a swap in to write the file.'
          : `Someone must be at the printer ${swaps === 1 ? 'once' : plural(swaps, 'time')}.`}
      </p>
      <ActionButton
        actionId="write-file"
        context={context}
        kind="primary"
        className="ml-auto px-5"
        {...(writing && { disabled: true })}
      >
        <FileDown aria-hidden size={16} />
        {writing ? 'Proving…' : 'Write file'}
      </ActionButton>
    </footer>
  );
}

function Total({ term, value, strong = false }: { term: string; value: string; strong?: boolean }) {
  return (
    <dl>
      <dt className="text-xs text-muted">{term}</dt>
      <dd className={`text-base ${strong ? 'font-bold' : 'font-semibold'}`}>{value}</dd>
    </dl>
  );
}
