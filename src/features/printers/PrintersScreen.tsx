'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { Copy, FileUp, Plus, Share, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from '@/store/toast';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { useWaitingFiles } from '@/base/files/waitingFiles';
import { FileButton } from '@/components/FileButton';
import { parsePrinter, printerJson, withOwnStopWord } from '@/core/printer/printerFile';
import { ORDINARY_PROFILE, type Printer } from '@/core/printer/printer';
import { KIND_WORDS } from '@/core/printer/stopKinds';
import type { StoredPrinter } from '@/store/records/records';
import { AsideNotes } from '@/components/trouble/AsideNotes';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { toastWithUndo } from '@/browser/undoToast';
import { addPrinter, printers, usePrinters } from '@/store/printers';
import { Interview } from '@/base/prints/Interview';
import { useProfileOrigin } from '@/base/prints/useProfileOrigin';
import { PrinterForm } from './PrinterForm';
import { ProfileOrigins } from './ProfileNumber';

/** The printers: what each is, where its head waits, and which stop it knows. */
export function PrintersScreen() {
  const { records, trouble } = usePrinters();
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  useEffect(loadPrinters, []);
  const add = async (printer: Printer): Promise<void> => {
    const id = await addPrinter(printer);
    if (id !== null) setChosenId(id);
  };
  useWaitingFiles('/printers', records !== null, ([file]) => openPrinter(file, add));
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={loadPrinters} />;
  if (records === null) return <p className="m-auto text-muted">Loading the printers…</p>;
  const chosen = records.find(({ id }) => id === chosenId) ?? records.at(0);
  return (
    <div className="flex min-h-0 flex-1 flex-col md:h-dvh">
      <header className="flex flex-wrap items-end gap-2 border-b border-line bg-panel px-6 py-3">
        <div className="mr-auto">
          <h1 className="text-xl font-semibold">Printers</h1>
          <p className="text-muted">Your printers, and how each one stops.</p>
        </div>
        <FileButton accept=".json" onFile={(file) => openPrinter(file, add)}>
          <FileUp aria-hidden size={16} /> Import profile…
        </FileButton>
        <Button kind="primary" onClick={() => add({ ...ORDINARY_PROFILE, name: 'New printer' })}>
          <Plus aria-hidden size={16} /> New printer
        </Button>
      </header>
      <div className="px-6 pt-2 empty:hidden">
        <AsideNotes stores={['printers']} what="printers" />
      </div>
      <div className="grid min-h-0 flex-1 lg:grid-cols-[17rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)]">
        <nav
          aria-label="Printers"
          className="min-h-0 overflow-y-auto border-line bg-panel px-3 py-3 lg:border-r"
        >
          {records.length === 0 && (
            <p className="px-2 text-muted">No printer yet. Add one, or import its profile.</p>
          )}
          <ul className="grid gap-1">
            {records.map((one) => (
              <li key={one.id}>
                <PrinterLine
                  stored={one}
                  isChosen={one.id === chosen?.id}
                  onChoose={() => setChosenId(one.id)}
                />
              </li>
            ))}
          </ul>
        </nav>
        {chosen && <Chosen chosen={chosen} onAdd={add} onAsk={() => setAsking(true)} />}
      </div>
      {chosen && (
        <Interview
          open={asking}
          printer={chosen.printer}
          onClose={() => setAsking(false)}
          onKnown={(known) =>
            editPrinter(chosen.id, (printer) => withOwnStopWord({ ...printer, ...known }))
          }
        />
      )}
    </div>
  );
}

interface PrinterLineProps {
  readonly stored: StoredPrinter;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function PrinterLine({ stored: { printer }, isChosen, onChoose }: PrinterLineProps) {
  const { kind, command, testedAt } = printer.understands;
  return (
    <button
      type="button"
      aria-current={isChosen ? 'true' : undefined}
      onClick={onChoose}
      className="w-full rounded-md px-3 py-2 text-left hover:bg-sunk aria-[current=true]:bg-accent-soft"
    >
      <span className="block font-medium">{printer.name}</span>
      <span className="block text-sm text-muted">
        {KIND_WORDS[kind].name}
        {command && ` ${command}`}
      </span>
      {testedAt === null && <span className="text-sm text-caution">not tested</span>}
    </button>
  );
}

function exportPrinter(printer: Printer): void {
  const stem = printer.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  download(new Blob([printerJson(printer)], { type: 'application/json' }), `${stem}.json`);
}

async function openPrinter(file: File, add: (printer: Printer) => void): Promise<void> {
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    toast.error(`${file.name} is not JSON.`);
    return;
  }
  const parsed = parsePrinter(json);
  if (!parsed.ok) toast.error(`${file.name}: ${parsed.refusal.message}`);
  else add(parsed.value);
}

function editPrinter(id: string, edit: (printer: Printer) => Printer): Promise<boolean> {
  return printers.edit(id, (stored) => ({ ...stored, printer: edit(stored.printer) }));
}

function loadPrinters(): void {
  printers.load().catch(() => {
    // The screen shows what went wrong.
  });
}

async function deletePrinter({ id, printer }: StoredPrinter): Promise<void> {
  const undo = await printers.remove([id]);
  // The next printer is shown in its place.
  document.querySelector<HTMLElement>('nav[aria-label="Printers"] [aria-current]')?.focus();
  const said = `${printer.name} is deleted. Its plans now use an ordinary printer.`;
  if (undo) toastWithUndo(said, 'printer', undo);
}

interface ChosenProps {
  readonly chosen: StoredPrinter;
  readonly onAdd: (printer: Printer) => Promise<void>;
  readonly onAsk: () => void;
}

/** The chosen printer, and what can be done with it. */
function Chosen({ chosen, onAdd, onAsk }: ChosenProps) {
  const originOf = useProfileOrigin(chosen.id, chosen.printer);
  return (
    <ScrollArea inside="px-6 pb-8">
      <div className="flex flex-wrap items-center gap-2 pt-4">
        <h2 className="mr-auto text-lg font-semibold">{chosen.printer.name}</h2>
        <Button
          onClick={() =>
            onAdd({ ...chosen.printer, name: `${chosen.printer.name} copy`.slice(0, 60) })
          }
        >
          <Copy aria-hidden size={15} /> Copy
        </Button>
        <Button onClick={() => exportPrinter(chosen.printer)}>
          <Share aria-hidden size={15} /> Save as JSON
        </Button>
        <Button onClick={() => deletePrinter(chosen)}>
          <Trash2 aria-hidden size={15} /> Delete
        </Button>
      </div>
      <ProfileOrigins value={originOf}>
        <PrinterForm
          key={chosen.id}
          printer={chosen.printer}
          onChange={(edit) => editPrinter(chosen.id, edit)}
          onAsk={onAsk}
        />
      </ProfileOrigins>
    </ScrollArea>
  );
}
