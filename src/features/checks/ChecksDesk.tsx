'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { CHECK_LEVELS, type Check, type CheckLevel } from '@/core/checks/check';
import { clockForm } from '@/browser/clockForm';
import { gatherChecks } from '@/core/checks/gather';
import { useJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { Cautions } from '@/components/Cautions';
import { CheckItem } from './CheckItem';

const LEVEL_TITLES: Readonly<Record<CheckLevel, { title: string; about: string }>> = {
  'will-fail': { title: 'Will fail', about: 'Fix these before you print.' },
  'may-fail': { title: 'May fail', about: 'Fix these, or mark them as known.' },
  'good-to-know': { title: 'Good to know', about: 'Nothing to fix, just good to know.' },
};

/** The Checks station: everything to know before pressing start, worst first. */
export function ChecksDesk() {
  const { plan } = useJob();
  const { checks } = usePlanFindings();
  const known = new Map(plan.known.map(({ id, note }) => [id, note]));
  const open = checks.filter((check) => isOpen(check, known));
  const settled = checks.filter((check) => !isOpen(check, known));
  return (
    <ScrollArea className="flex-1">
      <div className="mx-auto grid max-w-280 gap-x-8 px-5 pb-8 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="min-w-0">
          <h2 className="pt-5 text-lg font-semibold">
            {open.length === 0 ? 'Ready to print' : 'Before you press start'}
          </h2>
          {open.length === 0 && (
            <p className="text-muted">
              All checks of the file, the plan and the printer have passed.
            </p>
          )}
          {CHECK_LEVELS.map((level) => (
            <Group
              key={level}
              {...LEVEL_TITLES[level]}
              checks={open.filter((check) => check.level === level)}
              known={known}
            />
          ))}
          <Group
            title="Marked as known"
            about="You have looked at these and left them."
            checks={settled}
            known={known}
          />
        </div>
        <Cautions />
      </div>
    </ScrollArea>
  );
}

/** What will fail stays open whatever the person knows. */
function isOpen({ id, level }: Check, known: ReadonlyMap<string, string>): boolean {
  return level === 'will-fail' || !known.has(id);
}

interface GroupProps {
  readonly title: string;
  readonly about: string;
  readonly checks: readonly Check[];
  readonly known: ReadonlyMap<string, string>;
}

function Group({ title, about, checks, known }: GroupProps) {
  const { bands } = useJob();
  if (checks.length === 0) return null;
  const swaps = bands.slice(1);
  return (
    <section aria-label={title} className="pt-4">
      <div className="flex flex-wrap items-baseline gap-x-3 pb-1.5">
        <h3 className="text-base font-semibold">{title}</h3>
        <p className="text-sm text-muted">{about}</p>
      </div>
      <ul className="grid gap-2">
        {gatherChecks(checks, { swaps: swaps.length, clock: clockForm() }).map((entry) => (
          <CheckItem
            key={entry.checks[0].id}
            entry={entry}
            note={known.get(entry.checks[0].id) ?? null}
          />
        ))}
      </ul>
    </section>
  );
}
