import { TriangleAlert } from 'lucide-react';
import { Button } from '@/components/Button';
import { saveJobToHandOn } from '@/base/keep/saveJob';
import type { Job } from '@/store/records/records';

/** A job whose card cannot be drawn: it takes no other card with it. */
export function BrokenCard({ job, onRemove }: { job: Job; onRemove: () => void }) {
  return (
    <li className="flex min-w-0 flex-col rounded-lg border border-line bg-panel p-4">
      <h2 className="flex items-start gap-2 text-lg leading-tight font-semibold wrap-anywhere">
        <TriangleAlert aria-hidden size={18} className="mt-0.5 shrink-0 text-caution" />
        {job.name}
      </h2>
      <p className="mt-1">
        This job cannot be shown: its record is damaged. Its file and plans are kept. Export the
        job, or delete it and open the file again.
      </p>
      <div className="mt-auto flex flex-wrap gap-2 pt-3">
        <Button onClick={() => saveJobToHandOn(job)}>Export job…</Button>
        <Button onClick={onRemove}>Delete job</Button>
      </div>
    </li>
  );
}
