'use client';

import { Slider } from '@/components/controls/Slider';
import { addDays } from 'date-fns';
import { useRef, type PointerEvent } from 'react';
import { clockForm } from '@/browser/clockForm';
import { clockTime } from '@/core/schedule/clock';
import { clockOf } from '../words';

interface Span {
  readonly from: Date;
  readonly to: Date;
}

interface StartStripProps {
  /** First and last moment of the strip, ms since 1970. */
  readonly from: number;
  readonly until: number;
  readonly good: readonly Span[];
  /** Those at which only the hours of sleep between swaps are in the way; the good ones among them. */
  readonly atNight: readonly Span[];
  readonly chosen: number | null;
  readonly now: number;
  readonly onChoose: (at: number) => void;
}

const QUARTER = 15 * 60_000;
const HOUR = 3_600_000;
/** Starts with a print in the hours of sleep: told apart by stripes. */
const AT_NIGHT = 'bg-[repeating-linear-gradient(135deg,var(--accent)_0_3px,transparent_3px_8px)]';
const weekday = new Intl.DateTimeFormat('en', { weekday: 'long' });

/** The coming three days, one below the other: hours in which a start puts nobody out, and the chosen one. */
export function StartStrip({ from, until, good, atNight, chosen, now, onChoose }: StartStripProps) {
  const days: number[] = [];
  const midnight = new Date(from);
  midnight.setHours(0, 0, 0, 0);
  for (const day = midnight; day.getTime() < until; day.setDate(day.getDate() + 1)) {
    days.push(day.getTime());
  }
  return (
    <div className="grid gap-1.5">
      <div aria-hidden className="relative ml-24 h-4 text-xs text-muted">
        {[0, 6, 12, 18].map((hour) => (
          <span key={hour} className="absolute" style={{ left: `${(100 * hour) / 24}%` }}>
            {clockTime(new Date(2026, 0, 1, hour), clockForm())}
          </span>
        ))}
      </div>
      {days.map((day) => (
        <StripDay
          key={day}
          day={day}
          range={[Math.max(day, from), until]}
          good={good}
          atNight={atNight}
          chosen={chosen}
          onChoose={onChoose}
        />
      ))}
      <div className="flex flex-wrap items-center gap-2 pt-1 text-sm">
        <span aria-hidden>Start at</span>
        <Slider
          label="Start time"
          min={from}
          max={until}
          step={QUARTER}
          value={chosen ?? from}
          words={clockOf(chosen ?? from, now)}
          onChange={onChoose}
          className="h-8 min-w-40 flex-1"
        />
      </div>
      <p className="flex flex-wrap gap-x-4 gap-y-1 text-xs text-muted">
        <span className="flex items-center gap-1.5">
          <span aria-hidden className="inline-block h-3 w-5 rounded-sm bg-accent" /> good start
        </span>
        <span className="flex items-center gap-1.5">
          <span
            aria-hidden
            className="inline-block h-3 w-5 rounded-sm border border-edge bg-sunk"
          />{' '}
          nobody there for a swap
        </span>
        <span className="flex items-center gap-1.5">
          <span aria-hidden className={`inline-block h-3 w-5 rounded-sm ${AT_NIGHT}`} /> runs while
          you sleep
        </span>
      </p>
    </div>
  );
}

interface StripDayProps {
  readonly day: number;
  readonly range: readonly [from: number, until: number];
  readonly good: readonly Span[];
  readonly atNight: readonly Span[];
  readonly chosen: number | null;
  readonly onChoose: (at: number) => void;
}

/** One day, as long as it is: where the clock is changed it has 23 or 25 hours. */
function StripDay({ day, range, good, atNight, chosen, onChoose }: StripDayProps) {
  const bar = useRef<HTMLDivElement>(null);
  const end = addDays(day, 1).getTime();
  const hours = Math.round((end - day) / HOUR);
  const share = (ms: number): string => `${(100 * ms) / (end - day)}%`;
  const press = ({ clientX }: PointerEvent): void => {
    const box = bar.current!.getBoundingClientRect();
    const at = day + ((clientX - box.left) / box.width) * (end - day);
    const whole = Math.round(at / QUARTER) * QUARTER;
    onChoose(Math.min(range[1], Math.max(range[0], whole)));
  };
  const spans = (all: readonly Span[], look: string) =>
    all.map(({ from, to }) => {
      const [a, b] = [Math.max(day, +from), Math.min(end, +to)];
      return a >= b ? null : (
        <span
          key={a}
          aria-hidden
          className={`absolute inset-y-0 ${look}`}
          style={{ left: share(a - day), width: share(b - a) }}
        />
      );
    });
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-center gap-2 text-sm">
      <span>{weekday.format(day)}</span>
      <div
        ref={bar}
        data-hours={hours}
        onPointerDown={press}
        className="relative h-9 cursor-pointer overflow-hidden rounded-md border border-edge bg-sunk"
      >
        {spans(atNight, AT_NIGHT)}
        {spans(good, 'bg-accent')}
        {[6, 12, 18].map((hour) => (
          <span
            key={hour}
            aria-hidden
            className="absolute bottom-0 h-2 border-l border-edge"
            style={{ left: share(new Date(day).setHours(hour) - day) }}
          />
        ))}
        {chosen !== null && chosen >= day && chosen < end && (
          <span
            aria-hidden
            className="absolute inset-y-0 w-1.5 -translate-x-1/2 rounded bg-ink outline-2 outline-panel"
            style={{ left: share(chosen - day) }}
          />
        )}
      </div>
      {hours !== 24 && (
        <p className="col-start-2 text-xs text-muted">
          {hours} hours: the clocks change {hours < 24 ? 'ahead' : 'back'}.
        </p>
      )}
    </div>
  );
}
