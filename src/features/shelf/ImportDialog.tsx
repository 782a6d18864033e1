'use client';

import { Dialog } from 'radix-ui';
import { useMemo } from 'react';
import { toastWithUndo } from '@/browser/undoToast';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { formatGrams, plural } from '@/core/format';
import { mergeShelves, spoolKey, type ShelfRow } from '@/core/filament/shelf/shelfCsv';
import type { Spool } from '@/core/filament/shelf/spool';
import { shelf, useShelf } from '@/store/shelf';

interface ImportDialogProps {
  /** What a CSV file holds; null for no file. */
  readonly rows: readonly ShelfRow[] | null;
  readonly onClose: () => void;
}

/** More rows than anyone reads are counted. */
const MOST_SHOWN = 200;

/** Shows what will be read from a CSV file, and what cannot, before anything changes. */
export function ImportDialog({ rows, onClose }: ImportDialogProps) {
  const known = useShelf((state) => state.records);
  const good = useMemo(() => rows?.flatMap((row) => ('spool' in row ? [row] : [])) ?? [], [rows]);
  const spools = good.map(({ spool }) => spool);
  const wrong = (rows?.length ?? 0) - good.length;
  const merged = useMemo(() => mergeShelves(known ?? [], good), [known, good]);
  const apply = async (puts: readonly Spool[], removals: readonly string[], said: string) => {
    const undo = await shelf.change('the spools of the file', puts, removals);
    if (!undo) return;
    toastWithUndo(said, 'spool', undo);
    onClose();
  };
  return (
    <Dialog.Root open={rows !== null} onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title="Spools from a file"
        description={`${plural(spools.length, 'spool')} can be read${wrong > 0 ? `, ${plural(wrong, 'row')} cannot` : ''}. Nothing has changed yet.`}
      >
        <Rows rows={rows ?? []} merged={merged} />
        <div className="flex flex-wrap gap-2 pt-4">
          <Button
            kind="primary"
            disabled={spools.length === 0}
            onClick={() =>
              apply(
                merged.touched,
                [],
                `The shelf holds ${plural(merged.spools.length, 'spool')} now.`,
              )
            }
          >
            Add spools: {spools.length - merged.changed} new, {merged.changed} changed
          </Button>
          <Button
            disabled={spools.length === 0}
            onClick={() =>
              apply(
                spools,
                (known ?? []).map(({ id }) => id),
                'The shelf was replaced.',
              )
            }
          >
            Replace shelf
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

interface RowsProps {
  readonly rows: NonNullable<ImportDialogProps['rows']>;
  readonly merged: ReturnType<typeof mergeShelves>;
}

/** All rows of the file, what is wrong first. */
function Rows({ rows, merged }: RowsProps) {
  // All that is wrong comes first: it is what has to be looked at.
  const ordered = [...rows].sort((a, b) => Number('spool' in a) - Number('spool' in b));
  const shown = ordered.slice(0, MOST_SHOWN);
  const hidden = ordered.length - shown.length;
  const mergedByName = useMemo(
    () => new Map(merged.spools.map((spool) => [spoolKey(spool), spool])),
    [merged],
  );
  return (
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
          {shown.map((row) => (
            <tr key={row.line} className="border-b border-line last:border-0">
              <td className="px-3 py-1 text-muted">line {row.line}</td>
              {'spool' in row ? (
                <SpoolCells spool={mergedByName.get(spoolKey(row.spool)) ?? row.spool} />
              ) : (
                <td colSpan={2} className="px-3 py-1 text-danger">
                  {row.error}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {hidden > 0 && (
        <p className="px-3 py-1 text-sm text-muted">and {plural(hidden, 'more row')}</p>
      )}
    </div>
  );
}
