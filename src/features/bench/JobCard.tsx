import { Trash2 } from 'lucide-react';
import { Link } from '@/components/Link';
import { formatBytes, formatDuration, formatMm, plural } from '@/core/format';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Job } from '@/store/records';
import { PrintPictureCanvas } from '@/components/PrintPictureCanvas';

interface JobCardProps {
  readonly job: Job;
  readonly plan: JobPlan | null;
  /** True when the browser has lost its file. */
  readonly isLost: boolean;
  readonly onRemove: () => void;
}

/** One job: how it looks, what it is, how large, and the way in. */
export function JobCard({ job, plan, isLost, onRemove }: JobCardProps) {
  return (
    <li className="group relative flex min-w-0 flex-col rounded-lg border border-line bg-panel p-4 focus-within:border-edge hover:border-edge">
      <div className="mb-3 flex h-36 items-center justify-center rounded-md bg-sheet p-2">
        {job.picture ? (
          <PrintPictureCanvas picture={job.picture} plan={plan} layerCount={job.layers} />
        ) : (
          <p className="text-sm text-ink">Open it once to see it here.</p>
        )}
      </div>
      <h2 className="pr-8 text-lg leading-tight font-semibold wrap-anywhere">
        <Link href={`/jobs/${job.id}`} className="after:absolute after:inset-0 after:rounded-lg">
          {job.name}
        </Link>
      </h2>
      <p className="mt-0.5 truncate text-sm text-muted">
        {job.isDemo ? 'Demo job · ' : ''}
        {job.fileName}, {formatBytes(job.bytes)}
      </p>
      {isLost && (
        <p className="mt-1 text-sm font-medium text-caution">
          Its file is gone from this browser. Open the file again; the plan is kept.
        </p>
      )}
      <dl className="mt-3 grid grid-cols-4 gap-2">
        <Fact term="Layers" value={String(job.layers)} />
        <Fact term="Height" value={`${formatMm(job.height)} mm`} />
        <Fact term="Print time" value={formatDuration(job.seconds)} />
        <Fact term="Plan" value={plan ? planFact(plan) : '–'} />
      </dl>
      <button
        type="button"
        onClick={onRemove}
        aria-label={`Delete ${job.name}`}
        className="absolute right-3 bottom-19 rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
      >
        <Trash2 aria-hidden size={16} />
      </button>
    </li>
  );
}

/** `2 swaps`, or `3 parts` where parts lie side by side. */
function planFact({ parts, swaps }: JobPlan): string {
  return parts.length > 0 ? plural(parts.length, 'part') : plural(swaps.length, 'swap');
}

function Fact({ term, value }: { term: string; value: string }) {
  return (
    <div>
      <dt className="text-xs text-muted">{term}</dt>
      <dd className="text-sm font-semibold">{value}</dd>
    </div>
  );
}
