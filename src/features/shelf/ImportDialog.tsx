'use client';

import { Dialog } from 'radix-ui';
import { toast } from 'sonner';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { formatGrams, plural } from '@/core/format';
import { mergeShelves, spoolNamed, type ShelfRow } from '@/core/filament/shelfCsv';
import type { Spool } from '@/core/filament/spool';
import { replaceShelf, useShelf } from '@/store/shelfStore';

interface ImportDialogProps {
  /** What a CSV file holds; null for no file. */
  readonly rows: readonly ShelfRow[] | null;
  readonly onClose: () => void;
}

/** Shows what will be read from a CSV file, and what cannot, before anything changes. */
export function ImportDialog({ rows, onClose }: ImportDialogProps) {
  const shelf = useShelf((state) => state.spools) ?? [];
  const good = rows?.flatMap((row) => ('spool' in row ? [row] : [])) ?? [];
  const spools = good.map(({ spool }) => spool);
  const wrong = (rows?.length ?? 0) - good.length;
  const merged = mergeShelves(shelf, good);
  const apply = (next: readonly Spool[], words: string): void => {
    const before = shelf;
    void replaceShelf(next);
    toast(words, {
      duration: 12_000,
      action: { label: 'Undo', onClick: () => void replaceShelf(before) },
    });
    onClose();
  };
  return (
    <Dialog.Root open={rows !== null} onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title="Spools from a file"
        description={`${plural(spools.length, 'spool')} can be read${wrong > 0 ? `, ${plural(wrong, 'row')} cannot` : ''}. Nothing has changed yet.`}
      >
        <div className="max-h-72 overflow-y-auto rounded-md border border-line">
          <table className="w-full border-collapse text-left text-sm">
            <thead className="sr-only">
              <tr>
                <th scope="col">Line</th>
                <th scope="col">Spool</th>
                <th scope="col">Left</th>
              </tr>
            </thead>
            <tbody>
              {rows?.map((row) => (
                <tr key={row.line} className="border-b border-line last:border-0">
                  <td className="px-3 py-1 text-muted">line {row.line}</td>
                  {'spool' in row ? (
                    <SpoolCells spool={spoolNamed(merged.spools, row.spool.name) ?? row.spool} />
                  ) : (
                    <td colSpan={2} className="px-3 py-1 text-danger">
                      {row.error}
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="flex flex-wrap gap-2 pt-4">
          <Button
            kind="primary"
            disabled={spools.length === 0}
            onClick={() =>
              apply(merged.spools, `The shelf holds ${plural(merged.spools.length, 'spool')} now.`)
            }
          >
            Add them: {spools.length - merged.changed} new, {merged.changed} changed
          </Button>
          <Button
            disabled={spools.length === 0}
            onClick={() => apply(spools, 'The shelf was replaced.')}
          >
            Replace the whole shelf
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}

/** A spool as it will be on the shelf. */
function SpoolCells({ spool: { name, family, colour, gramsLeft } }: { spool: Spool }) {
  return (
    <>
      <td className="px-3 py-1">
        <span
          aria-hidden
          className="mr-2 inline-block size-4 rounded border border-edge align-[-3px]"
          style={{ backgroundColor: colour }}
        />
        {name}, {family}
      </td>
      <td className="px-3 py-1 text-right">{gramsLeft === null ? '?' : formatGrams(gramsLeft)}</td>
    </>
  );
}
