import { array, boolean, number, object, string } from 'yup';
import type { Choice } from '@/core/log/learning';
import { createSettings } from '../settings/createSettings';

/** What the person has decided about what was learned. */
export const useLearningChoices = createSettings<{ readonly choices: readonly Choice[] }>(
  'lamella-learning',
  'what you decided about learned values',
  object({
    choices: array(
      object({
        subject: string().max(200).required(),
        pinned: number().min(-1e9).max(1e9).nullable().defined(),
        isOff: boolean().required(),
        since: number().min(0).max(8.64e15).nullable().defined(),
      }).required(),
    ).required(),
  }).required(),
  { choices: [] },
);
