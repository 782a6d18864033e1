import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { readingKeyOf } from '@/core/printer/model';
import { analysePrint } from '@/core/print/analysis';
import { keepReading, openKept } from '@/core/read/keptReading';
import { readGcode } from '@/core/read/reader';
import type { PrintTimes } from '@/core/read/times';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import {
  dropReadings,
  forgetReadings,
  keepPrint,
  keepTimes,
  keptPrint,
  keptTimes,
  type KeptPrint,
} from './readings';

const reading = readGcode(bytesOf(writePrint({ layers: 6 })), ORDINARY_PRINTER);
const analysis = analysePrint(reading);
const times: PrintTimes = {
  seconds: reading.seconds,
  secondsBefore: reading.secondsBefore,
  secondsAfter: reading.secondsAfter,
  layers: Float64Array.from(reading.layers, (layer) => layer.seconds),
  sections: Float64Array.from(reading.sections, (section) => section.seconds),
};
const printer = readingKeyOf(ORDINARY_PRINTER);
const OTHER = { ...ORDINARY_PRINTER, filamentDiameter: 2.85 };

const print = (fingerprint: string): KeptPrint => ({
  kept: keepReading({ fingerprint, printer }, reading, analysis),
  timedFor: ORDINARY_PRINTER,
});
const isKept = async (fingerprint: string): Promise<boolean> =>
  (await keptPrint(fingerprint, ORDINARY_PRINTER)) !== null;

afterEach(() => vi.restoreAllMocks());

describe('readings', () => {
  it('come back as they were kept, for this file and what its reading depends on', async () => {
    await keepPrint(print('one'));
    const found = await keptPrint('one', ORDINARY_PRINTER);
    expect(found && openKept(found.kept, { fingerprint: 'one', printer })).toEqual({
      reading,
      analysis,
    });
    expect(await keptPrint('two', ORDINARY_PRINTER)).toBeNull();
    expect(await keptPrint('one', OTHER)).toBeNull();
    // Only its times are others.
    expect(await keptPrint('one', { ...ORDINARY_PRINTER, homingSeconds: 1 })).not.toBeNull();
  });

  it('have times beside them, by all that times depend on', async () => {
    await keepTimes('one', ORDINARY_PRINTER, times);
    expect(await keptTimes('one', ORDINARY_PRINTER)).toEqual(times);
    expect(await keptTimes('one', { ...ORDINARY_PRINTER, homingSeconds: 1 })).toBeNull();
  });

  it('go when room is short, the oldest first, and no more of them than it takes', async () => {
    vi.spyOn(Date, 'now').mockReturnValueOnce(1).mockReturnValueOnce(2).mockReturnValueOnce(3);
    for (const name of ['one', 'two', 'three']) await keepPrint(print(name));
    expect(await dropReadings(1)).toBe(true);
    expect(await Promise.all(['one', 'two', 'three'].map(isKept))).toEqual([false, true, true]);
    expect(await dropReadings(Infinity)).toBe(true);
    expect(await Promise.all(['two', 'three'].map(isKept))).toEqual([false, false]);
    expect(await dropReadings(1)).toBe(false);
  });

  it('go with the last job of their file', async () => {
    for (const name of ['one', 'two']) await keepPrint(print(name));
    await keepTimes('one', ORDINARY_PRINTER, times);
    await forgetReadings(['one']);
    expect(await Promise.all(['one', 'two'].map(isKept))).toEqual([false, true]);
    expect(await keptTimes('one', ORDINARY_PRINTER)).toBeNull();
  });

  it('are never needed: a store that fails answers as an empty one', async () => {
    await keepPrint(print('one'));
    vi.spyOn(IDBObjectStore.prototype, 'get').mockImplementation(() => {
      throw new Error('broken');
    });
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new Error('broken');
    });
    expect(await keptPrint('one', ORDINARY_PRINTER)).toBeNull();
    await expect(keepPrint(print('two'))).resolves.toBeUndefined();
  });
});
