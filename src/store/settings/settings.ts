import { boolean, number, object, string } from 'yup';
import type { CostSettings } from '@/core/filament/cost';
import { createSettings } from './createSettings';

/** What power costs and in which currency. */
export const useCostSettings = createSettings<CostSettings>(
  'lamella-cost',
  'the currency and the price of power',
  object({
    currency: string().max(8).defined(),
    watts: number().min(0).max(1e6).nullable().defined(),
    pricePerKwh: number().min(0).max(1e6).nullable().defined(),
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
  'the output settings',
  object({ reserves: boolean().required() }).required(),
  { reserves: false },
);

interface Preferences {
  /** Keys without Ctrl do something on the desk. */
  readonly singleKeys: boolean;
}

/** How a person works with Lamella. */
export const usePreferences = createSettings<Preferences>(
  'lamella-preferences',
  'your preferences',
  object({ singleKeys: boolean().required() }).required(),
  { singleKeys: true },
);

interface FirstSight {
  /** The person has put away what says what Lamella is for. */
  readonly isAway: boolean;
}

/** Whether the Bench still says what Lamella is for. */
export const useFirstSight = createSettings<FirstSight>(
  'lamella-first-sight',
  'the closed introduction',
  object({ isAway: boolean().required() }).required(),
  { isAway: false },
);

interface OwnPrinter {
  /** The first visit has asked which way the printer stops; it does so once. */
  readonly isAsked: boolean;
  /** The printer that new jobs are planned for; null for the ordinary one. */
  readonly printerId: string | null;
}

/** What the first visit has learned of the person's printer. */
export const useOwnPrinter = createSettings<OwnPrinter>(
  'lamella-own-printer',
  'your printer',
  object({ isAsked: boolean().required(), printerId: string().nullable().defined() }).required(),
  { isAsked: false, printerId: null },
);
