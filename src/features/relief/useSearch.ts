import { useEffect, useState } from 'react';
import type { SearchAnswer } from '@/core/relief/search';
import { RELIEF_WORKER } from '@/workers/kinds';
import { WorkerLine } from '@/workers/line/workerLine';
import type { ReliefOrder, ReliefService } from '@/workers/reliefWorker';

/** How long settings rest before a search begins, ms. */
const REST = 250;

interface SearchState {
  readonly answer: SearchAnswer | null;
  /** What the answer is of; null until there is one. */
  readonly of: ReliefOrder | null;
  /** How much of the search for the newest settings is done; null while none runs. */
  readonly share: number | null;
  readonly trouble: string | null;
}

const NONE: SearchState = { answer: null, of: null, share: null, trouble: null };

/** Searches for the newest order; a search for an older one is given up. */
export function useSearch(order: ReliefOrder | null): SearchState {
  const [state, setState] = useState(NONE);
  useEffect(() => {
    if (order === null) return;
    let line: WorkerLine<ReliefService> | null = null;
    let isWanted = true;
    const set = (part: Partial<SearchState>): void => {
      if (isWanted) setState((before) => ({ ...before, ...part }));
    };
    const search = async (): Promise<void> => {
      set({ share: 0 });
      line = new WorkerLine<ReliefService>(RELIEF_WORKER, () => {});
      try {
        const answer = await line.ask((service) =>
          Promise.resolve(service.search(order, (share) => set({ share }))),
        );
        set({ answer, of: order, share: null, trouble: null });
      } catch (error) {
        set({ share: null, trouble: `The search stopped. ${String(error)}` });
      } finally {
        line.end(new Error('It is over.'));
      }
    };
    const timer = setTimeout(() => {
      search().catch(() => {});
    }, REST);
    return () => {
      isWanted = false;
      clearTimeout(timer);
      line?.end(new Error('A newer one is wanted.'));
    };
  }, [order]);
  return order === null ? NONE : state;
}
