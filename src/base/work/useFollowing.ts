'use client';

import { useLayoutEffect, useRef } from 'react';
import { usePlanStore } from '@/store/plans/planStore';
import { isMoving } from '@/store/plans/resting';
import type { OpenedJob } from '../job/jobContext';
import { movedJob, type MovedJob } from './movedJob';

/**
 * Has a drawing follow the hand while a swap is moved, without React, which draws only when the hand rests. What
 * draws it for React does so in a layout effect before this.
 * @param follow draws the job as it is now over what React has drawn of `view`. It is called again with `view`
 * itself once that is what is wanted, so it must set all that it has ever changed.
 */
export function useFollowing(view: OpenedJob, follow: (moved: MovedJob) => void): void {
  /** True while the page shows something else than React has drawn. */
  const strayed = useRef(false);
  useLayoutEffect(() => {
    const catchUp = (): void => {
      const { plan } = usePlanStore.getState();
      if (!plan || !(isMoving() || strayed.current)) return;
      strayed.current = plan !== view.plan;
      follow(strayed.current ? movedJob(view, plan) : view);
    };
    catchUp();
    return usePlanStore.subscribe(({ plan }, { plan: before }) => {
      if (plan !== before) catchUp();
    });
  }, [view, follow]);
}

/**
 * Draws a job, and has the drawing follow the hand. What is drawn already is not drawn again: a station that was kept
 * shows what it showed.
 * @param draw draws the whole job when React does. @param follow what then follows the hand; the same when left out.
 */
export function useDrawing(
  view: OpenedJob,
  draw: (job: MovedJob) => void,
  follow: (moved: MovedJob) => void = draw,
): void {
  const drawn = useRef<{ readonly view: OpenedJob; readonly draw: unknown } | null>(null);
  useLayoutEffect(() => {
    if (drawn.current?.view === view && drawn.current.draw === draw) return;
    drawn.current = { view, draw };
    draw(view);
  }, [view, draw]);
  useFollowing(view, follow);
}
