'use client';

import { Printer } from 'lucide-react';
import { useEffect } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { formatDuration, formatGrams, formatMm, plural } from '@/core/format';
import { stepsOf, type Step } from '@/core/run/checklist';
import { follow } from '@/core/run/follow';
import { plannedTotal, swapOffsets, type RunPlan } from '@/core/run/runPlan';
import type { Run } from '@/store/records';
import { runs, useRuns } from '@/store/runs';
import { FilamentName } from './BandRow';
import { RunPictureCanvas } from './RunPictureCanvas';
import { clockOf, spreadWords } from './words';

/** The run on one sheet of paper: what is printed, every swap, and boxes to tick. */
export function RunSheet({ jobId }: { jobId: string }) {
  const run = useRuns(
    ({ records }) => records?.find((one) => one.jobId === jobId && !one.isRehearsal) ?? null,
  );
  const isLoaded = useRuns(({ records }) => records !== null);
  useEffect(() => {
    runs.load().catch(() => {
      // The page says that nothing is there.
    });
  }, []);
  if (!run) {
    return (
      <p className="m-auto p-6 text-muted" aria-busy={!isLoaded}>
        {isLoaded ? 'Nothing is written yet. Write the file first.' : 'Looking for the run…'}
      </p>
    );
  }
  return (
    <div className="flex-1 bg-sunk p-4 print:bg-transparent print:p-0">
      <div className="mx-auto flex max-w-190 flex-wrap gap-2 pb-3 print:hidden">
        <Button kind="primary" className="min-h-10" onClick={() => print()}>
          <Printer aria-hidden size={16} /> Print this sheet
        </Button>
        <Link
          href={`/jobs/${jobId}/attend`}
          className="flex min-h-10 items-center rounded-md border border-edge bg-panel px-3 text-sm font-medium"
        >
          Back to the printer
        </Link>
      </div>
      <Sheet run={run} />
    </div>
  );
}

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

/** More swaps than this have no room for boxes at their steps on one page. */
const MOST_WITH_BOXES = 4;
/** More swaps than this stand close, so that they stay on one page as long as can be read. */
const MOST_WIDE = 8;

