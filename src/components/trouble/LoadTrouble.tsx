import { Button } from '../Button';

/** What a screen shows when its records could not be loaded. */
export function LoadTrouble({ message, onRetry }: { message: string; onRetry: () => void }) {
  return (
    <div role="alert" className="m-auto max-w-lg p-8">
      <h1 className="text-xl font-semibold">Storage is not available</h1>
      <p className="mt-2">{message}</p>
      <p className="mt-2 text-muted">
        Allow storage for this page, leave private mode, or free up disk space. Your stored data is
        not changed.
      </p>
      <Button className="mt-4" onClick={onRetry}>
        Try again
      </Button>
    </div>
  );
}
