'use client';

import { useTyped } from '@/browser/useTyped';

interface InlineNumberProps {
  /** Read out; left out where a label stands round it. */
  readonly name?: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly className: string;
  readonly onChange: (value: number) => void;
}

/** A number inside of a sentence, taken as it is typed; one out of range is passed over. */
export function InlineNumber({
  name,
  value,
  min,
  max,
  step,
  className,
  onChange,
}: InlineNumberProps) {
  const { text, onType, onLeave } = useTyped(String(value), (typed) => {
    const number = typed.trim() === '' ? NaN : Number(typed);
    if (number >= min && number <= max && number !== value) onChange(number);
  });
  return (
    <input
      type="number"
      aria-label={name}
      min={min}
      max={max}
      step={step}
      value={text}
      className={className}
      onChange={(event) => onType(event.target.value)}
      onBlur={onLeave}
    />
  );
}
