'use client';

import { useMemo } from 'react';
import { object } from 'yup';
import { FieldError } from './fields';
import { numberRule } from './rules';
import { SavedForm } from './SavedForm';
import { useTypedField } from './useField';
import { FIELD } from '../controls/fieldLook';

interface InlineNumberProps {
  /** Read out; left out where a label stands round it. */
  readonly name?: string;
  /** null while nothing is given yet. */
  readonly value: number | null;
  readonly min: number;
  readonly max: number;
  /** Whole numbers only where it is one. */
  readonly step: number;
  readonly className: string;
  readonly onChange: (value: number) => void;
}

/** A number inside of a sentence, saved as it is typed: a form of one field. */
export function InlineNumber(props: InlineNumberProps) {
  const { value, min, max, step, onChange } = props;
  const rules = useMemo(
    () => object({ value: numberRule(min, max, step === 1) }),
    [min, max, step],
  );
  return (
    <SavedForm values={{ value }} rules={rules} onSave={(_, taken) => onChange(taken as number)}>
      <InlineInput {...props} />
    </SavedForm>
  );
}

function InlineInput({ name, min, max, step, className }: InlineNumberProps) {
  const field = useTypedField('value');
  return (
    <span className="relative inline-block">
      <input
        {...field.input}
        type="number"
        aria-label={name}
        min={min}
        max={max}
        step={step}
        className={`${FIELD} ${className}`}
      />
      {/* Over what follows: the sentence round it stays where it is. */}
      {field.error !== undefined && (
        <span className="absolute top-full left-0 z-20 mt-0.5 rounded-md border border-danger bg-paper px-2 py-0.5 whitespace-nowrap">
          <FieldError field={field} />
        </span>
      )}
    </span>
  );
}
