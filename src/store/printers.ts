import { EXAMPLE_PRINTERS } from '@/core/printer/examples';
import { ORDINARY_PROFILE, type Printer } from '@/core/printer/printer';
import { createCollection } from './db/collection';
import { parseStoredPrinter } from './records/recordShapes';
import type { StoredPrinter } from './records/records';
import { newId } from '@/workers/ids';

/** The printers' profiles, in the order in which they came. */
export const printers = createCollection<StoredPrinter>({
  store: 'printers',
  what: 'printer',
  parse: parseStoredPrinter,
  seed: {
    key: 'example-printers',
    records: () =>
      EXAMPLE_PRINTERS.map((printer, i) => ({
        id: `example-${i + 1}`,
        addedAt: Date.now() + i,
        printer,
      })),
  },
  compare: (a, b) => a.addedAt - b.addedAt,
});

/** The printers, for components. */
export const usePrinters = printers.use;

/** Stores a printer under a new id and answers the id; null when it could not be written. */
export async function addPrinter(printer: Printer): Promise<string | null> {
  const stored = { id: newId(), addedAt: Date.now(), printer };
  return (await printers.save([stored])) ? stored.id : null;
}

/** The profile with an id; the ordinary printer when there is none. */
export function printerWithId(stored: readonly StoredPrinter[] | null, id: string | null): Printer {
  return stored?.find((one) => one.id === id)?.printer ?? ORDINARY_PROFILE;
}
