'use client';

import { goOn } from '@/browser/goOn';
import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { plural } from '@/core/format';
import { remindLater, timeToSave, type OnlyHere } from '@/store/bundle/elsewhere';
import { dayWords } from './words';

/** A word when much is kept in this browser alone. */
export function SaveReminder({ jobCount }: { jobCount: number }) {
  const [here, setHere] = useState<OnlyHere | null>(null);
  useEffect(() => {
    let isOn = true;
    timeToSave().then(
      (found) => isOn && setHere(found),
      () => {
        // What is wrong with the storage is said elsewhere.
      },
    );
    return () => {
      isOn = false;
    };
  }, [jobCount]);
  if (here === null) return null;
  const since =
    here.savedAt === null
      ? 'have never been saved'
      : `have changed since ${dayWords(here.savedAt)}`;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-lg bg-caution-soft px-4 py-2.5"
    >
      <p className="mr-auto">
        {plural(here.things, 'thing')} {since} outside this browser.
      </p>
      <Link href="/safe" className="font-medium underline">
        Save everything to a file
      </Link>
      <Button
        onClick={() => {
          setHere(null);
          goOn(remindLater());
        }}
      >
        Remind me in a week
      </Button>
    </div>
  );
}
