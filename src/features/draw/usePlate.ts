'use client';

import { useEffect, useState } from 'react';
import type { LaidPlate } from '@/core/draw/layOut';
import type { PlatePicture } from '@/core/draw/picture';
import type { PlateDrawing } from '@/core/draw/plate';
import { PLATE_WORKER } from '@/workers/kinds';
import { LatestWish } from '@/workers/line/latestWish';
import type { PlateService } from '@/workers/plateWorker';

/** What a plate is made of. */
interface PlateWish {
  readonly drawing: PlateDrawing;
  readonly picture: PlatePicture | null;
}

/** The newest plate that is laid out. */
export interface ShownPlate extends PlateWish {
  readonly plate: LaidPlate;
}

interface PlateState {
  /** null until the first one is there. */
  readonly shown: ShownPlate | null;
  /** Whether it is what is wanted now: nothing newer is being laid out. */
  readonly isSettled: boolean;
  /** Why the newest could not be laid out; null when it could. */
  readonly trouble: string | null;
}

/** Lays a plate out beside the page: it follows typing a little later, and what came too late is left out. */
export function usePlate(drawing: PlateDrawing, picture: PlatePicture | null): PlateState {
  const [shown, setShown] = useState<ShownPlate | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [wishes] = useState(
    () =>
      new LatestWish<PlateService, PlateWish, LaidPlate>(PLATE_WORKER, {
        ask: (service, wish) => service.layOut(wish.drawing, wish.picture),
        onAnswer: (wish, plate) => {
          setShown({ ...wish, plate });
          setTrouble(null);
        },
        onTrouble: ({ message }) => setTrouble(`The plate could not be laid out. ${message}`),
      }),
  );
  useEffect(() => () => wishes.end(), [wishes]);
  useEffect(() => wishes.want({ drawing, picture }), [wishes, drawing, picture]);
  const isSettled = shown?.drawing === drawing && shown.picture === picture && trouble === null;
  return { shown, isSettled, trouble };
}
