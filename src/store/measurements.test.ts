import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { stubLocalStorage } from '../../tests/support/browserStorage';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { database } from './db/db';
import { dropMeasurement, measurements, takeMeasurement, type Taken } from './measurements';
import { printers } from './printers';

const ID = 'attic';
const gap = (value: number): Taken => ({
  piece: 'smallest',
  printerId: ID,
  about: 'Smallest details',
  values: [
    { subject: 'finest.gapMm', value, spread: 0.1 },
    { subject: 'hides fog over peat', value: 0.5, spread: 0.1 },
  ],
});
const profile = () => printers.known().find(({ id }) => id === ID)!.printer;
const kept = () => measurements.known().filter(({ printerId }) => printerId === ID);

beforeEach(async () => {
  stubLocalStorage();
  await Promise.all([printers.load(), measurements.load()]);
  await measurements.remove(kept().map(({ id }) => id));
  await printers.save([{ id: ID, addedAt: 1, printer: { ...ORDINARY_PROFILE, name: 'Attic' } }]);
});

describe('what a test piece has brought', () => {
  it('is stored, and stands in the profile where it belongs there', async () => {
    expect(await takeMeasurement(gap(0.5), Date.UTC(2026, 11, 3, 12))).toBe(true);
    expect(profile().finest.gapMm).toBe(0.5);
    expect(profile().finest.strokeMm).toBe(null);
    const [one] = kept();
    expect(one).toMatchObject({ day: '2026-12-03', piece: 'smallest', about: 'Smallest details' });
    expect(one.values[0].before).toBe(null);
    expect(await (await database()).get('measurements', one.id)).toEqual(one);
  });

  it('is averaged when it is measured again, and what remains counts when one is taken back', async () => {
    await takeMeasurement(gap(0.5), 1e12);
    await takeMeasurement(gap(0.7), 2e12);
    expect(profile().finest.gapMm).toBe(0.6);
    const [latest, first] = kept();
    await dropMeasurement(first);
    expect(profile().finest.gapMm).toBe(0.7);
    const undo = await dropMeasurement(latest);
    expect(profile().finest.gapMm).toBe(null);
    expect(kept()).toEqual([]);
    expect(await undo?.()).toBe(0);
    expect(profile().finest.gapMm).toBe(0.7);
  });

  it('gives way to what the profile had before', async () => {
    const typed = { ...profile(), nozzle: { ...profile().nozzle, tipMm: 1.2 } };
    await printers.save([{ id: ID, addedAt: 1, printer: typed }]);
    const tip = { ...gap(1), values: [{ subject: 'nozzle.tipMm', value: 0.9, spread: 0.1 }] };
    await takeMeasurement(tip, 1e12);
    await takeMeasurement(tip, 2e12);
    expect(profile().nozzle.tipMm).toBe(0.9);
    for (const one of kept()) await dropMeasurement(one);
    expect(profile().nozzle.tipMm).toBe(1.2);
  });

  it('of a printer that is gone is kept all the same', async () => {
    expect(await takeMeasurement({ ...gap(0.4), printerId: null }, 3e12)).toBe(true);
    const one = measurements.known().find(({ printerId }) => printerId === null)!;
    expect(one.values).toHaveLength(2);
    expect(await dropMeasurement(one)).not.toBe(null);
  });
});
