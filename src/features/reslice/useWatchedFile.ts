'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { askForPlaces, placeOf, readPlace, type FilePlace } from '@/browser/fileHandles';
import { toast } from '@/store/toast';
import { keepWatched, watchedFile, type SeenFile } from '@/store/jobs/watched';

/** How often the disk is looked at, ms. */
const PACE = 1500;

/**
 * How it stands with the file on the disk: `asleep` until the person lets the browser read it again, `lost` when
 * it is not where it was.
 */
type WatchStage = 'off' | 'watching' | 'asleep' | 'lost';

/** The watch over the file that a job is sliced into. */
export interface FileWatch {
  readonly stage: WatchStage;
  /** The file's name. */
  readonly name: string;
  /** Lets the person choose the file. */
  readonly choose: () => Promise<void>;
  /** Asks the browser to let it be read again. */
  readonly wake: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

const OFF = { stage: 'off', place: null } as const;

type Stand =
  | { readonly stage: 'off'; readonly place: null }
  | { readonly stage: Exclude<WatchStage, 'off'>; readonly place: FilePlace };

const sameFile = (a: SeenFile, b: SeenFile): boolean =>
  a.lastModified === b.lastModified && a.size === b.size;
const seenOf = ({ lastModified, size }: File): SeenFile => ({ lastModified, size });

/**
 * Watches the file that a job is sliced into: when another program has written it again and is done with it, it is
 * handed on.
 * @param isBusy true while a re-sliced file is being asked about: nothing is looked at then.
 */
export function useWatchedFile(
  jobId: string,
  isBusy: boolean,
  onNewSlice: (file: File) => Promise<void>,
): FileWatch {
  const [stand, setStand] = useState<Stand>(OFF);
  const seen = useRef<SeenFile | null>(null);
  const take = useRef(onNewSlice);
  useEffect(() => {
    take.current = onNewSlice;
  });

  useEffect(() => {
    let isOn = true;
    const isOver = (): boolean => !isOn;
    const begin = async (): Promise<void> => {
      const watched = await watchedFile(jobId);
      if (isOver() || watched === null) return;
      const place: FilePlace = watched.place;
      seen.current = watched.seen;
      const allowed = (await place.queryPermission?.({ mode: 'read' })) ?? 'granted';
      if (!isOver()) setStand({ stage: allowed === 'granted' ? 'watching' : 'asleep', place });
    };
    begin().catch(() => {
      // Without it, the job is worked on as any other.
    });
    return () => {
      isOn = false;
    };
  }, [jobId]);

  const { stage, place } = stand;
  useEffect(() => {
    if (stage !== 'watching' || isBusy) return;
    let isOn = true;
    let before: SeenFile | null = null;
    const look = async (): Promise<void> => {
      const file = await readPlace(place);
      const now = seenOf(file);
      // Another program may still be at it: it has to look the same twice.
      const isDone = before !== null && sameFile(before, now) && file.size > 0;
      before = now;
      if (!isOn || !isDone || (seen.current && sameFile(seen.current, now))) return;
      seen.current = now;
      await keepWatched(jobId, { place, seen: now });
      await take.current(file);
    };
    let timer: ReturnType<typeof setTimeout>;
    const goOn = (): void => {
      timer = setTimeout(() => {
        const looked = document.hidden ? Promise.resolve() : look();
        looked.then(
          () => isOn && goOn(),
          () => isOn && setStand({ stage: 'lost', place }),
        );
      }, PACE);
    };
    goOn();
    return () => {
      isOn = false;
      clearTimeout(timer);
    };
  }, [stage, place, isBusy, jobId]);

  const choose = useCallback(async () => {
    const file = (await askForPlaces(false)).at(0);
    const chosen = file && placeOf(file);
    if (!chosen) return;
    // What it holds now is looked at as well: it may be re-sliced already.
    seen.current = null;
    await keepWatched(jobId, { place: chosen, seen: { lastModified: 0, size: 0 } });
    setStand({ stage: 'watching', place: chosen });
  }, [jobId]);
  const wake = useCallback(async () => {
    if (place === null) return;
    const allowed = await place.requestPermission?.({ mode: 'read' });
    if (allowed === 'granted') setStand({ stage: 'watching', place });
    else toast('The browser was not allowed to read the file.');
  }, [place]);
  const stop = useCallback(async () => {
    await keepWatched(jobId, null);
    setStand(OFF);
  }, [jobId]);
  return { stage, name: place?.name ?? '', choose, wake, stop };
}
