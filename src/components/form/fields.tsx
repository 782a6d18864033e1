'use client';

import type { ReactNode } from 'react';
import type { FieldPath, FieldPathByValue, FieldValues } from 'react-hook-form';
import { FIELD } from '../controls/fieldLook';
import { useChosenField, useTypedField, type TypedField } from './useField';

/** A row of a form: what the field is for, the field, and what is wrong with it below. */
function Row({ field, children }: { readonly field: TypedField; readonly children: ReactNode }) {
  return (
    <div className="py-0.5">
      <label className="flex min-h-8 items-center gap-2">{children}</label>
      <FieldError field={field} />
    </div>
  );
}

/** What is wrong with what is typed; nothing when nothing is. */
export function FieldError({
  field: { error, errorId },
}: {
  readonly field: Pick<TypedField, 'error' | 'errorId'>;
}) {
  if (error === undefined) return null;
  return (
    <span id={errorId} role="alert" className="block text-right text-sm text-danger">
      {error}
    </span>
  );
}

interface NumberInputProps<T extends FieldValues> {
  /** The path of a number in the form's values. */
  readonly field: FieldPathByValue<T, number | null | undefined>;
  readonly label: ReactNode;
  /** Read instead of `label` where that is not words enough. */
  readonly name?: string;
  readonly unit: string;
  /** What an empty field means, shown in it. */
  readonly empty?: string;
}

/** A number with its unit. */
export function NumberInput<T extends FieldValues>(props: NumberInputProps<T>) {
  const { label, name, unit, empty } = props;
  const field = useTypedField(props.field);
  return (
    <Row field={field}>
      <span className="min-w-0 flex-1">{label}</span>
      <input
        {...field.input}
        inputMode="decimal"
        aria-label={name}
        placeholder={empty}
        className={`${FIELD} w-20 text-right`}
      />
      <span className="w-9 text-sm text-muted">{unit}</span>
    </Row>
  );
}

interface TextInputProps<T extends FieldValues> {
  readonly field: FieldPathByValue<T, string | undefined>;
  readonly label: string;
  readonly most?: number;
  /** Added to the look of the field itself. */
  readonly className?: string;
}

/** A line of text. */
export function TextInput<T extends FieldValues>(props: TextInputProps<T>) {
  const { label, most = 60, className = 'flex-1' } = props;
  const field = useTypedField(props.field);
  return (
    <Row field={field}>
      <span>{label}</span>
      <input {...field.input} maxLength={most} className={`${FIELD} min-w-0 ${className}`} />
    </Row>
  );
}

interface CodeInputProps<T extends FieldValues> {
  readonly field: FieldPath<T>;
  readonly label: string;
  readonly textOf?: (value: unknown) => string;
  readonly empty?: string;
  /** The field stands below its label, and is as wide as there is room. */
  readonly isWide?: boolean;
}

/** Commands and words of the firmware. */
export function CodeInput<T extends FieldValues>(props: CodeInputProps<T>) {
  const { label, textOf, empty, isWide = false } = props;
  const field = useTypedField(props.field, { textOf });
  return (
    <div className="py-0.5">
      <label className={isWide ? 'grid gap-0.5' : 'flex min-h-8 items-center gap-2'}>
        <span className="flex-1">{label}</span>
        <input
          {...field.input}
          spellCheck={false}
          placeholder={empty}
          className={`${FIELD} font-mono text-xs leading-5 ${isWide ? 'min-w-0' : 'w-40'}`}
        />
      </label>
      <FieldError field={field} />
    </div>
  );
}

interface LinesInputProps<T extends FieldValues> {
  readonly field: FieldPathByValue<T, string>;
  readonly label: string;
  /** Read, and not shown. */
  readonly isLabelHidden?: boolean;
  readonly most: number;
  readonly rows: number;
}

/** Text of several lines. */
export function LinesInput<T extends FieldValues>(props: LinesInputProps<T>) {
  const { label, isLabelHidden = false, most, rows } = props;
  const field = useTypedField(props.field, { hasLines: true });
  return (
    <div>
      <label className="grid gap-1">
        <span className={isLabelHidden ? 'sr-only' : ''}>{label}</span>
        <textarea {...field.input} maxLength={most} rows={rows} className={FIELD} />
      </label>
      <FieldError field={field} />
    </div>
  );
}

interface NativeInputProps<T extends FieldValues> {
  readonly field: FieldPathByValue<T, string | null | undefined>;
  /** A phone's own way to choose it is better than any of ours. */
  readonly type: 'date' | 'time' | 'color';
  /** Read out. */
  readonly label: string;
  readonly className?: string;
}

/** A day, a time of day or a colour, without its label. */
export function NativeInput<T extends FieldValues>(props: NativeInputProps<T>) {
  const { type, label, className = FIELD } = props;
  const field = useChosenField<string | null>(props.field);
  const isWrong = field.error !== undefined;
  return (
    <>
      <input
        type={type}
        aria-label={label}
        aria-invalid={isWrong || undefined}
        aria-describedby={isWrong ? field.errorId : undefined}
        value={field.value ?? ''}
        className={className}
        onChange={(event) => field.onChoose(event.target.value)}
        onBlur={field.onBlur}
      />
      <FieldError field={field} />
    </>
  );
}
