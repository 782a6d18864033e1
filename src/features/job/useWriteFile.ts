'use client';

import { useCallback, useState } from 'react';
import { toast } from 'sonner';
import { filamentOf, type JobPlan } from '@/core/plan/jobPlan';
import { ORDINARY_RECIPE } from '@/core/recipe/recipe';
import { download } from './download';
import type { ReadyJob } from './useOpenJob';
import type { WrittenResult } from './WrittenDialog';

/** Writes the output of a plan and hands it out when it is proven. */
export function useWriteFile({ job, client, reading }: ReadyJob, plan: JobPlan) {
  const [writing, setWriting] = useState(false);
  const [written, setWritten] = useState<WrittenResult | null>(null);

  const write = useCallback(async () => {
    const swaps = plan.swaps.map(({ layer, letter }) => {
      const { name } = filamentOf(plan, letter);
      return { layer, filament: `${letter} ${name}` };
    });
    const takeOut = reading.stops.filter(({ line }) => plan.takenOut.includes(line));
    setWriting(true);
    try {
      const request = { swaps, recipe: ORDINARY_RECIPE, stopAt: 'restart', takeOut } as const;
      const result = await client.write(request);
      if (!result.ok) {
        toast.error(result.refusal.message);
        return;
      }
      const { file, proof } = result.value;
      const fileName = outputName(job.fileName, swaps.length);
      if (file) download(file, fileName);
      setWritten({ fileName: file ? fileName : null, proof });
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'The file could not be written.');
    } finally {
      setWriting(false);
    }
  }, [client, job.fileName, plan, reading.stops]);

  return { write, writing, written, dismiss: () => setWritten(null) };
}

/** `hide-plate-7.gcode` with two swaps → `hide-plate-7-2-swaps.gcode`. */
function outputName(fileName: string, swaps: number): string {
  const stem = fileName.replace(/\.(gz|zip)$/i, '').replace(/\.(gcode|gco|g)$/i, '');
  return `${stem}-${swaps}-${swaps === 1 ? 'swap' : 'swaps'}.gcode`;
}
