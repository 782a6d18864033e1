'use client';

import { useEffect, useMemo } from 'react';
import { Learning } from '@/core/log/learning';
import { loadLogbook, useLogbook } from '@/store/prints/logbook';
import { useLearningChoices } from '@/store/prints/learningChoices';
import { measurements, useMeasurements } from '@/store/measurements';
import { measuredOn } from '@/core/measured/measurement';
import { teachers } from './teachers';

/**
 * What the logbook teaches a plan; nothing until it is loaded. The made-up prints teach the demo's jobs alone.
 */
export function useLearning(isDemo: boolean, printerId: string | null): Learning {
  const entries = useLogbook(({ records }) => records);
  const { choices } = useLearningChoices();
  const measured = useMeasurements(({ records }) => records);
  useEffect(() => {
    measurements.load().catch(() => {
      // Plans are reckoned without them then, and the station of test pieces says what is wrong.
    });
    loadLogbook().catch(() => {
      // Plans are reckoned with the model then, and the logbook says what is wrong.
    });
  }, []);
  return useMemo(
    () =>
      new Learning(
        teachers(entries ?? [], isDemo).map(({ facts }) => facts),
        choices,
        measuredOn(measured ?? [], printerId),
      ),
    [entries, choices, isDemo, measured, printerId],
  );
}
