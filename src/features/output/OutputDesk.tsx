'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { Progress } from '@/components/controls/Progress';
import type { OutputResult } from '@/base/job/outputState';
import { FileDown, RotateCcw } from 'lucide-react';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { useSlicedJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { ActionButton } from '@/base/job/ActionButton';
import { plural } from '@/core/format';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { BlockList } from './BlockList';
import { DeliveryChoice } from './DeliveryChoice';
import { FileList } from './FileList';
import { FilesAsTheyAre } from './FilesAsTheyAre';
import { FileStops } from './FileStops';
import { TimeLeft } from './TimeLeft';
import { HostScriptTexts } from './HostScriptTexts';
import { LeftOutList } from './LeftOutList';
import { NameField } from './NameField';
import { NextSteps, OutputCaution } from './NextSteps';
import { ProofList } from './ProofList';
import { SaveBeside } from './SaveBeside';
import { ShelfPart } from './ShelfPart';

/** The Output station: write, prove, hand out; and what is in the file that was not there before. */
export function OutputDesk() {
  const job = useSlicedJob();
  const { plan, printer, output, actions, file } = job;
  const { preview, refusal } = usePlanFindings().preview;
  const { progress, result } = output;
  const trouble = output.refusal ?? refusal;
  return (
    <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,30rem)_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)]">
      <ScrollArea className="border-line bg-panel lg:border-r" inside="px-5 pb-6">
        <section aria-labelledby="write-title" className="pt-4">
          <h2 id="write-title" className="text-base font-semibold">
            The file
          </h2>
          <NameField />
          <DeliveryChoice />
          <div className="flex flex-wrap gap-2 pt-3">
            <ActionButton
              actionId="write-file"
              context={actions}
              kind="primary"
              isBusy={progress !== null}
            >
              <FileDown aria-hidden size={16} />
              {progress === null ? 'Write file' : 'Proving…'}
            </ActionButton>
            <ActionButton actionId="save-plan" context={actions}>
              Export plan
            </ActionButton>
            {job.reading.sources.length === 1 && (
              <Button onClick={() => download(file, job.job.fileName)}>
                <RotateCcw aria-hidden size={15} />
                Original file
              </Button>
            )}
          </div>
          {progress !== null && (
            <Progress label="Writing and proving" value={progress} className="mt-3" />
          )}
          {trouble !== null && (
            <p role="alert" className="mt-3 rounded-md bg-danger-soft px-3 py-2">
              {trouble}
            </p>
          )}
        </section>
        <p role="status" className="sr-only">
          {result && writtenWords(result)}
        </p>
        {result && <SaveBeside result={result} />}
        {result && <ProofList result={result} />}
        <LeftOutList />
        <FilesAsTheyAre />
        <FileStops />
        <TimeLeft />
        {preview && recipeOfPlan(plan, printer).kind === 'host-scripts' && (
          <HostScriptTexts moment={preview.moment} />
        )}
        <ShelfPart />
        {result && result.files.length > 1 && <FileList result={result} />}
        {result && result.files.length > 0 && <NextSteps />}
        <OutputCaution />
      </ScrollArea>
      <BlockList
        excerpts={result?.excerpts ?? preview?.excerpts ?? []}
        isWritten={!!result && result.files.length > 0}
      />
    </div>
  );
}

/** What came of writing, to be read out. */
function writtenWords({ files, fileName, proof }: OutputResult): string {
  const failed = proof.checks.filter(({ ok }) => !ok).length;
  return files.length > 0
    ? `The file is written and proven: ${fileName} is in your downloads.`
    : `No file was written: ${plural(failed, 'check')} of the proof ${failed === 1 ? 'does' : 'do'} not hold.`;
}
