'use client';

import { useCallback, useState } from 'react';
import type { Spool } from '@/core/filament/spool';
import { outputName } from '@/core/output/fileName';
import type { Excerpt } from '@/core/output/excerpts';
import type { Proof } from '@/core/output/proofTypes';
import { printedSwaps, type JobPlan } from '@/core/plan/jobPlan';
import { requestOfPlan } from '@/core/output/planRequest';
import type { Printer } from '@/core/printer/printer';
import { download } from '@/components/download';
import type { ReadyJob } from '@/features/job/useOpenJob';

/** What came of writing a plan. */
export interface OutputResult {
  /** The plan and the printer that it was written for. */
  readonly plan: JobPlan;
  readonly printer: Printer;
  /** The file, and its name in the downloads; null when the proof does not hold. */
  readonly file: Blob | null;
  readonly fileName: string;
  readonly proof: Proof;
  readonly excerpts: readonly Excerpt[];
}

export interface OutputState {
  /** Share of the proof that is done; null while nothing is being written. */
  readonly progress: number | null;
  /** Of the plan as it is now; null when it was not written, or changed since. */
  readonly result: OutputResult | null;
  /** Why the plan as it is now cannot be written. */
  readonly refusal: string | null;
  readonly fileName: string;
  /** True when a file was handed out. */
  readonly write: () => Promise<boolean>;
}

/** The name that a plan's output gets. */
export function fileNameOf(plan: JobPlan, fileName: string, layers: number, printer: Printer) {
  const swaps = printedSwaps(plan, layers);
  return outputName(plan.namePattern, {
    fileName,
    letters: [plan.firstLetter, ...swaps.map(({ letter }) => letter)],
    swaps: swaps.length,
    printer: printer.name,
  });
}

type Outcome =
  | { readonly kind: 'written'; readonly result: OutputResult }
  | { readonly kind: 'refused'; readonly plan: JobPlan; readonly message: string };

/** Writes the output of a plan, proves it, and hands it out when the proof holds. */
export function useOutput(
  ready: ReadyJob,
  plan: JobPlan,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
): OutputState {
  const { job, client, reading } = ready;
  const [progress, setProgress] = useState<number | null>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const fileName = fileNameOf(plan, job.fileName, reading.layers.length, printer);

  const write = useCallback(async () => {
    const refuse = (message: string): false => {
      setOutcome({ kind: 'refused', plan, message });
      return false;
    };
    setProgress(0);
    try {
      const written = await client.write(
        requestOfPlan(plan, reading, printer, spools),
        setProgress,
      );
      if (!written.ok) return refuse(written.refusal.message);
      const { file, proof, excerpts } = written.value;
      if (file) download(file, fileName);
      setOutcome({
        kind: 'written',
        result: { plan, printer, file, fileName, proof, excerpts },
      });
      return file !== null;
    } catch (error) {
      return refuse(error instanceof Error ? error.message : 'The file could not be written.');
    } finally {
      setProgress(null);
    }
  }, [client, fileName, plan, printer, reading, spools]);

  const written = outcome?.kind === 'written' ? outcome.result : null;
  const isCurrent = written?.plan === plan && written.printer === printer;
  const refused = outcome?.kind === 'refused' && outcome.plan === plan;
  return {
    progress,
    result: isCurrent ? written : null,
    refusal: refused ? outcome.message : null,
    fileName,
    write,
  };
}
