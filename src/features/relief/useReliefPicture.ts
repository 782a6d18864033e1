import { useCallback, useEffect, useRef, useState } from 'react';
import { keepPicture, keptPicture } from '@/store/settings/pictureFiles';
import { toast } from '@/store/toast';
import type { HeldPicture } from '@/workers/reliefWorker';
import { readPixels } from './readPixels';

interface ReliefPictureState {
  readonly picture: HeldPicture | null;
  /** The name of a file that is being read; null for none. */
  readonly reading: string | null;
  readonly take: (file: File) => Promise<void>;
  readonly cancel: () => void;
  readonly remove: () => void;
}

/** The picture of the relief, which is there again after a reload. */
export function useReliefPicture(): ReliefPictureState {
  const [picture, setPicture] = useState<HeldPicture | null>(null);
  const [reading, setReading] = useState<string | null>(null);
  const giveUp = useRef<() => void>(() => {});
  const isWanted = useRef(true);
  /** Whether the person has opened or removed a picture: what was kept comes too late then. */
  const isTouched = useRef(false);

  const open = useCallback(async (file: File): Promise<boolean> => {
    giveUp.current();
    const running = readPixels(file);
    const over = new AbortController();
    giveUp.current = () => {
      over.abort();
      running.cancel();
    };
    setReading(file.name);
    const outcome = await running.outcome;
    if (over.signal.aborted || !isWanted.current) return false;
    setReading(null);
    if (outcome.ok) setPicture(outcome.value);
    else toast.error(`${file.name}: ${outcome.refusal.message}`);
    return outcome.ok;
  }, []);
  useEffect(() => {
    isWanted.current = true;
    keptPicture('relief').then(
      (file) => file && isWanted.current && !isTouched.current && open(file),
      () => {
        // Without it, the person opens a picture again.
      },
    );
    return () => {
      isWanted.current = false;
      giveUp.current();
    };
  }, [open]);

  return {
    picture,
    reading,
    take: async (file) => {
      isTouched.current = true;
      if (await open(file)) await keepPicture('relief', file);
    },
    cancel: () => {
      giveUp.current();
      setReading(null);
    },
    remove: () => {
      isTouched.current = true;
      setPicture(null);
      keepPicture('relief', null).catch(() => {});
    },
  };
}
