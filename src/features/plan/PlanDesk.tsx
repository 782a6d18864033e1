'use client';

import { useCallback, useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { ActionContext } from '@/actions/action';
import { Boundary } from '@/components/Boundary';
import { bandsOf } from '@/core/plan/bands';
import { filamentOf, type JobPlan } from '@/core/plan/jobPlan';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import type { Proof } from '@/core/output/proof';
import { ORDINARY_RECIPE } from '@/core/recipe/recipe';
import type { SaveState } from '@/store/planSaver';
import { BandsPanel } from './BandsPanel';
import { CorePanel } from './core/CorePanel';
import { download } from './download';
import { KeysDialog } from './KeysDialog';
import { PlanHeader } from './PlanHeader';
import { SheetPanel } from './sheet/SheetPanel';
import { TotalsBar } from './TotalsBar';
import { useActionKeys } from './useActionKeys';
import type { ReadyJob } from './useOpenJob';
import { WrittenDialog, type WrittenResult } from './WrittenDialog';

export interface PlanDeskProps {
  readonly ready: ReadyJob;
  readonly plan: JobPlan;
  readonly saveState: SaveState;
}

/** The Plan station: core, sheet, bands and totals on one screen. */
export function PlanDesk({ ready, plan, saveState }: PlanDeskProps) {
  const { job, reading, steps, client } = ready;
  const [keysShown, setKeysShown] = useState(false);
  const [written, setWritten] = useState<WrittenResult | null>(null);
  const [writing, setWriting] = useState(false);
  const bands = useMemo(
    () => bandsOf(plan, reading.layers, ORDINARY_PRINTER.filamentDiameter),
    [plan, reading],
  );

  const writeFile = useCallback(async () => {
    const swaps = plan.swaps.map(({ layer, letter }) => {
      const { name } = filamentOf(plan, letter);
      return { layer, filament: `${letter} ${name}` };
    });
    setWriting(true);
    try {
      const result = await client.write({ swaps, recipe: ORDINARY_RECIPE, stopAt: 'restart' });
      if (!result.ok) {
        toast.error(result.refusal.message);
        return;
      }
      const { file, proof } = result.value;
      const fileName = outputName(job.fileName, swaps.length);
      if (file) download(file, fileName);
      setWritten({ fileName: file ? fileName : null, proof: proof satisfies Proof });
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'The file could not be written.');
    } finally {
      setWriting(false);
    }
  }, [client, job.fileName, plan]);

  const context = useMemo<ActionContext>(
    () => ({
      reading,
      steps,
      writeFile: () => void writeFile(),
      showKeys: () => setKeysShown(true),
    }),
    [reading, steps, writeFile],
  );
  useActionKeys(context, !keysShown && written === null);

  return (
    <div className="flex flex-1 flex-col lg:h-dvh lg:min-h-0">
      <PlanHeader job={job} reading={reading} saveState={saveState} context={context} />
      <div className="grid min-h-0 flex-1 lg:grid-cols-[19rem_minmax(0,1fr)_21rem]">
        <CorePanel reading={reading} steps={steps} plan={plan} bands={bands} context={context} />
        <Boundary title="The sheet cannot be drawn">
          <SheetPanel client={client} reading={reading} plan={plan} />
        </Boundary>
        <BandsPanel bands={bands} plan={plan} steps={steps} context={context} />
      </div>
      <TotalsBar reading={reading} plan={plan} context={context} writing={writing} />
      <KeysDialog open={keysShown} onOpenChange={setKeysShown} />
      <WrittenDialog result={written} onClose={() => setWritten(null)} />
    </div>
  );
}

/** `hide-plate-7.gcode` with two swaps → `hide-plate-7-2-swaps.gcode`. */
function outputName(fileName: string, swaps: number): string {
  const stem = fileName.replace(/\.(gz|zip)$/i, '').replace(/\.(gcode|gco|g)$/i, '');
  return `${stem}-${swaps}-${swaps === 1 ? 'swap' : 'swaps'}.gcode`;
}
