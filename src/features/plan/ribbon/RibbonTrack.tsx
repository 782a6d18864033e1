'use client';

import { swapPlace } from '@/core/describeLayer';
import { scaleLinear } from 'd3-scale';
import { addSeconds } from 'date-fns';
import { useRef } from 'react';
import { Swatch } from '@/components/Swatch';
import { useSize } from '@/browser/useSize';
import { formatDuration } from '@/core/format';
import type { Stretch } from '@/core/plan/work/timeline';
import { absentSpans, type Absence } from '@/core/schedule/presence';
import { usePresence } from '@/store/settings/attendSettings';
import { showLayer, showRibbon, useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { clockAt } from '@/browser/clockTimes';
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
  const span = useViewStore((state) => state.ribbonSpan) ?? { from: 0, to: timeline.total };
  const x = scaleLinear([span.from, Math.max(span.to, span.from + 1)], [0, width]);
  const secondsTo = (at: Date): number => (at.getTime() - start.getTime()) / 1000;
  const absent = absentSpans(
    usePresence(),
    addSeconds(start, span.from),
    addSeconds(start, span.to),
  );
  const visible = timeline.stretches.filter(
    ({ end, start: s }) => end >= span.from && s <= span.to,
  );
  const swaps = visible.filter(({ kind }) => kind === 'swap');
  const labelled = labelsWithRoom(swaps.map((one) => x(one.start)));
  const middles = spreadPlaces(
    swaps.map((one) => (x(one.start) + x(one.end)) / 2),
    LEAST_GATE,
    width,
  );
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
          {visible.map((stretch) =>
            stretch.kind === 'swap' ? null : (
              <Run
                key={stretch.start}
                stretch={stretch}
                left={Math.max(0, x(stretch.start))}
                right={Math.min(width, x(stretch.end))}
              />
            ),
          )}
          {swaps.map((stretch, i) => (
            <Gate
              key={stretch.start}
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
        className="absolute bottom-0 h-8 bg-sunk"
        style={{ left, width: Math.max(1, width) }}
      />
    );
  }
  return (
    <div
      className="absolute bottom-0 flex h-8 items-center gap-1.5 overflow-hidden border-y border-edge px-1.5 text-xs whitespace-nowrap"
      style={{ left, width, backgroundColor: band.filament.colour }}
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
          className="absolute top-0 text-xs font-semibold whitespace-nowrap"
          style={{ left: left - edge }}
        >
          {clock}
        </span>
      )}
    </button>
  );
}
