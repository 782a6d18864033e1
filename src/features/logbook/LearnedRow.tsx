'use client';

import { Button } from '@/components/Button';
import { NumberField } from '@/components/form/NumberField';
import { Checkbox } from '@/components/controls/Checkbox';
import { originWords, SET, USUAL, type Origin } from '@/core/measured/origin';
import { useToday } from '@/base/prints/useToday';
import type { Choice } from '@/core/log/learning';
import { useLearningChoices } from '@/store/prints/learningChoices';

/** One learned value, ready to be shown. */
export interface LearnedLine {
  readonly subject: string;
  readonly name: string;
  readonly value: number;
  /** Its range; null where one end of it is not known. */
  readonly low: number | null;
  readonly high: number | null;
  /** The ends of the range are what was tried: too short, and enough. */
  readonly isTried?: boolean;
  readonly runs: number;
  /** Where it comes from, where a test piece may have brought it; left out where only prints do. */
  readonly origin?: Origin;
  /** How it is written, and how it is typed. */
  readonly how: {
    /** The number as it is written, and the unit behind it. */
    readonly words: (value: number) => string;
    readonly shownUnit: string;
    readonly unit: string;
    readonly toField: (value: number) => number;
    readonly fromField: (value: number) => number;
    readonly min: number;
  };
}

const NO_CHOICE: Omit<Choice, 'subject'> = { pinned: null, isOff: false, since: null };

/** Changes what the person has decided about a learned value. */
function decide(subject: string, change: Partial<Choice>): void {
  useLearningChoices.setState(({ choices }) => {
    const before = choices.find((one) => one.subject === subject);
    const others = choices.filter((one) => one.subject !== subject);
    const made = { ...NO_CHOICE, subject, ...before, ...change };
    const isNothing = made.pinned === null && !made.isOff && made.since === null;
    return { choices: isNothing ? others : [...others, made] };
  });
}

/** Where a value comes from: what the person set, what was measured, or what the prints say. */
function lineOrigin({ origin, runs }: LearnedLine, pinned: number | null, isOff: boolean): Origin {
  if (origin) return origin;
  if (pinned !== null) return SET;
  return isOff || runs === 0 ? USUAL : { source: 'learned', runs };
}

/** The range of a learned value, behind the value itself: `(2.1 to 2.9 min), `; empty where there is none. */
function rangeWords({ low, high, isTried = false, how }: LearnedLine): string {
  const { words, shownUnit } = how;
  if (isTried) {
    const tried = [
      low !== null && `${words(low)} ${shownUnit} is too short`,
      high !== null && `${words(high)} ${shownUnit} is enough`,
    ].filter((one) => one !== false);
    return tried.length > 0 ? `(${tried.join(', ')}), ` : '';
  }
  if (low === null || high === null || words(low) === words(high)) return '';
  return `(${words(low)} to ${words(high)} ${shownUnit}), `;
}

/** A learned value with its range, and the ways to overrule it. */
export function LearnedRow({ line }: { line: LearnedLine }) {
  const { subject, name, value, runs, how } = line;
  const today = useToday();
  const choices = useLearningChoices((state) => state.choices);
  const { pinned, isOff, since } = choices.find((one) => one.subject === subject) ?? NO_CHOICE;
  const { words, unit, toField, fromField, min } = how;
  return (
    <li className="grid items-center gap-x-6 gap-y-1 border-t border-line py-2 md:grid-cols-[1fr_auto]">
      <p>
        {name}:{' '}
        <strong>
          {words(value)} {how.shownUnit}
        </strong>{' '}
        <span className="text-muted">
          {rangeWords(line)}
          {originWords(lineOrigin(line, pinned, isOff), today)}
          {isOff && ', learned value switched off'}
          {since !== null && ', earlier runs forgotten'}
        </span>
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <NumberField
          label="Set"
          name={`${name}, set by you`}
          unit={unit}
          min={min}
          empty="learned"
          value={pinned === null ? null : Math.round(toField(pinned))}
          onChange={(typed) =>
            decide(subject, { pinned: typed === null ? null : fromField(typed) })
          }
        />
        <Checkbox checked={!isOff} onChange={(isOn) => decide(subject, { isOff: !isOn })}>
          <span className="text-sm">Use value</span>
        </Checkbox>
        <Button
          disabled={runs === 0 && since === null}
          onClick={() => decide(subject, { since: since === null ? Date.now() : null })}
        >
          {since === null ? 'Forget earlier runs' : 'Restore earlier runs'}
        </Button>
      </div>
    </li>
  );
}
