import { useEffect, useRef } from 'react';
import { create } from 'zustand';
import type { OpeningPlace } from './whereItOpens';

interface Waiting {
  readonly at: OpeningPlace;
  readonly files: readonly File[];
}

const useWaiting = create<{ readonly waiting: Waiting | null }>()(() => ({ waiting: null }));

/** Lets files wait for the screen that opens them. */
export function letWait(at: OpeningPlace, files: readonly File[]): void {
  useWaiting.setState({ waiting: { at, files } });
}

/** Takes files that were dropped elsewhere and belong here, now and later. */
export function useWaitingFiles(
  here: OpeningPlace,
  isReady: boolean,
  take: (files: readonly File[]) => void,
): void {
  const waiting = useWaiting((state) => state.waiting);
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    if (waiting?.at !== here || !isReady) return;
    useWaiting.setState({ waiting: null });
    latest.current(waiting.files);
  }, [waiting, here, isReady]);
}
