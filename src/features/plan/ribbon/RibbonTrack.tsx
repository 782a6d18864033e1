'use client';

import { swapPlace } from '@/core/describeLayer';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { addSeconds } from 'date-fns';
import { useRef } from 'react';
import { Swatch } from '@/components/Swatch';
import { useSize } from '@/browser/useSize';
import { formatDuration } from '@/core/format';
import type { Stretch, Timeline } from '@/core/plan/work/timeline';
import { absentSpans, type Absence } from '@/core/schedule/presence';
import { usePresence } from '@/store/settings/attendSettings';
import { restNow } from '@/store/plans/resting';
import { showLayer, showRibbon, useViewStore, type Span } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { clockAt } from '@/browser/clockTimes';
import { useFollowing } from '@/base/work/useFollowing';
import { spreadPlaces } from './spreadPlaces';

/** What can be pressed is nowhere narrower, px. */
const LEAST_GATE = 24;
/** What is shown to each side of a swap that is zoomed to, s. */
const AROUND_SWAP = 900;
/** Room that a gate's clock time takes, px. */
const LABEL_ROOM = 52;

/** Bands as lengths of their filament, swaps as gates with the time when to be there. */
export function RibbonTrack({ view, start }: { view: OpenedJob; start: Date }) {
  const { timeline } = view;
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const zoomed = useViewStore((state) => state.ribbonSpan);
  const span = zoomed ?? { from: 0, to: timeline.total };
  const x = scaleOf(span, width);
  const secondsTo = (at: Date): number => (at.getTime() - start.getTime()) / 1000;
  const absent = absentSpans(
    usePresence(),
    addSeconds(start, span.from),
    addSeconds(start, span.to),
  );
  const { runs, swaps } = stretchesIn(timeline, span);
  const labelled = labelsWithRoom(swaps.map((one) => x(one.start)));
  const middles = spreadPlaces(
    swaps.map((one) => (x(one.start) + x(one.end)) / 2),
    LEAST_GATE,
    width,
  );
  useFollowing(view, (moved) => {
    const nowIn = zoomed ?? { from: 0, to: moved.timeline.total };
    const now = stretchesIn(moved.timeline, nowIn);
    const places = scaleOf(nowIn, width);
    const isSame = filaments(now) === filaments({ runs, swaps });
    // What comes into sight or leaves it is drawn by React.
    if (!isSame || !frame.current) return restNow();
    const drawn = [...frame.current.children].slice(absent.length) as HTMLElement[];
    now.runs.forEach((run, i) => moveTo(drawn[i], placeOfRun(run, places)));
    now.swaps.forEach((swap, i) => {
      const gate = drawn[runs.length + i];
      moveTo(gate, places(swap.start) - x(swaps[i].start));
      const clock = gate.querySelector('[data-clock]')?.firstChild;
      if (clock) clock.nodeValue = clockAt(start, swap.start);
    });
  });
  return (
    <div ref={frame} className="relative mt-1.5 h-14 overflow-hidden">
      {width > 0 && (
        <>
          {absent.map(({ from, to, why }) => (
            <Absent
              key={from.getTime()}
              why={why}
              left={Math.max(0, x(secondsTo(from)))}
              right={Math.min(width, x(secondsTo(to)))}
            />
          ))}
          {runs.map((run, i) => (
            <Run
              key={i}
              stretch={run}
              left={placeOfRun(run, x)}
              right={Math.min(width, x(run.end))}
            />
          ))}
          {swaps.map((stretch, i) => (
            <Gate
              key={i}
              stretch={stretch}
              left={x(stretch.start)}
              right={x(stretch.end)}
              middle={middles[i]}
              clock={clockAt(start, stretch.start)}
              showClock={labelled[i]}
              number={timeline.stretches.filter(({ kind }) => kind === 'swap').indexOf(stretch) + 1}
            />
          ))}
        </>
      )}
    </div>
  );
}

/** Seconds from the start to places along the ribbon, px. */
function scaleOf({ from, to }: Span, width: number): ScaleLinear<number, number> {
  return scaleLinear([from, Math.max(to, from + 1)], [0, width]);
}

/** What is in sight of a stretch of time: what runs by itself, and the swaps. */
function stretchesIn({ stretches }: Timeline, { from, to }: Span) {
  const visible = stretches.filter(({ start, end }) => end >= from && start <= to);
  return {
    runs: visible.filter(({ kind }) => kind !== 'swap'),
    swaps: visible.filter(({ kind }) => kind === 'swap'),
  };
}

