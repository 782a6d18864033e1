'use client';

import { Link } from '@/components/Link';
import { usePathname } from 'next/navigation';
import type { Check, CheckLevel } from '@/core/checks/check';
import { worstLevel } from '@/core/checks/checks';
import type { JobPlan } from '@/core/plan/jobPlan';
import { useJob } from './jobContext';
import { usePlanFindings } from './PlanFindings';

/** How a station stands: a number to look at, a word, or nothing to say. */
interface Note {
  readonly text: string;
  readonly words: string;
  readonly isTrouble: boolean;
}

/** A job's stations in working order; each says how it stands. */
export function Stations() {
  const { job, reading, plan, printer, output, request } = useJob();
  const { checks } = usePlanFindings();
  const path = usePathname();
  const warnings = reading.findings.filter(({ severity }) => severity === 'warning').length;
  const home = `/jobs/${job.id}`;
  const stations: readonly { href: string; name: string; note: Note | null }[] = [
    {
      href: `${home}/read`,
      name: 'Read',
      note: warnings > 0 ? { text: String(warnings), words: 'to look at', isTrouble: true } : null,
    },
    { href: home, name: 'Plan', note: null },
    {
      href: `${home}/recipe`,
      name: 'Recipe',
      note:
        printer.understands.testedAt === null
          ? { text: 'not tried', words: 'on your printer', isTrouble: true }
          : null,
    },
    { href: `${home}/checks`, name: 'Checks', note: checksNote(checks, plan) },
    { href: `${home}/output`, name: 'Output', note: outputNote(output, request.swaps.length) },
  ];
  return (
    <nav aria-label="Stations" className="flex flex-wrap gap-1">
      {stations.map(({ href, name, note }) => (
        <Link
          key={href}
          href={href}
          aria-current={path === href ? 'page' : undefined}
          className="flex items-center gap-1.5 rounded-md px-3 py-1.5 font-medium text-muted hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink"
        >
          {name}
          {note && (
            <span
              className={`rounded-full px-1.5 text-xs ${note.isTrouble ? 'bg-caution-soft text-caution' : 'bg-sunk text-ink'}`}
            >
              {note.text}
              <span className="sr-only"> {note.words}</span>
            </span>
          )}
        </Link>
      ))}
    </nav>
  );
}

const LEVEL_NOTES: Readonly<Record<CheckLevel, Note | null>> = {
  'will-fail': { text: 'will fail', words: '', isTrouble: true },
  'may-fail': { text: 'may fail', words: '', isTrouble: true },
  'good-to-know': null,
};

function checksNote(checks: readonly Check[], plan: JobPlan): Note | null {
  const worst = worstLevel(checks, new Set(plan.known.map(({ id }) => id)));
  return worst === null ? null : LEVEL_NOTES[worst];
}

function outputNote(
  { result, refusal }: ReturnType<typeof useJob>['output'],
  swaps: number,
): Note | null {
  if (swaps === 0) return { text: 'no swap yet', words: '', isTrouble: false };
  if (refusal !== null || result?.files.length === 0) {
    return { text: 'blocked', words: '', isTrouble: true };
  }
  return result ? { text: 'done', words: '', isTrouble: false } : null;
}
