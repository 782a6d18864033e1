'use client';

import { useEffect, useMemo } from 'react';
import { Learning } from '@/core/log/learning';
import { loadLogbook, useLogbook } from '@/store/logbook';
import { useLearningChoices } from '@/store/learningChoices';

/** What the logbook teaches; nothing until it is loaded. */
export function useLearning(): Learning {
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
        (entries ?? []).map(({ facts }) => facts),
        choices,
      ),
    [entries, choices],
  );
}
