'use client';

import { TriangleAlert } from 'lucide-react';
import { asideJson, useAside, type SetAside } from '@/store/aside';
import { isAlike } from '@/store/changedFields';
import { commit } from '@/store/commit';
import type { StoreName } from '@/store/stores';
import { Button } from './Button';
import { download } from './download';

/** Records of some stores that cannot be read: what is wrong, and a way to keep or to drop each. */
export function AsideNotes({ stores }: { stores: readonly StoreName[] }) {
  const all = useAside((state) => state.all);
  const mine = all.filter(({ store }) => stores.includes(store));
  if (mine.length === 0) return null;
  return (
    <ul aria-label="What cannot be read" className="grid gap-2">
      {mine.map((one) => (
        <li
          key={`${one.store}/${one.key}`}
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
            Save it as a file
          </Button>
          <Button onClick={() => drop(one)}>Delete it</Button>
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
