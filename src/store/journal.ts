import type { StoreName } from './db';
import type { Entry } from './entry';

/**
 * A second place for what is small and dear: jobs without their pictures, plans, printers, spools and the
 * runs that are not over, as text in localStorage. A database that dies takes the files with it, and nothing else. It is
 * written at once, so that what is changed as the page goes away is kept as well.
 */
const PREFIX = 'lamella-journal/';
const KEPT: ReadonlySet<StoreName> = new Set<StoreName>([
  'jobs',
  'plans',
  'printers',
  'spools',
  'runs',
]);
/** Changes of more records than this would fill the place that plans need. */
const MOST = 1000;

const nameOf = ({ store, key }: Pick<Entry, 'store' | 'key'>): string => `${PREFIX}${store}/${key}`;

/** Keeps entries in the second place, and forgets those that were taken away. */
export function keepInJournal(entries: readonly Entry[]): void {
  const kept = entries.filter(({ store }) => KEPT.has(store));
  const tooMany = kept.length > MOST;
  try {
    for (const entry of kept) {
      // What is not kept anew must not come back as it was before.
      if (tooMany || entry.value === undefined || isOver(entry))
        localStorage.removeItem(nameOf(entry));
      else localStorage.setItem(nameOf(entry), JSON.stringify(withoutPicture(entry.value)));
    }
  } catch {
    // It is full, or the browser has none: the database is still the first place.
  }
}

/**
 * Keeps what a collection has just loaded. Plans that only the second place has in a newer revision, as
 * after a crash, stay there until their job is opened.
 */
export function fillJournal(entries: readonly Entry[]): void {
  keepInJournal(
    entries.filter(
      ({ store, key, value }) => revisionOf(fromJournal(store, key)) <= revisionOf(value),
    ),
  );
}

/** A run that is over is safe in the database, and there may be hundreds. */
function isOver({ store, value }: Entry): boolean {
  const { events = [] } = value as { events?: readonly { kind?: unknown }[] };
  return store === 'runs' && events.some(({ kind }) => OVER.has(kind));
}

const OVER: ReadonlySet<unknown> = new Set(['finished', 'ended', 'failed']);

function revisionOf(value: unknown): number {
  const isCounted = typeof value === 'object' && value !== null && 'revision' in value;
  return isCounted && typeof value.revision === 'number' ? value.revision : 0;
}

function withoutPicture(value: unknown): unknown {
  return typeof value === 'object' && value !== null && 'picture' in value
    ? { ...value, picture: null }
    : value;
}

/** All that the second place holds. */
export function journalEntries(): readonly Entry[] {
  try {
    return Object.keys(localStorage)
      .filter((name) => name.startsWith(PREFIX))
      .flatMap((name): Entry[] => {
        const [store, key] = splitAt(name.slice(PREFIX.length), '/');
        const value = parsed(localStorage.getItem(name));
        return KEPT.has(store as StoreName) && value !== undefined
          ? [{ store: store as StoreName, key, value }]
          : [];
      });
  } catch {
    return [];
  }
}

/** A record of the second place; undefined when it has none. */
export function fromJournal(store: StoreName, key: string): unknown {
  try {
    return parsed(localStorage.getItem(nameOf({ store, key })));
  } catch {
    return undefined;
  }
}

function parsed(text: string | null): unknown {
  if (text === null) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

function splitAt(text: string, mark: string): [string, string] {
  const at = text.indexOf(mark);
  return [text.slice(0, at), text.slice(at + 1)];
}
