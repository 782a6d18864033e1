'use client';

import { Printer } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import { useEffect } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { formatDuration, formatGrams, formatMm, plural } from '@/core/format';
import { commonSteps } from '@/core/run/checklist';
import { expectedRun } from '@/core/run/runCalendar';
import { plannedTotal, swapOffsets, type RunPlan } from '@/core/run/runPlan';
import type { Run } from '@/store/records/records';
import { runs, useRuns } from '@/store/prints/runs';
import { FilamentName } from '../BandRow';
import { RunPictureCanvas } from '@/base/pictures/RunPictureCanvas';
import { runAtHand } from '../runsOfJob';
import { useNow } from '../useNow';
import { clockOf, spreadWords } from '../words';

function loadRuns(): void {
  runs.load().catch(() => {
    // The page says what is wrong.
  });
}

/** The run on paper: what is printed, every swap, and boxes to tick. */
export function RunSheet({ jobId }: { jobId: string }) {
  const { records, trouble } = useRuns();
  const wanted = useSearchParams().get('run');
  const run = records && runAtHand(records, jobId, wanted);
  useEffect(loadRuns, []);
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={loadRuns} />;
  if (!run) {
    return (
      <h1 className="m-auto p-6 text-muted" aria-busy={records === null}>
        {records ? 'No file is written yet. Write the file first.' : 'Loading the run…'}
      </h1>
    );
  }
  return (
    <div className="flex-1 bg-sunk p-4 print:bg-transparent print:p-0">
      <div className="mx-auto flex max-w-190 flex-wrap gap-2 pb-3 print:hidden">
        <Button kind="primary" className="min-h-10" onClick={() => print()}>
          <Printer aria-hidden size={16} /> Print run-sheet
        </Button>
        <Link
          href={`/jobs/${jobId}/attend?run=${run.id}`}
          className="flex min-h-10 items-center rounded-md border border-edge bg-panel px-3 text-sm font-medium"
        >
          Back to At the printer
        </Link>
      </div>
      <Sheet run={run} />
    </div>
  );
}

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

/** More swaps than this have no room for boxes at their steps. */
const MOST_WITH_BOXES = 4;
/** More swaps than this have their steps on a page of their own. */
const MOST_ON_A_PAGE = 8;

function Sheet({ run }: { run: Run }) {
  const { runPlan, picture } = run;
  const { swaps, printer } = runPlan;
  const now = useNow();
  const expected = expectedRun(run, now);
  const isDated = run.events.length > 0 || (run.startAt !== null && run.startAt >= now);
  const begun = isDated ? expected.startedAt : null;
  return (
    <article className="lamella-sheet mx-auto max-w-190 bg-white p-6 text-[13px] text-black print:p-0">
      <header className="flex gap-4 border-b-2 border-black pb-3">
        <div className="min-w-0 flex-1">
          <h1 className="text-2xl leading-tight font-bold wrap-anywhere">{runPlan.job}</h1>
          <p className="pt-1 wrap-anywhere">
            {printer.name} · {formatDuration(plannedTotal(runPlan))} with{' '}
            {plural(swaps.length, 'swap')}
          </p>
          <p className="pt-1 font-semibold">
            {begun === null
              ? 'Start: ____________'
              : `Start ${day.format(begun)}, ${clockOf(begun, begun)}${expected.end ? `, done ${clockOf(expected.end.at, begun)} ${spreadWords(expected.end.spread)}` : ''}`}
          </p>
        </div>
        {picture && (
          <div className="grid size-32 grid-rows-[100%] place-items-center">
            <RunPictureCanvas picture={picture} runPlan={runPlan} />
          </div>
        )}
      </header>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Filaments and swaps">
        <SwapTable run={run} begun={begun} />
      </div>
      <p className="pt-1 text-xs">
        Layers are counted from 1. Brackets show the number on displays that count from 0.
      </p>
      {swaps.length > 0 && <StepTable runPlan={runPlan} />}
      <footer className="pt-3 text-xs">
        The nozzle and bed cause burns on contact. The head moves by itself when the print resumes.
        Never leave a hot or printing machine unattended, or running while you sleep. Some materials
        give off fumes: ventilate. Your printer’s manual and local rules come first.
      </footer>
    </article>
  );
}