/** What is seen in which filament. */
function filaments({ runs, swaps }: ReturnType<typeof stretchesIn>): string {
  return [...runs, ...swaps].map(({ kind, band }) => `${kind} ${band?.filament.letter}`).join();
}

/** Where a run begins that is in sight, px. */
function placeOfRun(run: Stretch, x: ScaleLinear<number, number>): number {
  return Math.max(0, x(run.start));
}

function moveTo(drawn: HTMLElement, px: number): void {
  drawn.style.transform = `translateX(${px}px)`;
}

/** Hours without anyone, over the bands' heads. */
function Absent({ why, left, right }: { why: Absence; left: number; right: number }) {
  const words = why === 'night' ? 'night' : 'out';
  return (
    <div
      className="absolute inset-y-0 bg-sunk"
      style={{ left, width: Math.max(1, right - left) }}
      title={why === 'night' ? 'You sleep' : 'You are out'}
    >
      <span className="absolute top-0 right-1 overflow-hidden text-xs text-muted">
        {right - left > 110 && words}
      </span>
    </div>
  );
}

/** Which labels are drawn so that none covers the one before. */
function labelsWithRoom(places: readonly number[]): boolean[] {
  let free = -Infinity;
  return places.map((place) => {
    if (place < free) return false;
    free = place + LABEL_ROOM;
    return true;
  });
}

function Run({ stretch, left, right }: { stretch: Stretch; left: number; right: number }) {
  const { band, kind, start, end } = stretch;
  const width = right - left;
  if (!band) {
    return (
      <div
        title={`${kind === 'prepare' ? 'Heating and homing' : 'After the print'}, ${formatDuration(end - start)}`}
        className="absolute bottom-0 left-0 h-8 bg-sunk"
        style={{ transform: `translateX(${left}px)`, width: Math.max(1, width) }}
      />
    );
  }
  return (
    <div
      // It reaches on below what comes after it, so that moving a swap moves what comes after it, and no more.
      className="absolute bottom-0 left-0 flex h-8 w-full items-center gap-1.5 overflow-hidden border-y border-edge px-1.5 text-xs whitespace-nowrap"
      style={{ transform: `translateX(${left}px)`, backgroundColor: band.filament.colour }}
    >
      {width > 30 && <Swatch filament={band.filament} size={22} />}
      <RunLabel name={band.filament.name} time={formatDuration(band.seconds)} room={width - 44} />
    </div>
  );
}

/** Width of a letter of the label, px: none is wider on average. */
const LETTER = 6.6;

/** What a band is and how long it takes, as far as there is room for it; nothing is cut. */
function RunLabel({ name, time, room }: { name: string; time: string; room: number }) {
  const words = [`${name}, ${time}`, time].find((text) => text.length * LETTER + 12 <= room);
  if (!words) return null;
  return <span className="rounded bg-panel px-1.5 py-0.5 text-ink">{words}</span>;
}

interface GateProps {
  readonly stretch: Stretch;
  readonly left: number;
  readonly right: number;
  /** Where the middle of what is pressed lies: beside the gate itself where many stand close. */
  readonly middle: number;
  readonly clock: string;
  readonly showClock: boolean;
  readonly number: number;
}

/** A swap: a gate across the ribbon; pressing it zooms to it. */
function Gate({ stretch, left, right, middle, clock, showClock, number }: GateProps) {
  const { band, start, end } = stretch;
  if (!band) return null;
  const room = Math.max(LEAST_GATE, right - left);
  const edge = middle - room / 2;
  return (
    <button
      type="button"
      aria-label={`Swap ${number}, ${swapPlace(band.begins)}, at ${clock}: zoom to it`}
      onClick={() => {
        showRibbon({ from: Math.max(0, start - AROUND_SWAP), to: end + AROUND_SWAP });
        showLayer(band.begins.layer);
      }}
      className="group absolute inset-y-0 z-10"
      style={{ left: edge, width: room }}
    >
      <span
        className="absolute bottom-0 h-9 border-x-2 border-ink bg-paper group-hover:bg-accent-soft"
        style={{ left: left - edge, width: Math.max(12, right - left) }}
      />
      {showClock && (
        <span
          data-clock
          className="absolute top-0 text-xs font-semibold whitespace-nowrap"
          style={{ left: left - edge }}
        >
          {clock}
        </span>
      )}
    </button>
  );
}
