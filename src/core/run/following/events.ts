import { array, boolean, lazy, mixed, number, object, string } from 'yup';
import type { Result } from '../../findings';
import { moment, readShape } from '../../shape';

interface Happened {
  readonly id: string;
  /** When it was, ms since 1970. */
  readonly at: number;
}

/** What a person tells of a run, one tap each. Nothing is ever taken out of the list. */
export type RunEvent = Happened &
  (
    | {
        readonly kind: 'started';
        /** The layer that it prints then, when it runs already. */
        readonly layer?: number | null;
        /** The swap behind which it went on then, by its place, when it runs already. */
        readonly after?: number | null;
      }
    /** As planned; by hand before it was due; or by hand behind the place where it did not stop. */
    | { readonly kind: 'stopped'; readonly how: 'planned' | 'early' | 'late' }
    /** It was paused by hand, and no filament is swapped. */
    | { readonly kind: 'paused' }
    | { readonly kind: 'resumed' }
    /** Another filament of the plan is in the nozzle than was to be. */
    | { readonly kind: 'loaded'; readonly letter: string }
    /**
     * The clock of the device jumped by so many ms behind an event (null for before all). It was set, and the
     * moments told before have moved with it; or time passed, as while the device slept; or nobody has said.
     */
    | {
        readonly kind: 'clock';
        readonly how: 'set' | 'passed' | 'unsure';
        readonly by: number;
        readonly behind: string | null;
      }
    /** The printer did not stop for the next swap. */
    | { readonly kind: 'missed' }
    /** While it waits, the printer has let its nozzle cool or its motors go by itself. */
    | { readonly kind: 'gone'; readonly what: 'nozzle' | 'motors' }
    | { readonly kind: 'ticked'; readonly step: string; readonly done: boolean }
    | { readonly kind: 'failed'; readonly what: string }
    | { readonly kind: 'ended' }
    | { readonly kind: 'finished' }
    | { readonly kind: 'note'; readonly text: string }
    | { readonly kind: 'undone'; readonly event: string }
  );

/** A clock that is set by more has no time that a run could be followed by, ms: ten years. */
const LONGEST_JUMP = 10 * 366 * 86_400_000;

const happened = {
  id: string().max(60).required(),
  at: moment().required(),
};
const SHAPES = {
  started: object({
    ...happened,
    kind: string().required(),
    layer: number().integer().min(1).nullable(),
    after: number().integer().min(0).nullable(),
  }),
  stopped: object({
    ...happened,
    kind: string().required(),
    how: mixed<'planned' | 'early' | 'late'>().oneOf(['planned', 'early', 'late']).required(),
  }),
  resumed: object({ ...happened, kind: string().required() }),
  paused: object({ ...happened, kind: string().required() }),
  loaded: object({ ...happened, kind: string().required(), letter: string().max(2).required() }),
  clock: object({
    ...happened,
    kind: string().required(),
    how: mixed<'set' | 'passed' | 'unsure'>().oneOf(['set', 'passed', 'unsure']).required(),
    by: number().min(-LONGEST_JUMP).max(LONGEST_JUMP).required(),
    behind: string().max(60).nullable().defined(),
  }),
  missed: object({ ...happened, kind: string().required() }),
  gone: object({
    ...happened,
    kind: string().required(),
    what: mixed<'nozzle' | 'motors'>().oneOf(['nozzle', 'motors']).required(),
  }),
  ticked: object({
    ...happened,
    kind: string().required(),
    step: string().max(60).required(),
    done: boolean().required(),
  }),
  failed: object({ ...happened, kind: string().required(), what: string().max(400).defined() }),
  ended: object({ ...happened, kind: string().required() }),
  finished: object({ ...happened, kind: string().required() }),
  note: object({ ...happened, kind: string().required(), text: string().max(2000).defined() }),
  undone: object({ ...happened, kind: string().required(), event: string().max(60).required() }),
} as const satisfies Record<RunEvent['kind'], unknown>;

const event = lazy((value: { kind?: unknown } | null) => {
  const kind = String(value?.kind);
  return Object.hasOwn(SHAPES, kind)
    ? SHAPES[kind as RunEvent['kind']]
    : object({ ...happened, kind: string().oneOf(Object.keys(SHAPES)).required() });
});
const events = object({ events: array(event).max(20_000).required() });

/** Reads stored events, or says why they cannot be read. */
export function parseEvents(stored: unknown): Result<RunEvent[]> {
  const words = {
    what: 'The events of the run',
    code: 'bad-record',
    passOverUnknown: true,
  } as const;
  const read = readShape(events, { events: stored }, words);
  return read.ok ? { ok: true, value: read.value.events as RunEvent[] } : read;
}

/** The last event that can be taken back; null when there is none. */
export function lastEvent(all: readonly RunEvent[]): RunEvent | null {
  const undone = new Set(all.flatMap((one) => (one.kind === 'undone' ? [one.event] : [])));
  // A jump of the clock that nobody has said anything about was noticed by the page itself.
  const isTap = (one: RunEvent): boolean =>
    !['undone', 'ticked'].includes(one.kind) && !(one.kind === 'clock' && one.how === 'unsure');
  return all.findLast((one) => isTap(one) && !undone.has(one.id)) ?? null;
}

/**
 * Puts together what was told of a run in two places: each event once. What was told in one place keeps its
 * order, whatever its clock said; what was told in both is where they meet; the rest stands by its time.
 */
export function mergedEvents(
  here: readonly RunEvent[],
  there: readonly RunEvent[],
): readonly RunEvent[] {
  const inHere = new Set(here.map(({ id }) => id));
  const inThere = new Set(there.map(({ id }) => id));
  const merged = new Map<string, RunEvent>();
  let [i, j] = [0, 0];
  for (;;) {
    while (i < here.length && merged.has(here[i].id)) i++;
    while (j < there.length && merged.has(there[j].id)) j++;
    if (i === here.length || j === there.length) break;
    const [a, b] = [here[i], there[j]];
    // What was told in both waits for what only the other place has before it.
    const aWaits = inThere.has(a.id) && !inHere.has(b.id);
    const bWaits = inHere.has(b.id) && !inThere.has(a.id);
    if (bWaits || (!aWaits && isBefore(a, b))) merged.set(a.id, here[i++]);
    else merged.set(b.id, there[j++]);
  }
  for (const one of [...here.slice(i), ...there.slice(j)]) merged.set(one.id, one);
  return [...merged.values()];
}

function isBefore(a: RunEvent, b: RunEvent): boolean {
  return a.at < b.at || (a.at === b.at && a.id <= b.id);
}
