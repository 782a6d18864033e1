'use client';

import { useContext, useId, useRef } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { useHand } from '@/browser/useHand';
import { Saving } from './savingContext';

/** The typed field of a form. */
export interface TypedField {
  readonly text: string;
  /** What is wrong with the text, once the field was left; undefined when nothing is. */
  readonly error: string | undefined;
  readonly errorId: string;
  /** What an `input` or `textarea` needs of it. */
  readonly input: {
    readonly ref: (element: HTMLElement | null) => void;
    readonly name: string;
    readonly value: string;
    readonly 'aria-invalid': true | undefined;
    readonly 'aria-describedby': string | undefined;
    readonly onChange: (event: { readonly target: { readonly value: string } }) => void;
    readonly onBlur: () => void;
    readonly onKeyDown: (event: { readonly key: string }) => void;
  };
}

interface TypedFieldOptions {
  /** A field of several lines takes Enter as a line. */
  readonly hasLines?: boolean;
  /** The value as it stands in the field. */
  readonly textOf?: (value: unknown) => string;
}

const plainText = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '';

/**
 * A field that is typed into. In a form that saves as it goes the hand's pause saves it, and leaving it with a good
 * value shows that value as it is kept; a wrong one stays, so that it can be mended, until Escape gives it up.
 */
export function useTypedField(
  name: string,
  { hasLines = false, textOf = plainText }: TypedFieldOptions = {},
): TypedField {
  const saving = useContext(Saving);
  const { field, fieldState } = useController({ name });
  const { resetField } = useFormContext();
  const isFollowing = useRef(false);
  const hand = useHand((text) => {
    if (saving?.save(name, text, isFollowing.current)) isFollowing.current = true;
  });
  const errorId = useId();
  const text = typeof field.value === 'string' ? field.value : textOf(field.value);
  const leave = (): void => {
    hand.leave();
    isFollowing.current = false;
    field.onBlur();
    const taken = saving?.take(name, field.value);
    if (taken?.ok) resetField(name, { defaultValue: taken.value });
  };
  const error = fieldState.error?.message;
  return {
    text,
    error,
    errorId,
    input: {
      ref: field.ref,
      name,
      value: text,
      'aria-invalid': error === undefined ? undefined : true,
      'aria-describedby': error === undefined ? undefined : errorId,
      onChange: ({ target: { value } }) => {
        field.onChange(value);
        if (saving) hand.type(value);
      },
      onBlur: leave,
      onKeyDown: ({ key }) => {
        if (!saving) return;
        if (key === 'Enter' && !hasLines) leave();
        if (key === 'Escape') {
          hand.drop();
          resetField(name);
        }
      },
    },
  };
}

/** A field that is chosen rather than typed. */
interface ChosenField<T> {
  readonly value: T;
  readonly error: string | undefined;
  readonly errorId: string;
  readonly onChoose: (value: T) => void;
  readonly onBlur: () => void;
}

/** A field that is chosen rather than typed. In a form that saves as it goes, what is chosen is saved at once. */
export function useChosenField<T>(name: string): ChosenField<T> {
  const saving = useContext(Saving);
  const { field, fieldState } = useController({ name });
  const { resetField } = useFormContext();
  return {
    value: field.value as T,
    error: fieldState.error?.message,
    errorId: useId(),
    onBlur: field.onBlur,
    onChoose: (value) => {
      field.onChange(value);
      const taken = saving?.take(name, value);
      if (!saving || !taken?.ok) return;
      saving.save(name, value, false);
      resetField(name, { defaultValue: taken.value });
    },
  };
}
