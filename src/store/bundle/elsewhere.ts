import { KINDS } from '@/core/bundle/form';
import { changesOf } from '../db/changes';
import { commit } from '../db/commit';
import { database } from '../db/db';

/** What of all that is stored lies in this browser alone. */
export interface OnlyHere {
  /** When everything was saved to a file last, ms since 1970; null for never. */
  readonly savedAt: number | null;
  /** Jobs, printers, spools and prints that were changed since. */
  readonly things: number;
  /** When the first of them was changed, ms since 1970; null for none, or when that is not known. */
  readonly since: number | null;
}

const SAVED = 'saved-elsewhere';
const LATER = 'remind-later';

const DAY = 24 * 3600 * 1000;
/** So many things that are only here are worth a word, or one for so long. */
const MANY = 8;
const LONG = 14 * DAY;
const NOT_SOON = 7 * DAY;

/** Remembers that everything was saved to a file, as it was at a moment. */
export function rememberSaved(at: number): Promise<boolean> {
  return keep(SAVED, at);
}

/** Lets the reminder rest for a week. */
export function remindLater(now = Date.now()): Promise<boolean> {
  return keep(LATER, now + NOT_SOON);
}

function keep(key: string, value: number): Promise<boolean> {
  return commit({
    what: 'when everything was saved',
    stores: ['meta'],
    make: async (read) => {
      const now = await read.one('meta', key);
      // Another tab may have done it later.
      return typeof now === 'number' && now > value ? [] : [{ store: 'meta', key, value }];
    },
  });
}

async function kept(key: string): Promise<number | null> {
  const value = await (await database()).get('meta', key);
  return typeof value === 'number' ? value : null;
}

/** Looks what was changed since everything was saved to a file. */
export async function onlyHere(): Promise<OnlyHere> {
  const [db, savedAt] = await Promise.all([database(), kept(SAVED)]);
  // A job and its plans are one thing.
  const things = new Set<string>();
  let since = Infinity;
  for (const kind of KINDS) {
    const [keys, changes] = await Promise.all([db.getAllKeys(kind), changesOf(kind)]);
    for (const id of keys) {
      const at = changes.get(id) ?? 0;
      if (at === 0 || at < (savedAt ?? 0)) continue;
      things.add(kind === 'plans' ? `jobs/${id}` : `${kind}/${id}`);
      // What was changed before that was kept may be old or new.
      if (at > 1) since = Math.min(since, at);
    }
  }
  return { savedAt, things: things.size, since: Number.isFinite(since) ? since : null };
}

/** What is only here, when it is time to say so; null otherwise. */
export async function timeToSave(now = Date.now()): Promise<OnlyHere | null> {
  const [here, later] = await Promise.all([onlyHere(), kept(LATER)]);
  if (later !== null && now < later) return null;
  const isLong = here.since !== null && now - here.since > LONG;
  return here.things >= MANY || (here.things > 0 && isLong) ? here : null;
}
