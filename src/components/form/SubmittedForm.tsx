'use client';

import type { ReactNode } from 'react';
import { FormProvider, useForm, type DefaultValues, type FieldValues } from 'react-hook-form';
import { resolverOf } from './SavedForm';
import type { FormRules } from './saving';
import { Saving } from './savingContext';

interface SubmittedFormProps<T extends FieldValues> {
  readonly values: T;
  readonly rules: FormRules;
  /** Gets all values when all are good. A form that is not closed then keeps what was typed. */
  readonly onSubmit: (values: T) => void | Promise<void>;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Fields that are kept together when a button says so. The first wrong one gets the focus then. */
export function SubmittedForm<T extends FieldValues>({
  values,
  rules,
  onSubmit,
  className,
  children,
}: SubmittedFormProps<T>) {
  const form = useForm<T>({
    defaultValues: values as DefaultValues<T>,
    resolver: resolverOf<T>(rules),
    mode: 'onTouched',
  });
  return (
    <Saving value={null}>
      <FormProvider {...form}>
        <form noValidate className={className} onSubmit={form.handleSubmit(onSubmit)}>
          {children}
        </form>
      </FormProvider>
    </Saving>
  );
}
