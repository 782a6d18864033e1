import { useMemo } from 'react';
import { lampDepth, opticalDepths } from '@/core/filament/look';
import { mainBands } from '@/core/plan/work/layerShares';
import type { OpenedJob } from '../job/jobContext';
import type { HandLamp } from './HandScene';

/** How the print lets light through, worked out once for a plan; null where it is not backlit. */
export function useLamp(job: OpenedJob, isLit: boolean): HandLamp | null {
  const { layers, footprint } = job.reading;
  return useMemo(() => {
    if (!isLit) return null;
    const depths = opticalDepths(mainBands({ ...job, wishes: job.parts.wishes }), layers);
    return { depths, lamp: lampDepth(footprint, depths) };
  }, [isLit, job, layers, footprint]);
}
