import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapedPrint } from '../../../tests/support/fuzzShapes';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { randomFrom } from '../../../tests/support/random';
import { STATE_FILES } from '../../../tests/support/stateFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { analysePrint } from './analysis';
import { buffersOf, keepReading, openKept, type KeptReading } from './keptReading';
import { readGcode } from './reader';

const KEY = { fingerprint: 'ab'.repeat(32), printer: '1.75' };

function kept(text: string): { whole: ReturnType<typeof openKept>; columns: KeptReading } {
  const reading = readGcode(bytesOf(text), ORDINARY_PRINTER);
  const analysis = analysePrint(reading);
  return { whole: { reading, analysis }, columns: keepReading(KEY, reading, analysis) };
}

describe('a kept reading', () => {
  it('brings back all that was read, of files of every shape', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const { whole, columns } = kept(shapedPrint(randomFrom(seed)).text);
        expect(openKept(structuredClone(columns), KEY)).toEqual(whole);
      }),
      { seed: 83, numRuns: 60 },
    );
  });

  it.each(Object.entries(STATE_FILES))('brings back every state: %s', (_name, text) => {
    const { whole, columns } = kept(text);
    expect(openKept(columns, KEY)).toEqual(whole);
  });

  it('is not opened for another file, printer or reader', () => {
    const { columns } = kept(writePrint());
    expect(openKept(columns, { ...KEY, fingerprint: 'cd'.repeat(32) })).toBeNull();
    expect(openKept(columns, { ...KEY, printer: '2.85' })).toBeNull();
    expect(openKept({ ...columns, version: columns.version + 1 }, KEY)).toBeNull();
  });

  it('is not opened when anything in it has changed or is missing', () => {
    const { columns } = kept(writePrint({ layers: 3 }));
    for (const [i, column] of buffersOf(columns).entries()) {
      if (column.byteLength === 0) continue;
      const torn = structuredClone(columns);
      new Uint8Array(buffersOf(torn)[i])[column.byteLength >> 1] ^= 1;
      expect(openKept(torn, KEY)).toBeNull();
    }
    for (const name of Object.keys(columns) as (keyof KeptReading)[]) {
      expect(openKept({ ...columns, [name]: undefined }, KEY)).toBeNull();
    }
    const { rest } = columns;
    expect(openKept({ ...columns, rest: { ...rest, objects: rest.objects + 1 } }, KEY)).toBeNull();
  });
});
