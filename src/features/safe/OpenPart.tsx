import { FolderOpen } from 'lucide-react';
import { Button } from '@/components/Button';
import { pickFile } from '@/browser/pickFile';

/** Opens a saved file, after showing what it would change. */
export function OpenPart({ onFile }: { onFile: (file: File) => void }) {
  return (
    <section
      aria-labelledby="open-title"
      className="rounded-lg border border-line bg-panel px-5 py-4"
    >
      <h2 id="open-title" className="text-lg font-semibold">
        Open a saved file
      </h2>
      <p className="text-muted">
        You see first what in it is new, changed or the same, and choose what is taken. Or drop it
        anywhere here.
      </p>
      <Button className="mt-3" onClick={() => pickFile('.zip', onFile)}>
        <FolderOpen aria-hidden size={16} />
        Choose the file…
      </Button>
    </section>
  );
}
