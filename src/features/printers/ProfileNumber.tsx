'use client';

import { createContext, useContext } from 'react';
import { OriginNote } from '@/base/prints/OriginNote';
import { NumberInput } from '@/components/form/fields';
import type { Origin } from '@/core/measured/origin';
import type { ProfileField } from '@/core/measured/subjects';
import type { Printer } from '@/core/printer/printer';

/** Where the numbers of the shown profile come from. */
export const ProfileOrigins = createContext<((field: ProfileField) => Origin | null) | null>(null);

interface ProfileNumberProps {
  readonly field: ProfileField;
  readonly label: string;
  readonly unit: string;
  /** What an empty field means; a field that may not be empty has none. */
  readonly empty?: string;
}

/** A number of the profile that a test piece can find, with where it comes from. */
export function ProfileNumber({ field, label, unit, empty }: ProfileNumberProps) {
  const originOf = useContext(ProfileOrigins);
  const origin = originOf?.(field);
  return (
    <div className="pb-0.5">
      <NumberInput<Printer> field={field} label={label} unit={unit} empty={empty} />
      {originOf && (
        <p className="-mt-1 leading-tight">
          {origin ? (
            <OriginNote origin={origin} />
          ) : (
            <span className="text-xs text-muted">not measured yet</span>
          )}
        </p>
      )}
    </div>
  );
}
