'use client';

import { TriangleAlert } from 'lucide-react';
import { useSyncExternalStore } from 'react';
import { asideJson, useAside, type SetAside } from '@/store/records/aside';
import { isAlike } from '@/store/db/changedFields';
import { commit } from '@/store/db/commit';
import { hasJournal } from '@/store/db/journal';
import type { StoreName } from '@/store/db/stores';
import { Button } from '../Button';
import { Link } from '../Link';
import { download } from '@/browser/download';

interface AsideNotesProps {
  readonly stores: readonly StoreName[];
  /** What is in them, in words: "spools". */
  readonly what: string;
}

/**
 * What is wrong with how the records of some stores are kept: those that cannot be read, each with a way to
 * keep or to drop it, and that there is no second copy of any.
 */
export function AsideNotes({ stores, what }: AsideNotesProps) {
  const isDouble = useSyncExternalStore(noChanges, hasJournal, () => true);
  return (
    <>
      {!isDouble && (
        <p role="note" className="mb-2 rounded-lg bg-caution-soft px-4 py-2">
          This browser does not let Lamella keep a backup copy of your {what} or any settings, which
          last until you close the page. If the browser loses its storage, your {what} are gone.{' '}
          <Link href="/safe" className="font-medium underline underline-offset-2">
            Save everything to a file
          </Link>
        </p>
      )}
      <UnreadableNotes stores={stores} />
    </>
  );
}

const noChanges = (): (() => void) => () => {};

function UnreadableNotes({ stores }: Pick<AsideNotesProps, 'stores'>) {
  const all = useAside((state) => state.all);
  const mine = all.filter(({ store }) => stores.includes(store));
  if (mine.length === 0) return null;
  return (
    <ul aria-label="Unreadable data" className="grid gap-2">
      {mine.map((one) => (
        <li key={`${one.store}/${one.key}`}>
          <div
            role="alert"
            className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-caution-soft px-4 py-2"
          >
            <TriangleAlert aria-hidden size={18} className="shrink-0 text-caution" />
            <p className="min-w-0 flex-1 break-words">
              One {one.what} cannot be read and is left out. {one.why}
            </p>
            <Button
              onClick={() =>
                download(
                  new Blob([asideJson(one)], { type: 'application/json' }),
                  `unreadable-${one.what}.json`,
                )
              }
            >
              Save as file
            </Button>
            <Button onClick={() => drop(one)}>Delete</Button>
          </div>
        </li>
      ))}
    </ul>
  );
}

function drop({ store, key, what, record }: SetAside): Promise<boolean> {
  return commit({
    what: `the deletion of a ${what} that cannot be read`,
    stores: [store],
    // One that was put right since stays.
    make: async (read) => (isAlike(await read.one(store, key), record) ? [{ store, key }] : []),
  });
}
