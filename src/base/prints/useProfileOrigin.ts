'use client';

import { useEffect, useMemo } from 'react';
import { combined, profileOrigin } from '@/core/measured/measurement';
import type { Origin } from '@/core/measured/origin';
import { profileNumber, type ProfileField } from '@/core/measured/subjects';
import { ORDINARY_PROFILE, type Printer } from '@/core/printer/printer';
import { measurements, useMeasurements } from '@/store/measurements';

/** Where the numbers of a printer's profile come from; null for one that is not known. */
export function useProfileOrigin(
  printerId: string | null,
  printer: Printer,
): (field: ProfileField) => Origin | null {
  const measured = useMeasurements(({ records }) => records);
  useEffect(() => {
    measurements.load().catch(() => {
      // The station of test pieces says what is wrong.
    });
  }, []);
  return useMemo(
    () => (field) => {
      const now = profileNumber(printer, field);
      // What has no usual value is not known until somebody finds it.
      if (now === null) return null;
      const found = printerId === null ? null : combined(measured ?? [], field, printerId);
      return profileOrigin(now, profileNumber(ORDINARY_PROFILE, field), found);
    },
    [printerId, printer, measured],
  );
}
