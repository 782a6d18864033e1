import type { BundleLine } from '@/core/bundle/form';
import { lineText, readRecord, recordText } from '@/core/bundle/recordText';
import type { Entry } from './entry';
import { isOutOfRoom } from '../jobs/room';
import { isJournaled, type StoreName } from './stores';

/**
 * A second place for what is small and dear: jobs without their pictures, plans, printers, spools and the
 * runs that are not over, in localStorage, each as a line of a bundle. A database that dies takes the files
 * with it, and nothing else. It is written at once, so that what is changed as the page goes away is kept as
 * well.
 */
const PREFIX = 'lamella-journal/';
/** Changes of more records than this would fill the place that plans need. */
const MOST = 1000;

let isThere: boolean | null = null;

/** Whether this browser has a second place; one that is full counts. */
export function hasJournal(): boolean {
  isThere ??= probe();
  return isThere;
}

function probe(): boolean {
  try {
    localStorage.setItem(`${PREFIX}probe`, '');
    localStorage.removeItem(`${PREFIX}probe`);
    return true;
  } catch (error) {
    return isOutOfRoom(error);
  }
}

const nameOf = ({ store, key }: Pick<Entry, 'store' | 'key'>): string => `${PREFIX}${store}/${key}`;

/**
 * Keeps entries in the second place, and forgets those that were taken away.
 * @param now when they were changed, ms since 1970; null where that is not known.
 */
export function keepInJournal(entries: readonly Entry[], now: number | null): void {
  const kept = entries.filter(({ store }) => isJournaled(store));
  const tooMany = kept.length > MOST;
  for (const entry of kept) {
    try {
      // What is not kept again must not come back as it was before.
      if (tooMany || entry.value === undefined || isOver(entry)) {
        localStorage.removeItem(nameOf(entry));
      } else localStorage.setItem(nameOf(entry), lineOf(entry, now));
    } catch {
      // It is full, or the browser has none: the database is still the first place.
    }
  }
}

function lineOf({ key, value, changedAt }: Entry, now: number | null): string {
  const record = withoutPicture(value);
  return lineText({ id: key, changedAt: changedAt ?? now, file: null, record });
}

/**
 * Keeps what a collection has just loaded. Plans that only the second place has in a newer revision, as
 * after a crash, stay there until their job is opened.
 */
export function fillJournal(entries: readonly Entry[]): void {
  const lacking = entries.filter((entry) => !isKept(entry));
  // Of many, all are forgotten, those that are kept as they are too.
  keepInJournal(entries.length > MOST ? entries : lacking, null);
}

/** Whether the second place holds an entry as it is, with when it was changed, or plans in a newer revision. */
function isKept({ store, key, value }: Entry): boolean {
  const kept = textIn({ store, key });
  if (kept === null) return false;
  if (kept.endsWith(`"record":${recordText(withoutPicture(value))}}`)) return true;
  return store === 'plans' && revisionOf(fromJournal(store, key)) > revisionOf(value);
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

/** All that the second place holds, with when it was changed where that is known. */
export function journalEntries(): readonly Entry[] {
  let names: string[] = [];
  try {
    names = Object.keys(localStorage).filter((name) => name.startsWith(PREFIX));
  } catch {
    // The browser has none.
  }
  return names.flatMap((name): Entry[] => {
    const [store, key] = splitAt(name.slice(PREFIX.length), '/');
    if (!isJournaled(store)) return [];
    const line = lineIn({ store, key });
    if (line === null) return [];
    const { record: value, changedAt } = line;
    return [{ store, key, value, ...(changedAt !== null && { changedAt }) }];
  });
}

/** A record of the second place; undefined when it has none. */
export function fromJournal(store: StoreName, key: string): unknown {
  return lineIn({ store, key })?.record;
}

type Line = Pick<BundleLine, 'changedAt' | 'record'>;

function textIn(entry: Pick<Entry, 'store' | 'key'>): string | null {
  try {
    return localStorage.getItem(nameOf(entry));
  } catch {
    return null;
  }
}

function lineIn(entry: Pick<Entry, 'store' | 'key'>): Line | null {
  const text = textIn(entry);
  const read = text === null ? null : readRecord(text);
  if (!read?.ok) return null;
  const { changedAt, record } = (read.value ?? {}) as Partial<Line>;
  // Records stood there by themselves once.
  if (record === undefined) return { changedAt: null, record: read.value };
  return { changedAt: typeof changedAt === 'number' ? changedAt : null, record };
}

function splitAt(text: string, mark: string): [string, string] {
  const at = text.indexOf(mark);
  return [text.slice(0, at), text.slice(at + 1)];
}
