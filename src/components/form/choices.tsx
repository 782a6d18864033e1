'use client';

import type { ReactNode } from 'react';
import type { FieldPathByValue, FieldValues } from 'react-hook-form';
import { Checkbox } from '../controls/Checkbox';
import { RadioGroup } from '../controls/RadioGroup';
import { optionsOf, SelectField } from '../controls/Select';
import { useChosenField } from './useField';

interface ChoiceInputProps<V extends string, T extends FieldValues> {
  readonly field: FieldPathByValue<T, V>;
  readonly label: string;
  readonly options: Readonly<Record<V, string>>;
}

/** One of a list. */
export function ChoiceInput<V extends string, T extends FieldValues>(
  props: ChoiceInputProps<V, T>,
) {
  const { value, onChoose } = useChosenField<V>(props.field);
  return (
    <SelectField
      label={props.label}
      value={value}
      options={optionsOf(props.options)}
      onChange={onChoose}
    />
  );
}

/** One of a few, all in sight. */
export function RadioInput<V extends string, T extends FieldValues>(props: ChoiceInputProps<V, T>) {
  const { label, options } = props;
  const { value, onChoose } = useChosenField<V>(props.field);
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <span aria-hidden className="flex-1">
        {label}
      </span>
      <RadioGroup
        label={label}
        look="row"
        value={value}
        choices={optionsOf(options)}
        onChange={onChoose}
      />
    </div>
  );
}

interface TickInputProps<T extends FieldValues> {
  readonly field: FieldPathByValue<T, boolean | undefined>;
  readonly disabled?: boolean;
  readonly children: ReactNode;
}

/** A box to tick. */
export function TickInput<T extends FieldValues>(props: TickInputProps<T>) {
  const { value, onChoose } = useChosenField<boolean>(props.field);
  return (
    <Checkbox checked={value} disabled={props.disabled} onChange={onChoose}>
      {props.children}
    </Checkbox>
  );
}
