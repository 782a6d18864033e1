'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { lightFormat } from 'date-fns';
import { FileDown, MoonStar, ZoomOut } from 'lucide-react';
import { InlineNumber } from '@/components/form/InlineNumber';
import { Button } from '@/components/Button';
import { formatDuration, plural } from '@/core/format';
import { rangeOf } from '@/core/log/reckon';
import { clockChangeAt } from '@/core/schedule/clock';
import type { Timeline } from '@/core/plan/work/timeline';
import { ActionButton } from '@/base/job/ActionButton';
import { changePlan } from '@/store/plans/planStore';
import { showRibbon, useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { clockAt, LOCAL_TIME, useStart } from '@/browser/clockTimes';
import { RibbonTable } from './RibbonTable';
import { RibbonTrack } from './RibbonTrack';

// Made once, so that their buttons are not redrawn with every change of the plan.
const MOON = <MoonStar aria-hidden size={17} />;

/** The print in time: what runs when, when to be there, how long it takes, and the way out. */
export function Ribbon({ view }: { view: OpenedJob }) {
  const { plan, timeline, actions, output } = view;
  const writing = output.progress !== null;
  const start = useStart(plan);
  const zoomed = useViewStore((state) => state.ribbonSpan !== null);
  return (
    <section
      data-tour="ribbon"
      aria-label="Ribbon: the print in time"
      className="relative border-t border-line bg-panel px-4 pt-2 pb-2.5"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm lg:flex-nowrap lg:whitespace-nowrap xl:gap-x-5">
        <StartField start={start} isNow={plan.startAt === null} />
        {plan.startAt !== null && <ClockChangeNote startAt={plan.startAt} start={start} />}
        <HandField seconds={view.reckoned.plan.handSeconds} />
        <Totals view={view} start={start} />
        <ActionButton
          actionId="presence"
          context={actions}
          kind="quiet"
          className="px-2"
          icon={MOON}
        />
        {zoomed && (
          <Button onClick={() => showRibbon(null)} className="ml-auto">
            <ZoomOut aria-hidden size={16} />
            <span className="lg:max-xl:sr-only">Whole print</span>
          </Button>
        )}
        <span data-tour="write" className={zoomed ? '' : 'ml-auto'}>
          <ActionButton
            actionId="write-file"
            context={actions}
            kind="primary"
            className="px-5"
            isBusy={writing}
          >
            <FileDown aria-hidden size={16} />
            {writing ? 'Proving…' : 'Write file'}
          </ActionButton>
        </span>
      </div>
      <RibbonTrack view={view} start={start} />
      <RibbonTable view={view} start={start} />
      <p className="mt-1 truncate text-xs text-muted">
        {learnedWords(view)}
        {colourTimes(timeline, view)} {presence(timeline, start)}
      </p>
    </section>
  );
}

/** What earlier runs say of the whole time; empty while they say nothing. */
function learnedWords({ timeline, printer, reckoned }: OpenedJob): string {
  const range = rangeOf(timeline, reckoned);
  if (!range) return '';
  const times = `${formatDuration(range.low)} to ${formatDuration(range.high)}`;
  return `Learned from ${plural(range.runs, 'run')} on ${printer.name}: ${times}. `;
}

function Totals({ view, start }: { view: OpenedJob; start: Date }) {
  const { timeline, bands } = view;
  const alone = timeline.stretches.reduce(
    (sum, { kind, start, end }) => sum + (kind === 'swap' ? 0 : end - start),
    0,
  );
  return (
    <dl className="flex flex-wrap gap-x-3 lg:flex-nowrap xl:gap-x-4">
      <Total term="Swaps" value={String(bands.length - 1)} />
      <Total term="Print only" value={formatDuration(alone)} isExtra />
      <Total term="With swaps" value={formatDuration(timeline.total)} />
      <Total term="Ends" value={clockAt(start, timeline.total)} />
    </dl>
  );
}

interface TotalProps {
  readonly term: string;
  readonly value: string;
  /** Left out where the row would not keep to one line. */
  readonly isExtra?: boolean;
}

function Total({ term, value, isExtra = false }: TotalProps) {
  return (
    <div className={`flex items-baseline gap-1.5 ${isExtra ? 'lg:max-xl:hidden' : ''}`}>
      <dt className="text-muted">{term}</dt>
      <dd className="font-semibold">{value}</dd>
    </div>
  );
}

function StartField({ start, isNow }: { start: Date; isNow: boolean }) {
  return (
    <span className="flex items-center gap-1.5">
      <label className="flex items-center gap-1.5">
        Start
        <input
          type="datetime-local"
          value={lightFormat(start, LOCAL_TIME)}
          onChange={(event) => {
            const startAt = event.target.value;
            if (startAt !== '') changePlan('start of the print', (one) => ({ ...one, startAt }));
          }}
          className={FIELD}
        />
      </label>
      {isNow ? (
        <span className="text-muted">now</span>
      ) : (
        <Button onClick={() => changePlan('start now', (one) => ({ ...one, startAt: null }))}>
          Now
        </Button>
      )}
    </span>
  );
}

/** Said where the change of the clock makes a start doubtful. */
function ClockChangeNote({ startAt, start }: { startAt: string; start: Date }) {
  const change = clockChangeAt(startAt);
  if (change === null) return null;
  return (
    <p role="status" className="w-full text-sm text-caution">
      {change === 'skipped'
        ? `The clocks go forward that night and skip this time. The print starts at ${clockAt(start, 0)}.`
        : 'The clocks go back that night and show this time twice. Lamella uses the first one.'}
    </p>
  );
}

function HandField({ seconds }: { seconds: number }) {
  return (
    <label className="flex items-center gap-1.5">
      <span aria-hidden>
        Hands<span className="lg:max-xl:hidden"> per swap</span>
      </span>
      <InlineNumber
        name="Hands per swap, min"
        min={0}
        max={60}
        step={0.5}
        value={Math.round(seconds / 6) / 10}
        onChange={(minutes) =>
          changePlan('hand time per swap', (one) => ({ ...one, handSeconds: minutes * 60 }))
        }
        className="w-16"
      />
      min
    </label>
  );
}

function colourTimes({ byFilament }: Timeline, { plan }: OpenedJob): string {
  const words = byFilament.map(({ letter, seconds }) => {
    const name = plan.palette.find((one) => one.letter === letter)?.name ?? '';
    return `${letter} ${name} ${formatDuration(seconds)}`;
  });
  return `Printing: ${words.join(', ')}.`;
}

function presence({ stretches, longestAlone }: Timeline, start: Date): string {
  const swaps = stretches.filter(({ kind }) => kind === 'swap').length;
  const { start: from, end } = longestAlone;
  const alone = `Longest without a swap: ${formatDuration(end - from)}, ${clockAt(start, from)} to ${clockAt(start, end)}.`;
  if (swaps === 0) return 'Add a swap to write the file.';
  return `Someone must be at the printer ${swaps === 1 ? 'once' : plural(swaps, 'time')}. ${alone}`;
}
