'use client';

import { Plus, Trash2 } from 'lucide-react';
import { lightFormat } from 'date-fns';
import { Dialog } from 'radix-ui';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { Tick } from '@/components/Tick';
import {
  ORDINARY_PRESENCE,
  type AwayWindow,
  type Hours,
  type Presence,
} from '@/core/schedule/presence';
import { usePresence } from '@/store/settings/attendSettings';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
/** A day as date fields want it. */
const localDate = (at: Date): string => lightFormat(at, 'yyyy-MM-dd');
const WORKDAY: AwayWindow = { days: [1, 2, 3, 4, 5], from: '08:00', to: '17:00' };

interface PresenceDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

/** When the person sleeps and is out: the ribbon shades it, and a check warns of swaps in it. */
export function PresenceDialog({ open, onClose }: PresenceDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="When nobody is at the printer"
        description="The ribbon shades these hours, and a check warns of swaps that fall into them. They hold for all jobs."
      >
        <Fields />
      </DialogFrame>
    </Dialog.Root>
  );
}

function Fields() {
  const { night, away, dates } = usePresence();
  const set = (part: Partial<Presence>): void => {
    usePresence.setState(part);
  };
  const change = (at: number, part: Partial<AwayWindow>): void =>
    set({ away: away.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  return (
    <>
      <section aria-labelledby="night-title">
        <h3 id="night-title" className="font-semibold">
          Night
        </h3>
        <Tick
          checked={night !== null}
          onChange={(sleeps) => set({ night: sleeps ? ORDINARY_PRESENCE.night : null })}
        >
          I sleep, and do not come
        </Tick>
        {night && (
          <HourFields
            name="Night"
            hours={night}
            onChange={(part) => set({ night: { ...night, ...part } })}
          />
        )}
      </section>
      <section aria-labelledby="away-title" className="pt-4">
        <h3 id="away-title" className="font-semibold">
          Out
        </h3>
        <ul className="grid gap-2 pt-1">
          {away.map((window, i) => (
            <li
              key={i}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-md border border-line bg-paper px-3 py-1.5"
            >
              <DayTicks
                days={window.days}
                name={`Out ${i + 1}`}
                onChange={(days) => change(i, { days })}
              />
              <HourFields
                name={`Out ${i + 1}`}
                hours={window}
                onChange={(part) => change(i, part)}
              />
              <button
                type="button"
                aria-label={`Remove out ${i + 1}`}
                onClick={() => set({ away: away.filter((_, at) => at !== i) })}
                className="ml-auto rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
              >
                <Trash2 aria-hidden size={16} />
              </button>
            </li>
          ))}
        </ul>
        <Button className="mt-2" onClick={() => set({ away: [...away, WORKDAY] })}>
          <Plus aria-hidden size={16} /> Add hours
        </Button>
      </section>
      <Dates dates={dates} onChange={(changed) => set({ dates: changed })} />
    </>
  );
}

interface DatesProps {
  readonly dates: Presence['dates'];
  readonly onChange: (dates: Presence['dates']) => void;
}

function Dates({ dates, onChange }: DatesProps) {
  return (
    <section aria-labelledby="dates-title" className="pt-4">
      <h3 id="dates-title" className="font-semibold">
        Single dates
      </h3>
      <ul className="grid gap-2 pt-1">
        {dates.map((one, i) => {
          const edit = (part: Partial<typeof one>): void =>
            onChange(dates.map((other, at) => (at === i ? { ...other, ...part } : other)));
          return (
            <li
              key={i}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-md border border-line bg-paper px-3 py-1.5"
            >
              <input
                type="date"
                aria-label={`Date ${i + 1}`}
                value={one.date}
                onChange={({ target: { value } }) => value !== '' && edit({ date: value })}
                className="rounded border border-edge bg-panel px-2 py-1"
              />
              <HourFields name={`Date ${i + 1}`} hours={one} onChange={edit} />
              <button
                type="button"
                aria-label={`Remove date ${i + 1}`}
                onClick={() => onChange(dates.filter((_, at) => at !== i))}
                className="ml-auto rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
              >
                <Trash2 aria-hidden size={16} />
              </button>
            </li>
          );
        })}
      </ul>
      <Button
        className="mt-2"
        onClick={() =>
          onChange([...dates, { date: localDate(new Date()), from: '18:00', to: '22:00' }])
        }
      >
        <Plus aria-hidden size={16} /> Add a date
      </Button>
    </section>
  );
}

interface HourFieldsProps {
  readonly name: string;
  readonly hours: Hours;
  readonly onChange: (part: Partial<Hours>) => void;
}

function HourFields({ name, hours, onChange }: HourFieldsProps) {
  return (
    <span className="flex flex-wrap items-center gap-x-2 gap-y-1">
      {(['from', 'to'] as const).map((end) => (
        <label key={end} className="flex items-center gap-1.5">
          {end}
          <input
            type="time"
            aria-label={`${name} ${end}`}
            value={hours[end]}
            onChange={(event) =>
              event.target.value !== '' && onChange({ [end]: event.target.value })
            }
            className="rounded border border-edge bg-panel px-2 py-1"
          />
        </label>
      ))}
    </span>
  );
}

interface DayTicksProps {
  readonly name: string;
  readonly days: readonly number[];
  readonly onChange: (days: number[]) => void;
}

function DayTicks({ name, days, onChange }: DayTicksProps) {
  return (
    <fieldset className="flex flex-wrap gap-x-2.5">
      <legend className="sr-only">{name}: days</legend>
      {DAYS.map((day, i) => (
        <Tick
          key={day}
          checked={days.includes(i + 1)}
          onChange={(goes) =>
            onChange(goes ? [...days, i + 1].sort() : days.filter((one) => one !== i + 1))
          }
        >
          {day}
        </Tick>
      ))}
    </fieldset>
  );
}
