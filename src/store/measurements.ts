import { lightFormat } from 'date-fns';
import { DEMO_MEASUREMENTS } from '@/core/measured/demoMeasurements';
import {
  combined,
  parseMeasurement,
  type Measurement,
  type PieceId,
} from '@/core/measured/measurement';
import type { FoundValue } from '@/core/pieces/piece';
import {
  isProfileField,
  profileNumber,
  withProfileNumber,
  type ProfileField,
} from '@/core/measured/subjects';
import type { Printer } from '@/core/printer/printer';
import { newId } from '@/workers/ids';
import { createCollection } from './db/collection';
import { printers } from './printers';

/** What test pieces have brought, the newest first. */
export const measurements = createCollection<Measurement>({
  store: 'measurements',
  what: 'measurement',
  parse: parseMeasurement,
  seed: { key: 'demo-measurements', records: () => DEMO_MEASUREMENTS },
  compare: (a, b) => b.takenAt - a.takenAt,
});

/** The measurements, for components. */
export const useMeasurements = measurements.use;

/** A local day, as `2026-12-03`. */
export const dayOf = (at: number): string => lightFormat(new Date(at), 'yyyy-MM-dd');

/** What a piece has found, and on which printer. */
export interface Taken {
  readonly piece: PieceId;
  readonly printerId: string | null;
  readonly about: string;
  readonly values: readonly FoundValue[];
}

/** Keeps what a piece has found, and puts into the printer's profile what belongs there; false when it could not be written. */
export async function takeMeasurement(
  { piece, printerId, about, values }: Taken,
  now = Date.now(),
): Promise<boolean> {
  const profile = printers.known().find(({ id }) => id === printerId)?.printer ?? null;
  const measured: Measurement = {
    id: newId(),
    takenAt: now,
    day: dayOf(now),
    piece,
    printerId,
    about: about.slice(0, 300),
    values: values.map((one) => ({
      ...one,
      before:
        profile && isProfileField(one.subject)
          ? firstBefore(one.subject, printerId, profileNumber(profile, one.subject))
          : null,
    })),
  };
  if (!(await measurements.save([measured]))) return false;
  return settle(fieldsOf(measured), printerId, new Map());
}

/** Takes a measurement back: what remains of its kind counts again, or what the profile had before. */
export async function dropMeasurement(
  dropped: Measurement,
): Promise<(() => Promise<number>) | null> {
  const undo = await measurements.remove([dropped.id]);
  if (!undo) return null;
  const { printerId } = dropped;
  const fields = fieldsOf(dropped);
  const before = new Map(dropped.values.map(({ subject, before: was }) => [subject, was]));
  await settle(fields, printerId, before);
  return async () => {
    const kept = await undo();
    await settle(fields, printerId, before);
    return kept;
  };
}

const fieldsOf = ({ values }: Measurement): ProfileField[] =>
  values.map(({ subject }) => subject).filter(isProfileField);

/** What a profile had before the first measurement of a field. */
function firstBefore(
  field: ProfileField,
  printerId: string | null,
  now: number | null,
): number | null {
  const earlier = measurements
    .known()
    .filter((one) => one.printerId === printerId)
    .flatMap(({ values }) => values.filter(({ subject }) => subject === field));
  return earlier.length === 0 ? now : earlier[0].before;
}

/** Puts the means of what is measured into a profile; what nothing measures any more gets its number from before. */
async function settle(
  fields: readonly ProfileField[],
  printerId: string | null,
  before: ReadonlyMap<string, number | null>,
): Promise<boolean> {
  if (printerId === null || fields.length === 0) return true;
  const edit = (printer: Printer): Printer =>
    fields.reduce((now, field) => {
      const found = combined(measurements.known(), field, printerId);
      const value = found ? rounded(found.value) : before.get(field);
      return value === undefined ? now : withProfileNumber(now, field, value);
    }, printer);
  return printers.edit(printerId, (stored) => ({ ...stored, printer: edit(stored.printer) }));
}

/** Four digits are more than anybody measures. */
const rounded = (value: number): number => Number(value.toPrecision(4));