const COLUMNS = ['', 'When', 'Filament', 'Layer', 'Height', 'Nozzle', 'Purge', 'Grams'];

/** The head of every page of a table: which print it is, and from which files. */
function PageHead({ runPlan, span, title }: { runPlan: RunPlan; span: number; title: string }) {
  return (
    <tr>
      <th scope="colgroup" colSpan={span} className="pt-3 pb-1 text-left font-normal">
        <span className="block text-base font-bold">{title}</span>
        <span className="text-xs wrap-anywhere">
          {runPlan.job} · {runPlan.fileNames.join(', ')}
        </span>
      </th>
    </tr>
  );
}

function SwapTable({ run, begun }: { run: Run; begun: number | null }) {
  const { runPlan } = run;
  const { bands, swaps, stand } = runPlan;
  const now = useNow();
  const state = expectedRun(run, now);
  const offsets = swapOffsets(runPlan);
  const when = (i: number): string => {
    if (begun === null) return `${formatDuration(offsets[i])} from the start`;
    const next = state.upcoming.find(({ swap }) => swap === i);
    if (next) return `${clockOf(next.at, begun)} ${spreadWords(next.spread)}`;
    return state.swap === i ? 'now' : 'done';
  };
  return (
    <table className="w-full border-collapse">
      <thead>
        <PageHead runPlan={runPlan} span={COLUMNS.length} title="Load and swap" />
        <tr className="border-b border-black text-left">
          {COLUMNS.map((name) => (
            <th key={name} scope="col" className="py-1 pr-2 font-semibold">
              {name || <span className="sr-only">Done</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {bands.map((band, i) => {
          const swap = i > 0 ? swaps[i - 1] : null;
          return (
            <tr key={i} className="break-inside-avoid border-b border-black/40 align-middle">
              <td className="py-1 pr-2">
                <span className="inline-block size-4 border-2 border-black" />
              </td>
              <td className="pr-2 tabular-nums">
                {swap ? when(i - 1) : 'Load first'}
                {stand?.swap === i - 1 && (
                  <span className="block">paused until {clockOf(stand.until, begun ?? now)}</span>
                )}
              </td>
              <td className="pr-2">
                <FilamentName band={band} size={26} />
              </td>
              <td className="pr-2 tabular-nums">
                {swap
                  ? `${swap.inside ? 'in' : 'before'} ${swap.layer} (${swap.layer - 1})`
                  : '1 (0)'}
              </td>
              <td className="pr-2 whitespace-nowrap tabular-nums">{formatMm(band.bottom)} mm</td>
              <td className="pr-2 whitespace-nowrap">
                {band.nozzle === null ? 'file' : `${band.nozzle} °C`}
              </td>
              <td className="pr-2 whitespace-nowrap">
                {swap ? `${Math.round(swap.purgeMm)} mm` : ''}
              </td>
              <td className="whitespace-nowrap">{formatGrams(band.grams)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** What hands do at every swap, with a box for each where there is room. */
function StepTable({ runPlan }: { runPlan: RunPlan }) {
  const { swaps } = runPlan;
  const boxes = swaps.length <= MOST_WITH_BOXES ? swaps : [];
  return (
    <table
      className={`w-full border-collapse ${swaps.length > MOST_ON_A_PAGE ? 'break-before-page' : ''}`}
    >
      <thead>
        <PageHead runPlan={runPlan} span={boxes.length + 1} title="At each swap" />
      </thead>
      <tbody>
        {commonSteps(runPlan).map(({ id, text, caution }, i) => (
          <tr key={id} className="break-inside-avoid border-b border-black/25 align-top">
            {boxes.map((_, box) => (
              <td key={box} className="w-7 py-0.5">
                <span className="inline-block size-4 border-2 border-black" />
                <span className="sr-only">Swap {box + 1}</span>
              </td>
            ))}
            <td className="py-0.5 pl-1">
              {boxes.length === 0 && `${i + 1}. `}
              {text}
              {caution && <em className="block text-xs">{caution}</em>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
