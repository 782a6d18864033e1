'use client';

import { useEffect, useMemo } from 'react';
import { Learning } from '@/core/log/learning';
import { loadLogbook, useLogbook } from '@/store/prints/logbook';
import { useLearningChoices } from '@/store/prints/learningChoices';
import { teachers } from './teachers';

/**
 * What the logbook teaches a plan; nothing until it is loaded. The made-up prints teach the demo's jobs alone.
 */
export function useLearning(isDemo: boolean): Learning {
  const entries = useLogbook(({ records }) => records);
  const { choices } = useLearningChoices();
  useEffect(() => {
    loadLogbook().catch(() => {
      // Plans are reckoned with the model then, and the logbook says what is wrong.
    });
  }, []);
  return useMemo(
    () =>
      new Learning(
        teachers(entries ?? [], isDemo).map(({ facts }) => facts),
        choices,
      ),
    [entries, choices, isDemo],
  );
}
