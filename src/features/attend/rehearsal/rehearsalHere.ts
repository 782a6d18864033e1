import type { Mistake } from '@/core/run/practice';

/** The rehearsal of this tab, so that it goes on after a reload. */
export interface RehearsalHere {
  readonly run: string;
  readonly jobId: string;
  /** The stand-in that prints for it; null until one has started. */
  readonly printer: string | null;
  readonly mistakes: readonly Mistake[];
}

const KEY = 'lamella-rehearsal';

/** The rehearsal that this tab was in; null for none. */
export function rehearsalHere(): RehearsalHere | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as RehearsalHere | null;
    return kept && typeof kept.run === 'string' && Array.isArray(kept.mistakes) ? kept : null;
  } catch {
    // Without a place to keep it, a rehearsal ends with the page.
    return null;
  }
}

/** Keeps the rehearsal of this tab; null when it is over. */
export function keepRehearsal(here: RehearsalHere | null): void {
  try {
    if (here === null) sessionStorage.removeItem(KEY);
    else sessionStorage.setItem(KEY, JSON.stringify(here));
  } catch {
    // See above.
  }
}

/** Changes what is kept of a rehearsal, when it is still the one of this tab. */
export function editRehearsal(run: string, change: Partial<RehearsalHere>): void {
  const here = rehearsalHere();
  if (here?.run === run) keepRehearsal({ ...here, ...change });
}
