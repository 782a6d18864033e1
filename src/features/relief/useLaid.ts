import { useEffect, useState } from 'react';
import type { Stack } from '@/core/relief/stack';
import { RELIEF_WORKER } from '@/workers/kinds';
import { LatestWish } from '@/workers/line/latestWish';
import type { ReliefOrder, ReliefService, ReliefView } from '@/workers/reliefWorker';

interface LayWish {
  readonly order: ReliefOrder;
  readonly stack: Stack;
}

/** The newest relief that is laid out, with what it was laid from. */
export interface ShownRelief extends LayWish {
  readonly view: ReliefView;
}

interface LaidState {
  readonly shown: ShownRelief | null;
  readonly isSettled: boolean;
  readonly trouble: string | null;
}

/** Lays a relief out beside the page; it follows the hand a little later. */
export function useLaid(order: ReliefOrder | null, stack: Stack | null): LaidState {
  const [shown, setShown] = useState<ShownRelief | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [wishes] = useState(
    () =>
      new LatestWish<ReliefService, LayWish, ReliefView>(RELIEF_WORKER, {
        ask: (service, wish) => Promise.resolve(service.lay(wish.order, wish.stack)),
        onAnswer: (wish, view) => {
          setShown({ ...wish, view });
          setTrouble(null);
        },
        onTrouble: ({ message }) => setTrouble(`The relief could not be laid out. ${message}`),
      }),
  );
  useEffect(() => () => wishes.end(), [wishes]);
  useEffect(() => {
    if (order && stack) wishes.want({ order, stack });
  }, [wishes, order, stack]);
  const isSettled = shown !== null && shown.order === order && shown.stack === stack;
  return { shown: order && stack ? shown : null, isSettled, trouble };
}
