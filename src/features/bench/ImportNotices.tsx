import { Progress } from '@/components/controls/Progress';
import { TriangleAlert, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { progressWords } from '@/browser/readProgress';
import type { FailedImport, RunningImport } from './useBench';

/** A file that is being read, with how far it is and a way to stop. */
export function RunningNotice({ notice }: { notice: RunningImport }) {
  const { fileName, progress, cancel } = notice;
  const share = progress ? progress.bytes / Math.max(1, progress.totalBytes) : 0;
  return (
    <div
      className="flex items-center gap-4 rounded-lg border border-line bg-panel px-4 py-2.5"
      aria-busy="true"
    >
      <div className="min-w-0 flex-1">
        <p className="truncate font-medium">Reading {fileName}</p>
        <Progress label={`Reading ${fileName}`} value={share} />
        <p className="text-sm text-muted">{progressWords(progress)}</p>
      </div>
      <Button onClick={cancel} aria-label={`Cancel reading ${fileName}`}>
        Cancel
      </Button>
    </div>
  );
}

/** A file that could not be opened, in the user's words. */
export function FailedNotice({
  notice,
  onDismiss,
}: {
  notice: FailedImport;
  onDismiss: () => void;
}) {
  return (
    <div role="alert" className="flex items-start gap-3 rounded-lg bg-danger-soft px-4 py-2.5">
      <TriangleAlert aria-hidden size={18} className="mt-0.5 shrink-0 text-danger" />
      <p className="min-w-0 flex-1">
        <strong className="font-semibold break-words">{notice.fileName}</strong> was not opened.{' '}
        {notice.message}
      </p>
      <button
        type="button"
        onClick={onDismiss}
        aria-label={`Dismiss the message about ${notice.fileName}`}
        className="rounded p-1 hover:bg-panel"
      >
        <X aria-hidden size={16} />
      </button>
    </div>
  );
}
