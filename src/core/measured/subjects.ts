import type { Printer } from '../printer/printer';

/** Purge from one filament to another, mm of filament; both by their keys. */
export const purgeOf = (from: string, to: string): string => `purge ${from} → ${to}`;
/** Thickness of one filament over another from which the lower one does not show, mm; both by their keys. */
export const hidesOver = (upper: string, lower: string): string => `hides ${upper} over ${lower}`;
/** The same for light from behind. */
export const hidesLamp = (upper: string): string => `hides backlit ${upper}`;

/** Numbers of a printer's profile that test pieces find, by their paths in it. */
export const PROFILE_FIELDS = {
  'nozzle.tipMm': { name: 'Flat at the tip', unit: 'mm', digits: 2 },
  'nozzle.coneDegrees': { name: 'Cone angle from the axis', unit: '°', digits: 0 },
  'nozzle.headClearance.heightMm': { name: 'Clear height under the head', unit: 'mm', digits: 1 },
  'returns.stopMm': { name: 'Position after a stop', unit: 'mm', digits: 2 },
  'returns.homeMm': { name: 'Position after homing X and Y', unit: 'mm', digits: 2 },
  'returns.motorsMm': { name: 'Position after motors off', unit: 'mm', digits: 2 },
  'limits.acceleration.travel': { name: 'Travel acceleration', unit: 'mm/s²', digits: 0 },
  'limits.acceleration.x': { name: 'Acceleration in X, at least', unit: 'mm/s²', digits: 0 },
  'limits.acceleration.y': { name: 'Acceleration in Y, at least', unit: 'mm/s²', digits: 0 },
  'limits.corner.x': { name: 'Jerk in X', unit: 'mm/s', digits: 1 },
  'limits.corner.y': { name: 'Jerk in Y', unit: 'mm/s', digits: 1 },
  'limits.corner.mm': { name: 'Junction deviation', unit: 'mm', digits: 3 },
  'heating.nozzlePerSecond': { name: 'Nozzle heats by', unit: '°C/s', digits: 2 },
  'heating.bedPerSecond': { name: 'Bed heats by', unit: '°C/s', digits: 2 },
  'finest.strokeMm': { name: 'Narrowest stroke', unit: 'mm', digits: 2 },
  'finest.gapMm': { name: 'Narrowest gap', unit: 'mm', digits: 2 },
  'finest.moduleMm': { name: 'Smallest code module', unit: 'mm', digits: 2 },
} as const;
export type ProfileField = keyof typeof PROFILE_FIELDS;

export const isProfileField = (subject: string): subject is ProfileField =>
  Object.hasOwn(PROFILE_FIELDS, subject);

type Json = Readonly<Record<string, unknown>>;

/** The number at a path of a profile; null where there is none. */
export function profileNumber(printer: Printer, field: ProfileField): number | null {
  let at: unknown = printer;
  for (const key of field.split('.')) at = (at as Json | null)?.[key];
  return typeof at === 'number' ? at : null;
}

/** The profile with another number at a path; null takes away what no ordinary printer has. */
export function withProfileNumber(
  printer: Printer,
  field: ProfileField,
  value: number | null,
): Printer {
  const put = (at: Json, [key, ...rest]: readonly string[]): Json => ({
    ...at,
    [key]: rest.length === 0 ? value : put((at[key] ?? {}) as Json, rest),
  });
  // The path is one of the profile's own, and a number stands there.
  return put(printer as unknown as Json, field.split('.')) as unknown as Printer;
}
