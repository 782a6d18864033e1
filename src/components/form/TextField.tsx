'use client';

import { useMemo } from 'react';
import { object } from 'yup';
import { FieldError } from './fields';
import { textRule } from './rules';
import { SavedForm } from './SavedForm';
import { useTypedField } from './useField';
import { FIELD } from '../controls/fieldLook';

interface TextFieldProps {
  /** Read out. */
  readonly label: string;
  readonly value: string;
  readonly most?: number;
  /** The look of the field instead of the usual one. */
  readonly className?: string;
  readonly onChange: (value: string) => void;
}

/** A line of text that must not be empty, without a visible label: a form of one field. */
export function TextField(props: TextFieldProps) {
  const { value, most = 60, onChange } = props;
  const rules = useMemo(() => object({ value: textRule(most) }), [most]);
  return (
    <SavedForm values={{ value }} rules={rules} onSave={(_, taken) => onChange(taken as string)}>
      <LineInput {...props} most={most} />
    </SavedForm>
  );
}

function LineInput({ label, most, className = `${FIELD} min-w-36 flex-1` }: TextFieldProps) {
  const field = useTypedField('value');
  return (
    <>
      <input {...field.input} aria-label={label} maxLength={most} className={className} />
      <FieldError field={field} />
    </>
  );
}
