import { Link } from '@/components/Link';

/** Before anything was written: the way to where that is done. */
export function NothingWritten({ jobId }: { jobId: string }) {
  return (
    <div className="m-auto grid max-w-md gap-3 p-6 text-center">
      <h2 className="text-xl font-semibold">Nothing is written yet</h2>
      <p className="text-muted">
        Write the file first. Then this page knows when each swap comes, and what your hands do.
      </p>
      <Link
        href={`/jobs/${jobId}/output`}
        className="mx-auto rounded-md bg-accent px-4 py-2 font-medium text-accent-ink"
      >
        Go to Output
      </Link>
    </div>
  );
}
