import type { Reservation, Spool } from './spool';

/** What is left for a job once the promises to other jobs are kept, g; null when nobody knows. */
export function freeGrams({ gramsLeft, reserved }: Spool, jobId: string | null): number | null {
  if (gramsLeft === null) return null;
  const promised = reserved
    .filter((one) => one.jobId !== jobId)
    .reduce((sum, { grams }) => sum + grams, 0);
  return Math.max(0, gramsLeft - promised);
}

/** The spool with grams promised to a job, in place of what it was promised before. */
export function withReservation(spool: Spool, reservation: Reservation): Spool {
  const others = withoutReservation(spool, reservation.jobId).reserved;
  return { ...spool, reserved: [...others, reservation] };
}

/** The spool without its promise to a job. */
export function withoutReservation(spool: Spool, jobId: string): Spool {
  return { ...spool, reserved: spool.reserved.filter((one) => one.jobId !== jobId) };
}

/** The spool after a job's run: its grams are gone, and its promise with them. */
export function afterRun(spool: Spool, jobId: string, grams: number): Spool {
  const { gramsLeft } = spool;
  const left = gramsLeft === null ? null : Math.max(0, gramsLeft - grams);
  return { ...withoutReservation(spool, jobId), gramsLeft: left };
}
