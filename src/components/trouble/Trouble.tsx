import { Link } from '@/components/Link';
import { Button } from '../Button';

interface TroubleProps {
  readonly title?: string;
  readonly message: string;
  readonly onRetry?: () => void;
}

/** What a screen shows when it cannot go on: what happened, and the ways out. */
export function Trouble({ title = 'This did not work', message, onRetry }: TroubleProps) {
  return (
    <div role="alert" className="m-auto max-w-lg p-8">
      <h1 className="text-xl font-semibold">{title}</h1>
      <p className="mt-2">{message}</p>
      <p className="mt-2 text-muted">Your jobs and plans are kept.</p>
      <div className="mt-4 flex items-center gap-3">
        {onRetry && <Button onClick={onRetry}>Try again</Button>}
        <Link
          href="/"
          className="inline-flex min-h-6 items-center font-medium text-accent underline"
        >
          Go to the Bench
        </Link>
      </div>
    </div>
  );
}
