import { array, boolean, number, object, string } from 'yup';
import type { CostSettings } from '@/core/filament/cost';
import { ORDINARY_PRESENCE, type Presence } from '@/core/schedule/presence';
import type { Choice } from '@/core/log/learning';
import { createSettings } from './createSettings';

/** What power costs and in which currency. */
export const useCostSettings = createSettings<CostSettings>(
  'lamella-cost',
  object({
    currency: string().max(8).defined(),
    watts: number().min(0).nullable().defined(),
    pricePerKwh: number().min(0).nullable().defined(),
  }).required(),
  { currency: '€', watts: null, pricePerKwh: null },
);

interface OutputSettings {
  /** Writing a file reserves its filament on the shelf. */
  readonly reserves: boolean;
}

/** How files are written. */
export const useOutputSettings = createSettings<OutputSettings>(
  'lamella-output',
  object({ reserves: boolean().required() }).required(),
  { reserves: false },
);

const time = () =>
  string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/)
    .required();

/** When nobody comes to the printer. */
export const usePresence = createSettings<Presence>(
  'lamella-presence',
  object({
    night: object({ from: time(), to: time() }).nullable().defined(),
    away: array(
      object({
        from: time(),
        to: time(),
        days: array(number().integer().min(1).max(7).required()).required(),
      }).required(),
    ).required(),
    dates: array(
      object({
        from: time(),
        to: time(),
        date: string()
          .matches(/^\d{4}-\d{2}-\d{2}$/)
          .required(),
      }).required(),
    ).default([]),
  }).required(),
  ORDINARY_PRESENCE,
);

interface AttendSettings {
  /** How long the person needs to come to the printer, min. */
  readonly reachMinutes: number;
  /** Call with tones, and read the steps aloud. */
  readonly tones: boolean;
  readonly voice: boolean;
}

/** How a person wants to be called to the printer. */
export const useAttendSettings = createSettings<AttendSettings>(
  'lamella-attend',
  object({
    reachMinutes: number().min(0).max(240).required(),
    tones: boolean().required(),
    voice: boolean().required(),
  }).required(),
  { reachMinutes: 2, tones: true, voice: false },
);

interface Preferences {
  /** Keys without Ctrl do something on the desk. */
  readonly singleKeys: boolean;
}

/** How a person works with Lamella. */
export const usePreferences = createSettings<Preferences>(
  'lamella-preferences',
  object({ singleKeys: boolean().required() }).required(),
  { singleKeys: true },
);

/** What the person has decided about what was learned. */
export const useLearningChoices = createSettings<{ readonly choices: readonly Choice[] }>(
  'lamella-learning',
  object({
    choices: array(
      object({
        subject: string().max(200).required(),
        pinned: number().nullable().defined(),
        isOff: boolean().required(),
        since: number().nullable().defined(),
      }).required(),
    ).required(),
  }).required(),
  { choices: [] },
);
