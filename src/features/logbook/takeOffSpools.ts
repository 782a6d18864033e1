import { toastWithUndo } from '@/browser/undoToast';
import { withoutReservation, withReservation } from '@/core/filament/shelf/reserve';
import type { Reservation } from '@/core/filament/shelf/spool';
import { parseSpool } from '@/core/filament/shelf/spoolFile';
import type { TakenFilament } from '@/core/log/taken';
import { commit, type Reader } from '@/store/db/commit';
import type { Entry } from '@/store/db/entry';
import { loadLogbook } from '@/store/prints/logbook';
import type { Run } from '@/store/records/records';
import { parseRun } from '@/store/records/runShape';

type Taken = Run['log']['taken'];

/** Takes what a run has used off the spools, once: the spools and the run's log change together. */
export async function takeOffSpools(run: Run, used: readonly TakenFilament[]): Promise<void> {
  // What the spools were promised to the job comes back with them.
  const promised = new Map<string, Reservation>();
  const isStored = await change(run, async (read, { log }) => {
    // Another page may have been quicker.
    if (log.taken.length > 0) return null;
    const spools: Entry[] = [];
    const taken: Taken = [];
    for (const { spoolId, grams } of used) {
      const spool = spoolId === null ? null : parseSpool(await read.one('spools', spoolId));
      if (!spool?.ok) continue;
      const { id, gramsLeft, reserved } = spool.value;
      const own = reserved.find(({ jobId }) => jobId === run.jobId);
      if (own) promised.set(id, own);
      // A spool that held less gets no more than that back.
      const real = gramsLeft === null ? grams : Math.min(gramsLeft, grams);
      const left = gramsLeft === null ? null : gramsLeft - real;
      const value = { ...withoutReservation(spool.value, run.jobId), gramsLeft: left };
      spools.push({ store: 'spools', key: id, value });
      taken.push({ spoolId: id, grams: real });
    }
    return { spools, taken };
  });
  if (!isStored) return;
  await loadLogbook();
  toastWithUndo('The used filament is deducted from the spools.', 'spool', async () => {
    await giveBack(run, promised);
    return 0;
  });
}

async function giveBack(run: Run, promised: ReadonlyMap<string, Reservation>): Promise<void> {
  await change(run, async (read, { log }) => {
    const spools: Entry[] = [];
    for (const { spoolId, grams } of log.taken) {
      const spool = parseSpool(await read.one('spools', spoolId));
      if (!spool.ok) continue;
      const { gramsLeft } = spool.value;
      const full = { ...spool.value, gramsLeft: gramsLeft === null ? null : gramsLeft + grams };
      const own = promised.get(spoolId);
      const isFree = full.reserved.every(({ jobId }) => jobId !== run.jobId);
      const value = own && isFree ? withReservation(full, own) : full;
      spools.push({ store: 'spools', key: spoolId, value });
    }
    return { spools, taken: [] };
  });
  await loadLogbook();
}

/** Changes spools and what a run says that it has taken off them, in one; null changes nothing. */
function change(
  { id }: Run,
  make: (
    read: Reader,
    run: Run,
  ) => Promise<{ readonly spools: readonly Entry[]; readonly taken: Taken } | null>,
): Promise<boolean> {
  return commit({
    what: 'what the spools have left',
    stores: ['runs', 'spools', 'entries'],
    make: async (read) => {
      const run = parseRun(await read.one('runs', id));
      const made = run.ok ? await make(read, run.value) : null;
      if (!run.ok || made === null) return [];
      const log = { ...run.value.log, taken: made.taken };
      return [
        ...made.spools,
        { store: 'runs', key: id, value: { ...run.value, log } },
        { store: 'entries', key: id },
      ];
    },
  });
}
