'use client';

import { CHECK_LEVELS, type Check, type CheckLevel } from '@/core/checks/check';
import { useJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { Cautions } from '@/components/Cautions';
import { CheckItem } from './CheckItem';

const LEVEL_TITLES: Readonly<Record<CheckLevel, { title: string; about: string }>> = {
  'will-fail': { title: 'Will fail', about: 'Mend these before you print.' },
  'may-fail': { title: 'May fail', about: 'Mend them, or say that you know.' },
  'good-to-know': { title: 'Good to know', about: 'Nothing to mend; only to have in mind.' },
};

/** The Checks station: everything to know before pressing start, worst first. */
export function ChecksDesk() {
  const { plan } = useJob();
  const { checks } = usePlanFindings();
  const known = new Map(plan.known.map(({ id, note }) => [id, note]));
  const open = checks.filter((check) => isOpen(check, known));
  const settled = checks.filter((check) => !isOpen(check, known));
  return (
    <div className="min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto grid max-w-280 gap-x-8 px-5 pb-8 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="min-w-0">
          <h2 className="pt-5 text-lg font-semibold">
            {open.length === 0 ? 'Nothing speaks against printing' : 'Before you press start'}
          </h2>
          {open.length === 0 && (
            <p className="text-muted">
              No check of the file, the plan and the printer has anything left to say.
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
            title="You know"
            about="Looked at, and left as it is."
            checks={settled}
            known={known}
          />
        </div>
        <Cautions />
      </div>
    </div>
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
  if (checks.length === 0) return null;
  return (
    <section aria-label={title} className="pt-4">
      <div className="flex flex-wrap items-baseline gap-x-3 pb-1.5">
        <h3 className="text-base font-semibold">{title}</h3>
        <p className="text-sm text-muted">{about}</p>
      </div>
      <ul className="grid gap-2">
        {checks.map((check) => (
          <CheckItem key={check.id} check={check} note={known.get(check.id) ?? null} />
        ))}
      </ul>
    </section>
  );
}
