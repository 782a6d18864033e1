'use client';

import { swapsOf } from '@/core/plan/arrangement';
import { StationLinks, type StationNote } from '@/components/StationLinks';
import type { Check, CheckLevel } from '@/core/checks/check';
import { worstLevel } from '@/core/checks/checks';
import type { JobPlan } from '@/core/plan/jobPlan';
import { useJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';

/** A job's stations in working order; each says how it stands. */
export function Stations() {
  const opened = useJob();
  const { checks } = usePlanFindings();
  if (opened.kind === 'model') {
    const { job, setup } = opened;
    return <StationLinks jobId={job.id} isModel notes={setup.isUnitSure ? LATER : ASKED} />;
  }
  const { job, reading, plan, printer, output, arrangement } = opened;
  const warnings = reading.findings.filter(({ severity }) => severity === 'warning').length;
  const notes = {
    '/read': warnings > 0 ? { text: String(warnings), words: 'to check', isTrouble: true } : null,
    '/recipe':
      printer.understands.testedAt === null
        ? { text: 'not tested', words: 'on your printer', isTrouble: true }
        : null,
    '/checks': checksNote(checks, plan),
    '/output': outputNote(output, swapsOf(reading, arrangement).length),
  };
  return <StationLinks jobId={job.id} notes={notes} />;
}

/** What a model that is not sliced yet waits with. */
const SLICED_LATER: StationNote = { text: 'once sliced', words: '', isTrouble: false };
const LATER = { '/output': SLICED_LATER } as const;
const ASKED = { ...LATER, '/model': { text: 'check size', words: '', isTrouble: true } } as const;

const LEVEL_NOTES: Readonly<Record<CheckLevel, StationNote | null>> = {
  'will-fail': { text: 'will fail', words: '', isTrouble: true },
  'may-fail': { text: 'may fail', words: '', isTrouble: true },
  'good-to-know': null,
};

function checksNote(checks: readonly Check[], plan: JobPlan): StationNote | null {
  const worst = worstLevel(checks, new Set(plan.known.map(({ id }) => id)));
  return worst === null ? null : LEVEL_NOTES[worst];
}

function outputNote(
  { result, refusal }: ReturnType<typeof useJob>['output'],
  swaps: number,
): StationNote | null {
  if (swaps === 0) return { text: 'no swap yet', words: '', isTrouble: false };
  if (refusal !== null || result?.files.length === 0) {
    return { text: 'blocked', words: '', isTrouble: true };
  }
  return result ? { text: 'done', words: '', isTrouble: false } : null;
}
