import { toastWithUndo } from '@/browser/undoToast';
import type { SpoolNeed } from '@/core/filament/shelf/needs';
import { afterRun, withoutReservation, withReservation } from '@/core/filament/shelf/reserve';
import type { Spool } from '@/core/filament/shelf/spool';
import { plural } from '@/core/format';
import type { Job } from '@/store/records/records';
import { shelf } from '@/store/shelf';

/** Stores changed spools, and says so with a way back. */
async function change(
  needs: readonly SpoolNeed[],
  said: string,
  edit: (need: SpoolNeed) => Spool,
): Promise<void> {
  if (needs.length === 0) return;
  const undo = await shelf.change('the reserved filament', needs.map(edit), []);
  if (undo) toastWithUndo(said, 'spool', undo);
}

/** Promises a job the filament that its plan takes. Spools that it no longer needs are set free. */
export async function reserveSpools({ id, name }: Job, needs: readonly SpoolNeed[]): Promise<void> {
  const needed = new Set(needs.map(({ spool }) => spool.id));
  const dropped = shelf
    .known()
    .filter((spool) => !needed.has(spool.id) && spool.reserved.some(({ jobId }) => jobId === id));
  const all = [...needs, ...dropped.map((spool) => ({ spool, grams: 0, letters: [] }))];
  await change(
    all,
    `Reserved on ${plural(needs.length, 'spool')} for ${name}.`,
    ({ spool, grams }) =>
      grams > 0
        ? withReservation(spool, { jobId: id, jobName: name, grams })
        : withoutReservation(spool, id),
  );
}

/** Sets free what a job was promised. */
export async function freeSpools({ id, name }: Job, needs: readonly SpoolNeed[]): Promise<void> {
  await change(needs, `The reservation for ${name} is released.`, ({ spool }) =>
    withoutReservation(spool, id),
  );
}

/** Takes what a finished print has used off the shelf. */
export async function takeOffShelf({ id, name }: Job, needs: readonly SpoolNeed[]): Promise<void> {
  await change(needs, `The filament of ${name} is deducted from the spools.`, ({ spool, grams }) =>
    afterRun(spool, id, grams),
  );
}
