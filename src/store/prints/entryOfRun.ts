import { factsOf } from '@/core/log/facts';
import { takenFilament } from '@/core/log/taken';
import { seenIn } from '@/core/run/following/follow';
import { plannedTotal } from '@/core/run/runPlan';
import { ENTRY_VERSION } from './entryLine';
import type { LogEntry, Run } from '../records/records';

/** The logbook's line for a run; null while it has not begun, and for a rehearsal. */
export function entryOfRun(run: Run): LogEntry | null {
  const { id, jobId, runPlan, events, log, isRehearsal } = run;
  const facts = isRehearsal ? null : factsOf(run);
  if (facts === null) return null;
  const { bands, swaps, printer, job } = runPlan;
  const seen = seenIn(runPlan, events);
  const { phase, endedAt, isWhole, missed } = seen;
  const isSeen = phase === 'finished' && isWhole && endedAt !== null;
  return {
    id,
    version: ENTRY_VERSION,
    jobId,
    job,
    printer: printer.name,
    at: facts.at,
    endedAt,
    phase,
    planned: plannedTotal(runPlan),
    taken: isSeen ? (endedAt - facts.at) / 1000 : null,
    swaps: swaps.length,
    missed: missed.length,
    result: log.result,
    change: log.change,
    wrong: events.flatMap((one) => (one.kind === 'failed' ? [one.what] : [])).join(' '),
    photos: log.photos.length,
    colours: bands.map(({ filament }) => filament.colour),
    used: takenFilament(runPlan, seen, log),
    facts,
  };
}
