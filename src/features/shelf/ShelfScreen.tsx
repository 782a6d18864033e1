'use client';

import { FileDown, FileUp, Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/components/Button';
import { download } from '@/features/job/download';
import { pickFile } from '@/features/job/pickFile';
import { readShelfCsv, shelfCsv, type ShelfRow } from '@/core/filament/shelfCsv';
import { ordinarySpool, type Spool } from '@/core/filament/spool';
import { loadShelf, removeSpools, saveSpools, useShelf } from '@/store/shelfStore';
import { LeftoversMenu } from './LeftoversMenu';
import { ImportDialog } from './ImportDialog';
import { ShelfTable } from './ShelfTable';
import { SpoolDialog } from './SpoolDialog';

/** The shelf: the spools that one has, and what is left of each. */
export function ShelfScreen() {
  const spools = useShelf((state) => state.spools);
  const [edited, setEdited] = useState<Spool | null>(null);
  const [rows, setRows] = useState<readonly ShelfRow[] | null>(null);
  useEffect(() => {
    loadShelf().catch((error: unknown) => {
      toast.error(error instanceof Error ? error.message : 'The shelf could not be loaded.');
    });
  }, []);
  if (spools === null) return <p className="m-auto text-muted">Loading the shelf…</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col md:h-dvh">
      <header className="flex flex-wrap items-end gap-2 border-b border-line bg-panel px-6 py-3">
        <div className="mr-auto">
          <h1 className="text-xl font-semibold">Shelf</h1>
          <p className="text-muted">The spools you have, and what is left of each.</p>
        </div>
        <LeftoversMenu />
        <Button onClick={() => pickFile('.csv,text/csv', (file) => void openCsv(file, setRows))}>
          <FileUp aria-hidden size={16} /> Open CSV
        </Button>
        <Button
          disabled={spools.length === 0}
          onClick={() => download(new Blob([shelfCsv(spools)], { type: 'text/csv' }), 'shelf.csv')}
        >
          <FileDown aria-hidden size={16} /> Save as CSV
        </Button>
        <Button
          kind="primary"
          onClick={() => setEdited(ordinarySpool({ id: crypto.randomUUID(), name: '' }))}
        >
          <Plus aria-hidden size={16} /> New spool
        </Button>
      </header>
      <ShelfTable spools={spools} onEdit={setEdited} onDelete={deleteSpool} />
      <SpoolDialog spool={edited} onClose={() => setEdited(null)} />
      <ImportDialog rows={rows} onClose={() => setRows(null)} />
    </div>
  );
}

async function openCsv(file: File, show: (rows: readonly ShelfRow[]) => void): Promise<void> {
  const rows = readShelfCsv(await file.text(), () => crypto.randomUUID());
  if (rows.length === 0) toast.error(`${file.name} holds no spool: it needs a header and rows.`);
  else show(rows);
}

function deleteSpool(spool: Spool): void {
  void removeSpools([spool.id]);
  toast(`${spool.name} is off the shelf.`, {
    duration: 12_000,
    action: { label: 'Undo', onClick: () => void saveSpools([spool]) },
  });
}
