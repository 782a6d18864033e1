'use client';

import type { OutputResult, OutputState } from '@/base/job/outputState';
import { useCallback, useMemo, useState } from 'react';
import type { OutputRequest } from '@/core/write/request/request';
import { deliveryNames } from '@/core/delivery/deliveryNames';
import { printedSections, type Arrangement } from '@/core/plan/arrangement';
import { isWhole } from '@/core/plan/parts';
import { outputName } from '@/core/delivery/fileName';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import { keepOutput } from './keepOutput';
import { zipOf } from './zipOf';
import { download } from '@/browser/download';
import type { PlanWork } from '@/base/work/usePlanWork';
import type { ReadyJob } from '@/base/job/useOpenJob';

/** The name that a plan's output gets. */
export function fileNameOf(
  { namePattern }: JobPlan,
  fileName: string,
  { visits }: Pick<Arrangement, 'visits'>,
  printer: Printer,
) {
  return outputName(namePattern, {
    fileName,
    // Filaments are named by their letter first.
    letters: visits.map(({ filament }) => filament.slice(0, 1)),
    swaps: visits.length - 1,
    printer: printer.name,
  });
}

/** `wader-coaster.gcode.gz` → `wader-coaster`. */
function jobStem(fileName: string): string {
  return fileName.replace(/\.(gz|zip)$/i, '').replace(/\.(gcode|gco|g)$/i, '');
}

/** The filament that each file of an output begins with. */
function filamentsOfFiles(arrangement: Arrangement): string[] {
  const printed = printedSections(arrangement);
  return [0, ...arrangement.opens].map((at) => printed[at].visit.filament);
}

type Outcome =
  | { readonly kind: 'written'; readonly result: OutputResult }
  | { readonly kind: 'refused'; readonly plan: JobPlan; readonly message: string };

/** Writes the output of a plan, proves it, and hands it out when the proof holds. */
export function useOutput(
  ready: ReadyJob,
  plan: JobPlan,
  printer: Printer,
  work: Pick<PlanWork, 'arrangement' | 'parts' | 'bands' | 'purges' | 'spools' | 'reckoned'>,
  request: OutputRequest | null,
): OutputState {
  const { job, client } = ready;
  const { arrangement, parts } = work;
  const [progress, setProgress] = useState<number | null>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const fileName = fileNameOf(plan, job.fileName, arrangement, printer);

  const write = useCallback(async () => {
    const refuse = (message: string): false => {
      setOutcome({ kind: 'refused', plan, message });
      return false;
    };
    if (ready.kind === 'model' || request === null) {
      return refuse('This job is a model. Slice it, then open the sliced file here.');
    }
    if (parts.refusal) return refuse(parts.refusal);
    if (!isWhole(plan) && (parts.answer === null || parts.progress !== null)) {
      return refuse('The printing order is still being calculated. Try again in a moment.');
    }
    setProgress(0);
    try {
      const written = await client.write(request, setProgress);
      if (!written.ok) return refuse(written.refusal.message);
      const { files: blobs, proof, excerpts } = written.value;
      const filaments = filamentsOfFiles(arrangement);
      const stem = fileName.replace(/\.gcode$/, '');
      const names = deliveryNames(blobs.length > 1 ? jobStem(job.fileName) : stem, filaments);
      const files = blobs.map((blob, i) => {
        return { blob, name: names[i], filament: filaments[i] };
      });
      // Kept before it is handed out: what goes to the printer can be attended to.
      if (files.length > 0) await keepOutput({ ready, plan, printer, work, files });
      const isMany = files.length > 1;
      const given = isMany ? `${jobStem(job.fileName)}.zip` : fileName;
      if (isMany) download(await zipOf(files, arrangement.home, printer), given);
      else if (files[0]) download(files[0].blob, given);
      setOutcome({
        kind: 'written',
        result: { plan, printer, files, fileName: given, proof, excerpts },
      });
      return files.length > 0;
    } catch (error) {
      return refuse(error instanceof Error ? error.message : 'The file could not be written.');
    } finally {
      setProgress(null);
    }
  }, [ready, client, fileName, job.fileName, plan, printer, work, arrangement, request, parts]);

  const written = outcome?.kind === 'written' ? outcome.result : null;
  const result = written?.plan === plan && written.printer === printer ? written : null;
  const refusal = outcome?.kind === 'refused' && outcome.plan === plan ? outcome.message : null;
  return useMemo(
    () => ({ progress, result, refusal, fileName, write }),
    [progress, result, refusal, fileName, write],
  );
}
