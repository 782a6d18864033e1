import { array, boolean, number, object, string } from 'yup';
import { ORDINARY_PRESENCE, type Presence } from '@/core/schedule/presence';
import { createSettings } from './createSettings';

const time = () =>
  string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/)
    .required();

/** When nobody comes to the printer. */
export const usePresence = createSettings<Presence>(
  'lamella-presence',
  'your hours',
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
  'the alert settings',
  object({
    reachMinutes: number().min(0).max(240).required(),
    tones: boolean().required(),
    voice: boolean().required(),
  }).required(),
  { reachMinutes: 2, tones: true, voice: false },
);
