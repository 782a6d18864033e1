'use client';

import { FileDown, FileUp, Plus } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { toast } from '@/store/toast';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { useWaitingFiles } from '@/base/files/waitingFiles';
import { FileButton } from '@/components/FileButton';
import type { ShelfRow } from '@/core/filament/shelf/shelfCsv';
import { ordinarySpool, type Spool } from '@/core/filament/shelf/spool';
import { AsideNotes } from '@/components/trouble/AsideNotes';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { keepPlaceInList } from '@/browser/useReturnFocus';
import { toastWithUndo } from '@/browser/undoToast';
import { shelf, useShelf } from '@/store/shelf';
import { LeftoversMenu } from './LeftoversMenu';
import { ShelfTable } from './ShelfTable';
import { SpoolDialog } from './SpoolDialog';
import { newId } from '@/workers/ids';

const ImportDialog = dynamic(() => import('./ImportDialog').then((one) => one.ImportDialog));

/** The shelf: the spools that one has, and what is left of each. */
export function ShelfScreen() {
  const { records: spools, trouble } = useShelf();
  const [edited, setEdited] = useState<Spool | null>(null);
  const [rows, setRows] = useState<readonly ShelfRow[] | null>(null);
  useEffect(loadShelf, []);
  useWaitingFiles('/shelf', spools !== null, ([file]) => openCsv(file, setRows));
  const addNew = (): void => setEdited(ordinarySpool({ id: newId(), name: '' }));
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={loadShelf} />;
  if (spools === null) return <p className="m-auto text-muted">Loading the shelf…</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col md:h-dvh">
      <header className="flex flex-wrap items-end gap-2 border-b border-line bg-panel px-6 py-3">
        <div className="mr-auto">
          <h1 className="text-xl font-semibold">Shelf</h1>
          <p className="text-muted">Your spools, and how much is left on each.</p>
        </div>
        <LeftoversMenu />
        <FileButton accept=".csv,text/csv" onFile={(file) => openCsv(file, setRows)}>
          <FileUp aria-hidden size={16} /> Import CSV…
        </FileButton>
        <Button disabled={spools.length === 0} onClick={() => saveCsv(spools)}>
          <FileDown aria-hidden size={16} /> Export CSV
        </Button>
        <Button kind="primary" onClick={addNew}>
          <Plus aria-hidden size={16} /> New spool
        </Button>
      </header>
      <div className="px-6 pt-2 empty:hidden">
        <AsideNotes stores={['spools']} what="spools" />
      </div>
      <ShelfTable spools={spools} onEdit={setEdited} onDelete={deleteSpool} onNew={addNew} />
      <SpoolDialog spool={edited} onClose={() => setEdited(null)} />
      {rows && <ImportDialog rows={rows} onClose={() => setRows(null)} />}
    </div>
  );
}

/** Reading and writing such files is fetched when it is wanted. */
const csv = () => import('@/core/filament/shelf/shelfCsv');

async function saveCsv(spools: readonly Spool[]): Promise<void> {
  const { shelfCsv } = await csv();
  download(new Blob([shelfCsv(spools)], { type: 'text/csv' }), 'shelf.csv');
}

async function openCsv(file: File, show: (rows: readonly ShelfRow[]) => void): Promise<void> {
  const { decodeText, readShelfCsv } = await csv();
  const { text, encoding } = decodeText(new Uint8Array(await file.arrayBuffer()));
  if (encoding === 'windows-1252') {
    toast('This file is not in Unicode. It was read as Latin text: check the names.');
  }
  const rows = readShelfCsv(text, () => newId());
  if (rows.length === 0)
    toast.error(`${file.name} contains no spools: it needs a header and rows.`);
  else show(rows);
}

function loadShelf(): void {
  shelf.load().catch(() => {
    // The shelf shows what went wrong.
  });
}

async function deleteSpool({ id, name }: Spool): Promise<void> {
  const keepPlace = keepPlaceInList('table[aria-label="Spools"]', 'tbody tr[data-index]');
  const undo = await shelf.remove([id]);
  keepPlace();
  if (undo) toastWithUndo(`${name} is removed from the shelf.`, 'spool', undo);
}
