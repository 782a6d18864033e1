'use client';

import type { OutputResult } from '@/base/job/outputState';
import { FileDown } from 'lucide-react';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { formatBytes } from '@/core/format';

/** The files of a delivery in the order in which they are printed, each to be saved by itself. */
export function FileList({ result: { files, fileName } }: { result: OutputResult }) {
  return (
    <section aria-labelledby="files-title" className="pt-5">
      <h2 id="files-title" className="text-base font-semibold">
        Print them in this order
      </h2>
      <p className="text-sm text-muted">
        {fileName} contains all files and a text with the steps in between.
      </p>
      <ol className="mt-1 grid gap-1.5">
        {files.map(({ name, filament, blob }, i) => (
          <li key={name} className="flex items-center gap-2 rounded-md border border-line p-2">
            <span className="font-semibold">{i + 1}</span>
            <span className="min-w-0 flex-1">
              <span className="block font-medium">{filament}</span>
              <span className="block text-sm break-all text-muted">
                {name}, {formatBytes(blob.size)}
              </span>
            </span>
            <Button onClick={() => download(blob, name)} aria-label={`Save ${name}`}>
              <FileDown aria-hidden size={15} />
              Save
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}
