import { FolderOpen } from 'lucide-react';
import { Button } from '@/components/Button';
import type { FileDrop } from '@/browser/useFileDrop';

interface OpenPartProps {
  readonly field: FileDrop['field'];
  readonly onChoose: () => void;
}

/** Opens a saved file, after showing what it would change. */
export function OpenPart({ field, onChoose }: OpenPartProps) {
  return (
    <section
      aria-labelledby="open-title"
      className="rounded-lg border border-line bg-panel px-5 py-4"
    >
      <h2 id="open-title" className="text-lg font-semibold">
        Open a saved file
      </h2>
      <p className="text-muted">
        You first see what is new, changed or the same, and choose what to import. Or drop the file
        anywhere here.
      </p>
      <Button className="mt-3" onClick={onChoose}>
        <FolderOpen aria-hidden size={16} />
        Choose file…
      </Button>
      <input {...field} hidden accept=".zip" aria-label="Saved file" />
    </section>
  );
}
