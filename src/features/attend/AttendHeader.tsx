import { Link } from '@/components/Link';
import { StationLinks } from '@/components/StationLinks';

/** The job's name and the way to its other stations; narrow, since the page is for the printer. */
export function AttendHeader({ jobId, name }: { jobId: string; name: string }) {
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-2">
      <div className="min-w-0 lg:w-72">
        <h1 className="truncate text-lg leading-tight font-semibold">{name}</h1>
        <p className="truncate text-sm text-muted">
          <Link href="/" className="underline decoration-line underline-offset-2 hover:text-ink">
            Bench
          </Link>
          {' · At the printer'}
        </p>
      </div>
      <div className="max-md:hidden">
        <StationLinks jobId={jobId} />
      </div>
      <Link
        href={`/jobs/${jobId}`}
        className="ml-auto rounded-md border border-edge px-3 py-1.5 text-sm font-medium md:hidden"
      >
        Plan
      </Link>
    </header>
  );
}
