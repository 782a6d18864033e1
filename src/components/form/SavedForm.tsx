'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo, type ReactNode } from 'react';
import {
  FormProvider,
  useForm,
  type DefaultValues,
  type FieldValues,
  type Resolver,
} from 'react-hook-form';
import { Saving } from './savingContext';
import { isKept, takenBy, type FormRules } from './saving';

interface SavedFormProps<T extends FieldValues> {
  /** As they are kept. A field that nobody types into follows them. */
  readonly values: T;
  readonly rules: FormRules;
  /** Keeps one value: the path of its field, as in `volume.x`, and what its rule made of it. */
  readonly onSave: (path: string, value: unknown) => void;
  readonly children: ReactNode;
}

/**
 * Fields that are saved as they are typed, each for itself: what its rule does not take is not saved, stays in the
 * field, and is named below it.
 */
export function SavedForm<T extends FieldValues>({
  values,
  rules,
  onSave,
  children,
}: SavedFormProps<T>) {
  const form = useForm<T>({
    defaultValues: values as DefaultValues<T>,
    values,
    resetOptions: { keepDirtyValues: true, keepErrors: true, keepTouched: true },
    resolver: resolverOf<T>(rules),
    mode: 'onTouched',
  });
  const saving = useMemo(
    () => ({
      take: (path: string, typed: unknown) => takenBy(rules, values, path, typed),
      save: (path: string, typed: unknown, isFollowing: boolean) => {
        const taken = takenBy(rules, values, path, typed);
        if (!taken.ok || (!isFollowing && isKept(values, path, taken.value))) return false;
        onSave(path, taken.value);
        return true;
      },
    }),
    [rules, values, onSave],
  );
  return (
    <Saving value={saving}>
      <FormProvider {...form}>{children}</FormProvider>
    </Saving>
  );
}

/** Rules for the form's library. What a rule makes of what is typed has the type that is kept. */
export function resolverOf<T extends FieldValues>(rules: FormRules): Resolver<T> {
  return yupResolver(rules) as unknown as Resolver<T>;
}
