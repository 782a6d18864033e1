'use client';

import { useEffect, useMemo } from 'react';
import { combined, profileOrigin } from '@/core/measured/measurement';
import type { Origin } from '@/core/measured/origin';
import { profileNumber, type ProfileField } from '@/core/measured/subjects';
import { ORDINARY_PROFILE, type Printer } from '@/core/printer/printer';
import { measurements, useMeasurements } from '@/store/measurements';

/** Where the numbers of a printer's profile come from. */
export function useProfileOrigin(
  printerId: string | null,
  printer: Printer,
): (field: ProfileField) => Origin {
  const measured = useMeasurements(({ records }) => records);
  useEffect(() => {
    measurements.load().catch(() => {
      // The station of test pieces says what is wrong.
    });
  }, []);
  return useMemo(
    () => (field) =>
      profileOrigin(
        profileNumber(printer, field),
        profileNumber(ORDINARY_PROFILE, field),
        printerId === null ? null : combined(measured ?? [], field, printerId),
      ),
    [printerId, printer, measured],
  );
}
