import { Trash2 } from 'lucide-react';
import Link from 'next/link';
import { formatBytes, formatDuration, formatMm } from '@/core/format';
import type { Job } from '@/store/db';

/** One job: what it is, how large, and the way in. */
export function JobCard({ job, onRemove }: { job: Job; onRemove: () => void }) {
  return (
    <li className="group relative flex min-h-44 flex-col rounded-lg border border-line bg-panel p-5 focus-within:border-edge hover:border-edge">
      <h2 className="pr-8 text-lg leading-tight font-semibold">
        <Link href={`/jobs/${job.id}`} className="after:absolute after:inset-0 after:rounded-lg">
          {job.name}
        </Link>
      </h2>
      <p className="mt-0.5 truncate text-sm text-muted">
        {job.isDemo ? 'Demo job · ' : ''}
        {job.fileName}, {formatBytes(job.bytes)}
      </p>
      <dl className="mt-auto grid grid-cols-3 gap-3 pt-4">
        <Fact term="Layers" value={String(job.layers)} />
        <Fact term="Height" value={`${formatMm(job.height)} mm`} />
        <Fact term="Print time" value={formatDuration(job.seconds)} />
      </dl>
      <button
        type="button"
        onClick={onRemove}
        aria-label={`Delete ${job.name}`}
        className="absolute top-4 right-4 rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
      >
        <Trash2 aria-hidden size={16} />
      </button>
    </li>
  );
}

function Fact({ term, value }: { term: string; value: string }) {
  return (
    <div>
      <dt className="text-xs text-muted">{term}</dt>
      <dd className="text-base font-semibold">{value}</dd>
    </div>
  );
}
