'use client';

import { useKeptStation } from '@/base/job/keptStation';
import { PlanDesk } from './PlanDesk';

/** The Plan station, which stays drawn while the others are shown. */
export function PlanStation() {
  useKeptStation(PlanDesk);
  return null;
}
