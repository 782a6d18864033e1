'use client';

import { Plus, Trash2 } from 'lucide-react';
import { lightFormat } from 'date-fns';
import { array, object } from 'yup';
import { Dialog } from 'radix-ui';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { Checkbox } from '@/components/controls/Checkbox';
import { NativeInput } from '@/components/form/fields';
import { dayRule, timeRule } from '@/components/form/rules';
import { withField } from '@/components/form/saving';
import { SavedForm } from '@/components/form/SavedForm';
import { ORDINARY_PRESENCE, type AwayWindow, type Presence } from '@/core/schedule/presence';
import { usePresence } from '@/store/settings/attendSettings';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
/** A day as date fields want it. */
const localDate = (at: Date): string => lightFormat(at, 'yyyy-MM-dd');
const WORKDAY: AwayWindow = { days: [1, 2, 3, 4, 5], from: '08:00', to: '17:00' };

const hours = { from: timeRule(), to: timeRule() };
const rules = object({
  night: object(hours).nullable().default(null),
  away: array(object(hours)),
  dates: array(object({ ...hours, date: dayRule() })),
});

interface PresenceDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

/** When the person sleeps and is out: the ribbon shades it, and a check warns of swaps in it. */
export function PresenceDialog({ open, onClose }: PresenceDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Away hours"
        description="The ribbon shades these hours, and a check warns of swaps in them. They apply to all jobs."
      >
        <Fields />
      </DialogFrame>
    </Dialog.Root>
  );
}

function Fields() {
  const presence = usePresence();
  const { night, away, dates } = presence;
  const set = (part: Partial<Presence>): void => {
    usePresence.setState(part);
  };
  const change = (at: number, part: Partial<AwayWindow>): void =>
    set({ away: away.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  return (
    <SavedForm<Presence>
      values={presence}
      rules={rules}
      onSave={(path, value) => set(withField(usePresence.getState(), path, value))}
    >
      <section aria-labelledby="night-title">
        <h3 id="night-title" className="font-semibold">
          Night
        </h3>
        <Checkbox
          checked={night !== null}
          onChange={(sleeps) => set({ night: sleeps ? ORDINARY_PRESENCE.night : null })}
        >
          I am asleep and do not come
        </Checkbox>
        {night && <HourFields name="Night" at="night" />}
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
              <HourFields name={`Out ${i + 1}`} at={`away.${i}`} />
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
    </SavedForm>
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
        {dates.map((_, i) => (
          <li
            key={i}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-md border border-line bg-paper px-3 py-1.5"
          >
            <NativeInput<Presence> type="date" field={`dates.${i}.date`} label={`Date ${i + 1}`} />
            <HourFields name={`Date ${i + 1}`} at={`dates.${i}`} />
            <button
              type="button"
              aria-label={`Remove date ${i + 1}`}
              onClick={() => onChange(dates.filter((_one, at) => at !== i))}
              className="ml-auto rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
            >
              <Trash2 aria-hidden size={16} />
            </button>
          </li>
        ))}
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
  /** Where the hours stand in the form. */
  readonly at: 'night' | `away.${number}` | `dates.${number}`;
}

function HourFields({ name, at }: HourFieldsProps) {
  return (
    <span className="flex flex-wrap items-center gap-x-2 gap-y-1">
      {(['from', 'to'] as const).map((end) => (
        <label key={end} className="flex items-center gap-1.5">
          {end}
          <NativeInput<Presence> type="time" field={`${at}.${end}`} label={`${name} ${end}`} />
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
        <Checkbox
          key={day}
          checked={days.includes(i + 1)}
          onChange={(goes) =>
            onChange(goes ? [...days, i + 1].sort() : days.filter((one) => one !== i + 1))
          }
        >
          {day}
        </Checkbox>
      ))}
    </fieldset>
  );
}
