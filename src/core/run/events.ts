import { array, boolean, lazy, mixed, number, object, string } from 'yup';
import type { Result } from '../findings';
import { readShape } from '../shape';

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
    | { readonly kind: 'resumed' }
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

const happened = {
  id: string().max(60).required(),
  at: number().required(),
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
  return (
    all.findLast(({ kind, id }) => !['undone', 'ticked'].includes(kind) && !undone.has(id)) ?? null
  );
}

/** Puts together what was told of a run in two places: each event once, in the order in which they happened. */
export function mergedEvents(
  here: readonly RunEvent[],
  there: readonly RunEvent[],
): readonly RunEvent[] {
  const told = new Map([...here, ...there].map((one) => [one.id, one]));
  return [...told.values()].sort((a, b) => a.at - b.at);
}
