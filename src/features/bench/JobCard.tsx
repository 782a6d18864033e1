import { Rotate3d, Trash2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { memo, useState } from 'react';
import { Link } from '@/components/Link';
import { formatBytes, formatDuration, formatMm, plural } from '@/core/format';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import type { Job } from '@/store/records/records';
import { JobPicture } from './JobPicture';
import { STATE_WORDS, type JobState } from './jobState';

// Only a Bench with many jobs has folders.
const FolderMenu = dynamic(() => import('./FolderMenu').then((module) => module.FolderMenu), {
  ssr: false,
});

interface JobCardProps {
  readonly job: Job;
  readonly plan: JobPlan | null;
  readonly state: JobState;
  /** True when the browser has lost its file. */
  readonly isLost: boolean;
  /** Folders to put it in; null while the Bench has none. */
  readonly folders: readonly string[] | null;
  readonly onRemove: (job: Job) => void;
}

const STATE_LOOK: Readonly<Record<JobState, string>> = {
  model: 'bg-sunk text-ink',
  new: 'bg-sunk text-ink',
  planned: 'bg-accent-soft text-ink',
  written: 'bg-accent-soft text-ink',
  printing: 'bg-caution-soft text-caution',
  printed: 'bg-accent text-accent-ink',
};

const SMALL_BUTTON = 'rounded p-1.5 text-muted hover:bg-sunk hover:text-ink';

/**
 * One job: how it looks, what it is, how far it has come, and the way in. There may be hundreds: each is drawn again
 * only for a change of its own.
 */
export const JobCard = memo(function JobCard(props: JobCardProps) {
  const { job, plan, state, isLost, folders, onRemove } = props;
  const [isPointed, setPointed] = useState(false);
  const [isFocused, setFocused] = useState(false);
  return (
    <li
      className="group relative flex min-w-0 flex-col rounded-lg border border-line bg-panel p-4 focus-within:border-edge hover:border-edge"
      onPointerEnter={({ pointerType }) => setPointed(pointerType === 'mouse')}
      onPointerLeave={() => setPointed(false)}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
    >
      <JobPicture job={job} plan={plan} isLooked={isPointed || isFocused} />
      <div className="flex items-start gap-2">
        <h2 className="min-w-0 flex-1 text-lg leading-tight font-semibold wrap-anywhere">
          <Link
            href={`/jobs/${job.id}${state === 'model' ? '/model' : ''}`}
            className="after:absolute after:inset-0 after:rounded-lg"
          >
            {job.name}
          </Link>
        </h2>
        <p className={`shrink-0 rounded-full px-2 py-0.5 text-xs font-medium ${STATE_LOOK[state]}`}>
          {STATE_WORDS[state]}
        </p>
      </div>
      <p className="mt-0.5 truncate text-sm text-muted">
        {job.isDemo ? 'Demo job · ' : ''}
        {job.folder ? `${job.folder} · ` : ''}
        {job.fileName}, {formatBytes(job.bytes)}
      </p>
      {isLost && (
        <p className="mt-1 text-sm font-medium text-caution">
          Its file is no longer in this browser. Open the file again; the plan is kept.
        </p>
      )}
      <div className="mt-3 flex items-end gap-1">
        <dl className="grid min-w-0 flex-1 grid-cols-4 gap-2">
          <Fact term="Layers" value={String(job.layers)} />
          <Fact term="Height" value={`${formatMm(job.height)} mm`} />
          <Fact
            term={job.content.kind === 'model' ? 'Roughly' : 'Print time'}
            value={formatDuration(job.seconds)}
          />
          <Fact term="Plan" value={plan ? planFact(plan) : '–'} />
        </dl>
        <div className="relative flex">
          {folders && <FolderMenu job={job} folders={folders} />}
          <Link
            href={`/jobs/${job.id}/hand`}
            aria-label={`3D view of ${job.name}`}
            className={SMALL_BUTTON}
          >
            <Rotate3d aria-hidden size={16} />
          </Link>
          <button
            type="button"
            onClick={() => onRemove(job)}
            aria-label={`Delete ${job.name}`}
            className="rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
          >
            <Trash2 aria-hidden size={16} />
          </button>
        </div>
      </div>
    </li>
  );
});

/** `2 swaps`, or `3 parts` where parts lie side by side. */
function planFact(plan: JobPlan): string {
  const { parts } = plan;
  return isWhole(plan) ? plural(parts[0].swaps.length, 'swap') : plural(parts.length, 'part');
}

function Fact({ term, value }: { term: string; value: string }) {
  return (
    <div>
      <dt className="text-xs text-muted">{term}</dt>
      <dd className="text-sm font-semibold">{value}</dd>
    </div>
  );
}
