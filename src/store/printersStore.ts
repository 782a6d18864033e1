import { create } from 'zustand';
import { parsePrinter } from '@/core/printer/printerFile';
import { EXAMPLE_PRINTERS } from '@/core/printer/examples';
import { ORDINARY_PROFILE, type Printer } from '@/core/printer/printer';
import { database, type StoredPrinter } from './db';

interface PrintersState {
  /** null while they are being loaded. */
  readonly printers: readonly StoredPrinter[] | null;
}

/** The printers' profiles. Every change is written at once; deleting returns what undo needs. */
export const usePrinters = create<PrintersState>()(() => ({ printers: null }));

const SEEDED = 'example-printers';
let loading: Promise<readonly StoredPrinter[]> | null = null;

/** Loads the printers once; on the first visit the example printers are put there. */
export function loadPrinters(): Promise<readonly StoredPrinter[]> {
  loading ??= readPrinters().catch((error: unknown) => {
    loading = null;
    throw error;
  });
  return loading;
}

async function readPrinters(): Promise<readonly StoredPrinter[]> {
  const db = await database();
  if ((await db.get('meta', SEEDED)) !== true) {
    const now = Date.now();
    const tx = db.transaction(['printers', 'meta'], 'readwrite');
    EXAMPLE_PRINTERS.forEach((printer, i) => {
      void tx.objectStore('printers').put({ id: `example-${i + 1}`, addedAt: now + i, printer });
    });
    void tx.objectStore('meta').put(true, SEEDED);
    await tx.done;
  }
  const stored = await db.getAll('printers');
  const printers = stored
    // Profiles of an older version get what they lack from the ordinary printer.
    .map((one) => {
      const parsed = parsePrinter(one.printer, true);
      return parsed.ok ? { ...one, printer: parsed.value } : one;
    })
    .sort((a, b) => a.addedAt - b.addedAt);
  usePrinters.setState({ printers });
  return printers;
}

/** Keeps a printer, new or changed. */
export async function savePrinter(stored: StoredPrinter): Promise<void> {
  usePrinters.setState(({ printers }) => {
    const others = (printers ?? []).filter(({ id }) => id !== stored.id);
    return { printers: [...others, stored].sort((a, b) => a.addedAt - b.addedAt) };
  });
  await (await database()).put('printers', stored);
}

/** Keeps a printer under a new id and returns it. */
export async function addPrinter(printer: Printer): Promise<StoredPrinter> {
  const stored = { id: crypto.randomUUID(), addedAt: Date.now(), printer };
  await savePrinter(stored);
  return stored;
}

/** Takes a printer away; plans made for it go on with an ordinary one. */
export async function removePrinter(id: string): Promise<void> {
  usePrinters.setState(({ printers }) => ({
    printers: (printers ?? []).filter((one) => one.id !== id),
  }));
  await (await database()).delete('printers', id);
}

/** The profile with an id; the ordinary printer when there is none. */
export function printerWithId(
  printers: readonly StoredPrinter[] | null,
  id: string | null,
): Printer {
  return printers?.find((one) => one.id === id)?.printer ?? ORDINARY_PROFILE;
}
