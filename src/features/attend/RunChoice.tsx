import { Link } from '@/components/Link';
import type { Run } from '@/store/records/records';
import { useNow } from './useNow';
import { clockOf } from './words';

interface RunChoiceProps {
  readonly all: readonly Run[];
  readonly shown: string;
}

/** A job that prints more than once at a time, or was written again in the meantime: which of them is shown. */
export function RunChoice({ all, shown }: RunChoiceProps) {
  const now = useNow();
  return (
    <nav
      aria-label="Prints of this job"
      className="flex flex-wrap gap-2 border-b border-line bg-panel px-4 py-2 text-sm"
    >
      {all.map(({ id, jobId, events, writtenAt, runPlan }) => {
        const begun = events.find(({ kind }) => kind === 'started');
        return (
          <Link
            key={id}
            href={`/jobs/${jobId}/attend?run=${id}`}
            aria-current={id === shown ? 'page' : undefined}
            className="flex min-h-10 items-center rounded-md border border-edge px-3 font-medium hover:bg-sunk aria-[current=page]:border-accent aria-[current=page]:bg-accent-soft"
          >
            {begun
              ? `Prints since ${clockOf(begun.at, now)}`
              : `Written ${clockOf(writtenAt, now)}, not started`}
            , {runPlan.printer.name}
          </Link>
        );
      })}
    </nav>
  );
}
