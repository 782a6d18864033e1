import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { readGcode } from '@/core/read/reader';
import type { SlicedFile } from '@/core/read/slicedFile';
import { makeBigFile } from '../../../bench/bigFile';
import { chunkedBlob } from '../blobFiles';
import { readWhole } from './readWhole';
import type { HelperKinds, HelperPort } from './helper';
import { hashServer, rasterServer, type AnswerReader } from './servers';

const FILE = makeBigFile(4.1e6);
const file = chunkedBlob(new Blob([FILE]));
const whole = readGcode(FILE, ORDINARY_PRINTER);
const fingerprint = createHash('sha256').update(FILE).digest('hex');
const goOn = () => true;

/** A reading with digests in place of its cells: comparing millions of numbers one by one takes seconds. */
function comparable(
  read: Awaited<ReturnType<typeof readWhole>> | { reading: SlicedFile; fingerprint: string },
) {
  if (typeof read === 'string') return read;
  const { footprint } = read.reading;
  const digest = (cells: Uint16Array): string => createHash('sha256').update(cells).digest('hex');
  const cells = { ...footprint, top: digest(footprint.top), low: digest(footprint.low) };
  return { ...read, reading: { ...read.reading, footprint: cells } };
}

/** A helper in this thread, that answers as one elsewhere would: later, and with memory of its own. */
function portTo(serve: (answer: AnswerReader) => (message: unknown) => void): HelperPort {
  let hear: (message: unknown) => void = () => {};
  const take = serve((answer, transfer) => {
    const sent = structuredClone(answer, { transfer });
    queueMicrotask(() => hear(sent));
  });
  return {
    post: (message, transfer) => {
      const sent = structuredClone(message, { transfer: [...transfer] });
      queueMicrotask(() => take(sent));
    },
    listen: (onMessage) => {
      hear = onMessage;
    },
    end: () => {},
  };
}

/** A helper that dies when it gets its first piece of work. */
const dyingPort = (): HelperPort => {
  let die: (why: string) => void = () => {};
  return {
    post: () => queueMicrotask(() => die('out of memory')),
    listen: (_onMessage, onDeath) => {
      die = onDeath;
    },
    end: () => {},
  };
};

/** A helper that says at its first piece that it cannot go on. */
const failing = (answer: AnswerReader) => () => answer({ died: 'not allowed' }, []);

const helpers = (rasters: number): HelperKinds => ({
  startRaster: () => portTo(rasterServer),
  startHash: () => portTo(hashServer),
  rasters,
});

describe('reading a file with helpers beside', () => {
  it.each([1, 2, 3])('brings the same with %d rasters as alone', async (rasters) => {
    const read = await readWhole(file, ORDINARY_PRINTER, helpers(rasters), true, goOn);
    expect(comparable(read)).toEqual(comparable({ reading: whole, fingerprint }));
  });

  it.each([
    ['raster', { ...helpers(1), startRaster: dyingPort }],
    ['hash', { ...helpers(1), startHash: dyingPort }],
    ['hash, in its own words', { ...helpers(1), startHash: () => portTo(failing) }],
  ])('goes on alone when the %s dies', async (_name, broken) => {
    const read = await readWhole(file, ORDINARY_PRINTER, broken, true, goOn);
    expect(comparable(read)).toEqual(comparable({ reading: whole, fingerprint }));
  });

  it('stops when nobody wants it any more, and at a line of Lamella’s own', async () => {
    expect(await readWhole(file, ORDINARY_PRINTER, helpers(1), true, () => false)).toBe('stopped');
    const marked = chunkedBlob(new Blob([FILE, '; lamella: end swap 1\n']));
    expect(await readWhole(marked, ORDINARY_PRINTER, helpers(1), true, goOn)).toBe('marked');
    expect(await readWhole(marked, ORDINARY_PRINTER, helpers(1), false, goOn)).toMatchObject({
      reading: { bytes: marked.size },
    });
  });
});
