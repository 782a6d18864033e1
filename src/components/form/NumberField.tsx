'use client';

import { useMemo, type ReactNode } from 'react';
import { object } from 'yup';
import { NumberInput } from './fields';
import { numberRule, optionalNumberRule } from './rules';
import { SavedForm } from './SavedForm';

interface NumberFieldProps {
  readonly label: ReactNode;
  /** Read instead of `label` where that is not words enough. */
  readonly name?: string;
  readonly unit: string;
  /** null for an empty field. */
  readonly value: number | null;
  /** What an empty field means, shown in it; an empty field is not taken without it. */
  readonly empty?: string;
  readonly min?: number;
  readonly max?: number;
  readonly isWhole?: boolean;
  readonly onChange: (value: number | null) => void;
}

interface OneNumber {
  readonly value: number | null;
}

/** A number alone, with its unit: a form of one field. */
export function NumberField(props: NumberFieldProps) {
  const { label, name, unit, value, empty, onChange } = props;
  const { min = 0, max = 10_000, isWhole = false } = props;
  const isOptional = empty !== undefined;
  const rules = useMemo(
    () =>
      object({
        value: isOptional ? optionalNumberRule(min, max, isWhole) : numberRule(min, max, isWhole),
      }),
    [isOptional, min, max, isWhole],
  );
  return (
    <SavedForm<OneNumber>
      values={{ value }}
      rules={rules}
      onSave={(_, taken) => onChange(taken as number | null)}
    >
      <NumberInput<OneNumber> field="value" label={label} name={name} unit={unit} empty={empty} />
    </SavedForm>
  );
}
