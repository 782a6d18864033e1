'use client';

import { useCallback, useRef } from 'react';
import { useThemeColours } from '@/browser/useThemeColours';
import type { OpenedJob } from '@/base/job/jobContext';
import type { MovedJob } from '@/base/work/movedJob';
import { useDrawing } from '@/base/work/useFollowing';
import { isWhole } from '@/core/plan/parts';
import { sharesByLayer } from '@/core/plan/work/layerShares';
import { CORE_WIDTH } from './corePlaces';
import { drawCore, SMALL_AND_OFTEN, type CoreDrawing } from './drawCore';

interface CoreCanvasProps extends Pick<CoreDrawing, 'layers' | 'scale' | 'height' | 'widest'> {
  readonly view: OpenedJob;
}

/** The drawing of the core. */
export function CoreCanvas({ view, layers, scale, height, widest }: CoreCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { edge } = useThemeColours();
  const draw = useCallback(
    ({ reading, plan, parts, bands }: MovedJob): void => {
      const context = canvas.current?.getContext('2d', SMALL_AND_OFTEN);
      if (!context) return;
      const shares = isWhole(plan) ? null : sharesByLayer({ reading, plan, wishes: parts.wishes });
      const bars = { layers, bands, shares, scale, height, widest };
      drawCore(context, { ...bars, width: CORE_WIDTH, lineColour: edge });
    },
    [layers, scale, height, widest, edge],
  );
  const drawAnew = useCallback(
    (job: MovedJob): void => {
      const context = canvas.current?.getContext('2d', SMALL_AND_OFTEN);
      if (!canvas.current || !context) return;
      const ratio = window.devicePixelRatio || 1;
      canvas.current.width = Math.round(CORE_WIDTH * ratio);
      canvas.current.height = Math.round(height * ratio);
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      draw(job);
    },
    [draw, height],
  );
  useDrawing(view, drawAnew, draw);
  return <canvas ref={canvas} aria-hidden style={{ width: CORE_WIDTH, height }} />;
}
