import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapedPrint } from '../../../tests/support/fuzz/fuzzShapes';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { randomFrom } from '../../../tests/support/fuzz/random';
import { STATE_FILES } from '../../../tests/support/stateFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { analysePrint } from '../print/analysis';
import { buffersOf, READER_VERSION, type KeptReading } from './keptForm';
import { keepReading, openKept } from './keptReading';
import { readGcode } from './reader';

const KEY = { fingerprint: 'ab'.repeat(32), printer: '1.75' };

function kept(text: string): { whole: ReturnType<typeof openKept>; columns: KeptReading } {
  const reading = readGcode(bytesOf(text), ORDINARY_PRINTER);
  const analysis = analysePrint(reading);
  return { whole: { reading, analysis }, columns: keepReading(KEY, reading, analysis) };
}

/** The same with digests in place of its cells: comparing millions of numbers one by one takes seconds. */
function comparable(print: ReturnType<typeof openKept>) {
  if (!print) return null;
  const { footprint } = print.reading;
  const digest = (cells: Uint16Array): string => createHash('sha256').update(cells).digest('hex');
  const cells = { ...footprint, top: digest(footprint.top), low: digest(footprint.low) };
  return { ...print, reading: { ...print.reading, footprint: cells } };
}

describe('a kept reading', () => {
  it('brings back all that was read, of files of every shape', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const { whole, columns } = kept(shapedPrint(randomFrom(seed)).text);
        expect(comparable(openKept(structuredClone(columns), KEY))).toEqual(comparable(whole));
      }),
      { seed: 83, numRuns: 15 },
    );
  });

  it.each(Object.entries(STATE_FILES))('brings back every state: %s', (_name, text) => {
    const { whole, columns } = kept(text);
    expect(comparable(openKept(columns, KEY))).toEqual(comparable(whole));
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

  it('is of a reader that reads as this version did: raise READER_VERSION when it does not', () => {
    const read = ['hide-plate-7', 'ring-gauge-tags', 'tide-dial'].map((name) => {
      const bytes = readFileSync(`public/demo/${name}.gcode`);
      const reading = readGcode(bytes, ORDINARY_PRINTER);
      const { top, low } = reading.footprint;
      const cells = createHash('sha256').update(top).update(low).digest('hex');
      const { footprint: _cells, ...rest } = reading;
      return { rest, cells, steps: analysePrint(reading).steps };
    });
    // Rounded, so that no last bit of another processor counts.
    const text = JSON.stringify(read, (_key, value: unknown) =>
      typeof value === 'number' ? Number(value.toPrecision(9)) : value,
    );
    expect(`${READER_VERSION} ${createHash('sha256').update(text).digest('hex')}`).toBe(
      '6 fe2afef4cc89a630b6324959f101bd1d9af23cd42b25891a97055da305c968d5',
    );
  });
});