function Sheet({ run }: { run: Run }) {
  const { runPlan, picture } = run;
  const { bands, swaps, printer } = runPlan;
  const begun = run.events.find(({ kind }) => kind === 'started')?.at ?? run.startAt;
  const expected =
    begun === null ? null : follow(runPlan, [{ kind: 'started', id: 'plan', at: begun }], begun);
  const offsets = swapOffsets(runPlan);
  const when = (i: number): string => {
    const one = expected?.upcoming[i];
    if (!one || begun === null) return `${formatDuration(offsets[i])} from the start`;
    return `${clockOf(one.at, begun)} ${spreadWords(one.spread)}`;
  };
  const steps = swaps.length > 0 ? stepsOf(runPlan, 0) : [];
  const hasBoxes = swaps.length <= MOST_WITH_BOXES;
  const isClose = swaps.length > MOST_WIDE;
  return (
    <article className="lamella-sheet mx-auto max-w-190 bg-white p-6 text-[13px] text-black print:p-0">
      <header className="flex gap-4 border-b-2 border-black pb-3">
        <div className="min-w-0 flex-1">
          <h1 className="text-2xl leading-tight font-bold">{runPlan.job}</h1>
          <p className="pt-1">{runPlan.fileNames.join(', ')}</p>
          <p>
            {printer.name} · {formatDuration(plannedTotal(runPlan))} with{' '}
            {plural(swaps.length, 'swap')}
          </p>
          <p className="pt-1 font-semibold">
            {begun === null
              ? 'Start: ____________'
              : `Start ${day.format(begun)}, ${clockOf(begun, begun)}${expected?.end ? `, done ${clockOf(expected.end.at, begun)} ${spreadWords(expected.end.spread)}` : ''}`}
          </p>
        </div>
        {picture && (
          <div className="grid size-32 grid-rows-[100%] place-items-center">
            <RunPictureCanvas picture={picture} runPlan={runPlan} />
          </div>
        )}
      </header>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Filaments and swaps">
        <table className="mt-3 w-full border-collapse">
          <caption className="pb-1 text-left text-base font-bold">Load and swap</caption>
          <thead>
            <tr className="border-b border-black text-left">
              {['', 'When', 'Filament', 'Layer', 'Height', 'Nozzle', 'Purge', 'Grams'].map(
                (name) => (
                  <th key={name} scope="col" className="py-1 pr-2 font-semibold">
                    {name || <span className="sr-only">Done</span>}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {bands.map((band, i) => {
              const swap = i > 0 ? swaps[i - 1] : null;
              return (
                <tr key={i} className="break-inside-avoid border-b border-black/40 align-middle">
                  <td className={isClose ? 'pr-2' : 'py-1 pr-2'}>
                    <span className="inline-block size-4 border-2 border-black" />
                  </td>
                  <td className="pr-2 tabular-nums">{swap ? when(i - 1) : 'Load first'}</td>
                  <td className="pr-2">
                    <FilamentName band={band} size={isClose ? 18 : 26} />
                  </td>
                  <td className="pr-2 tabular-nums">
                    {swap
                      ? `${swap.inside ? 'in' : 'before'} ${swap.layer} (${swap.layer - 1})`
                      : '1 (0)'}
                  </td>
                  <td className="pr-2 tabular-nums">{formatMm(band.bottom)} mm</td>
                  <td className="pr-2">{band.nozzle === null ? 'file' : `${band.nozzle} °C`}</td>
                  <td className="pr-2">{swap ? `${Math.round(swap.purgeMm)} mm` : ''}</td>
                  <td>{formatGrams(band.grams)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="pt-1 text-xs">
        Layers are counted from 1; in brackets as displays count, from 0.
      </p>
      {steps.length > 0 && (
        <section className="pt-3">
          <h2 className="text-base font-bold">At each swap</h2>
          {hasBoxes ? (
            <table className="mt-1 w-full border-collapse">
              <tbody>
                {steps.map((step) => (
                  <tr
                    key={step.id}
                    className="break-inside-avoid border-b border-black/25 align-top"
                  >
                    {swaps.map((_, i) => (
                      <td key={i} className="w-7 py-0.5">
                        <span className="inline-block size-4 border-2 border-black" />
                        <span className="sr-only">Swap {i + 1}</span>
                      </td>
                    ))}
                    <td className="py-0.5 pl-1">
                      <StepText step={step} runPlan={runPlan} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <ol className="mt-1 list-decimal columns-2 gap-6 pl-5 text-xs">
              {steps.map((step) => (
                <li key={step.id} className="break-inside-avoid pb-0.5">
                  <StepText step={step} runPlan={runPlan} />
                </li>
              ))}
            </ol>
          )}
        </section>
      )}
      <footer className="pt-3 text-xs">
        The nozzle and the bed burn at once. The head moves by itself when the print goes on. Do not
        leave a hot or printing machine alone or asleep in the house. Some materials give off fumes:
        let air in. Your printer’s manual and local rules come first.
      </footer>
    </article>
  );
}

function StepText({ step, runPlan }: { step: Step; runPlan: RunPlan }) {
  const [old, next] = runPlan.bands.map(({ filament }) => filament);
  return (
    <>
      {general(step.text, old, next)}
      {step.caution && <em className="block text-xs">{step.caution}</em>}
    </>
  );
}

interface Named {
  readonly letter: string;
  readonly name: string;
}

/** A step of the first swap in words that hold for all of them. */
function general(text: string, old: Named, next: Named): string {
  return text
    .replaceAll(`${next.letter} ${next.name}`, 'the new filament')
    .replaceAll(`${old.letter} ${old.name}`, 'the old filament')
    .replaceAll(old.name, 'old colour')
    .replace(/: about \d+ mm\./, ': as much as the table says.');
}
