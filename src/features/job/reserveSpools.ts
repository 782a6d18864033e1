import { toast } from 'sonner';
import type { SpoolNeed } from '@/core/filament/needs';
import { afterRun, withoutReservation, withReservation } from '@/core/filament/reserve';
import type { Spool } from '@/core/filament/spool';
import { plural } from '@/core/format';
import type { Job } from '@/store/db';
import { saveSpools, useShelf } from '@/store/shelfStore';

/** Keeps changed spools, and says so with a way back. */
function change(needs: readonly SpoolNeed[], said: string, edit: (need: SpoolNeed) => Spool): void {
  if (needs.length === 0) return;
  const before = needs.map(({ spool }) => spool);
  void saveSpools(needs.map(edit));
  toast(said, {
    duration: 12_000,
    action: { label: 'Undo', onClick: () => void saveSpools(before) },
  });
}

/** Promises a job the filament that its plan takes. Spools that it no longer needs are set free. */
export function reserveSpools({ id, name }: Job, needs: readonly SpoolNeed[]): void {
  const needed = new Set(needs.map(({ spool }) => spool.id));
  const dropped = (useShelf.getState().spools ?? []).filter(
    (spool) => !needed.has(spool.id) && spool.reserved.some(({ jobId }) => jobId === id),
  );
  const all = [...needs, ...dropped.map((spool) => ({ spool, grams: 0, letters: [] }))];
  change(all, `Reserved on ${plural(needs.length, 'spool')} for ${name}.`, ({ spool, grams }) =>
    grams > 0
      ? withReservation(spool, { jobId: id, jobName: name, grams })
      : withoutReservation(spool, id),
  );
}

/** Sets free what a job was promised. */
export function freeSpools({ id, name }: Job, needs: readonly SpoolNeed[]): void {
  change(needs, `Nothing is reserved for ${name} any more.`, ({ spool }) =>
    withoutReservation(spool, id),
  );
}

/** Takes what a finished print has used off the shelf. */
export function takeOffShelf({ id, name }: Job, needs: readonly SpoolNeed[]): void {
  change(needs, `The filament of ${name} is off the shelf.`, ({ spool, grams }) =>
    afterRun(spool, id, grams),
  );
}
