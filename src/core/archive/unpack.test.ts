import { createDeflateRaw, gzipSync as platformGzip } from 'node:zlib';
import fc from 'fast-check';
import { gzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { bytesOf, textOf, writePrint } from '../../../tests/support/printFiles';
import { sourceOf } from '../byteSource';
import { crc32 } from './crc32';
import { unpackArchive, unpackGcode } from './unpack';

const print = bytesOf(writePrint());
const joined = (...parts: Uint8Array[]): Uint8Array => new Uint8Array(Buffer.concat(parts));

describe('unpackGcode', () => {
  it.each([
    ['plain', print],
    ['gzip', gzipSync(print)],
    ['gzip with a name and a comment', gzipSync(print, { filename: 'plate.gcode', mtime: 9 })],
    ['zip with one file', zipSync({ 'plates/seven.gcode': print, 'notes.txt': bytesOf('hi') })],
    ['zip of a stored file', zipSync({ 'a.gcode': print }, { level: 0 })],
    [
      'zip with notes that a computer put beside it',
      zipSync({ 'a.gcode': print, '__MACOSX/._a.gcode': bytesOf('x'), '._a.gcode': bytesOf('y') }),
    ],
    [
      'gzip of several members',
      joined(gzipSync(print.subarray(0, 999)), platformGzip(print.subarray(999))),
    ],
    ['gzip filled up with zeros', joined(gzipSync(print), new Uint8Array(512))],
  ])('finds the G-code in %s', async (_name, bytes) => {
    const result = await unpackGcode(bytes);
    expect(result.ok && textOf(result.value)).toBe(textOf(print));
  });

  it.each([
    ['nothing', new Uint8Array(0), 'empty-file', /0 bytes/],
    ['a gzip of nothing', gzipSync(new Uint8Array(0)), 'empty-file', /gzip file is empty/],
    ['half a gzip', gzipSync(print).subarray(0, 40), 'damaged-archive', /ends too early/],
    [
      'a gzip with something behind it',
      joined(gzipSync(print), bytesOf('G28\n')),
      'damaged-archive',
      /extra data/,
    ],
    [
      'half a second member',
      joined(gzipSync(print), gzipSync(print).subarray(0, 60)),
      'damaged-archive',
      /ends too early/,
    ],
    [
      'half a zip',
      zipSync({ 'a.gcode': print }).subarray(0, 60),
      'damaged-archive',
      /directory is missing/,
    ],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10]), 'not-gcode', /picture \(PNG\)/],
    ['a photo', new Uint8Array([0xff, 0xd8, 0xff, 0xe0]), 'not-gcode', /picture \(JPEG\)/],
    ['a binary model', new Uint8Array(200), 'not-gcode', /binary file/],
    ['a packed picture', gzipSync(new Uint8Array(200)), 'not-gcode', /binary file/],
    ['a zip without G-code', zipSync({ 'a.txt': print }), 'archive-contents', /no G-code/],
    [
      'a zip with two',
      zipSync({ 'a.gcode': print, 'b.g': print }),
      'archive-contents',
      /2 G-code files/,
    ],
  ])('refuses %s in words', async (_name, bytes, code, message) => {
    const result = await unpackGcode(bytes);
    expect(result).toMatchObject({ ok: false, refusal: { code } });
    expect(!result.ok && result.refusal.message).toMatch(message);
  });
});

describe('a damaged archive', () => {
  const some = print.subarray(0, 1500);
  const packed: [string, Uint8Array][] = [
    ['gzip', gzipSync(some)],
    ['gzip of two members', joined(gzipSync(some.subarray(0, 500)), gzipSync(some.subarray(500)))],
    ['zip', zipSync({ 'a.gcode': some })],
    ['stored zip', zipSync({ 'a.gcode': some.subarray(0, 600) }, { level: 0 })],
  ];
  it.each(packed)('is refused or still gives every byte: %s', async (_name, bytes) => {
    const whole = await unpackGcode(bytes);
    if (!whole.ok) throw new Error(whole.refusal.message);
    let refused = 0;
    for (let at = 0; at < bytes.length; at++) {
      const flipped = bytes.slice();
      flipped[at] ^= 1 << (at % 8);
      const result = await unpackGcode(flipped);
      if (!result.ok) refused++;
      // A changed name of the file in it, or its date, changes nothing.
      else if (flipped[0] === bytes[0] && flipped[1] === bytes[1]) {
        expect(textOf(result.value)).toBe(textOf(whole.value));
      }
    }
    expect(refused).toBeGreaterThan(0.8 * bytes.length);
  });

  it('is not said to be damaged where it cannot be read, at whichever look', async () => {
    for (const [, bytes] of packed) {
      const { size, slice } = sourceOf(bytes);
      let looks = Infinity;
      for (let last = 0; last < looks; last++) {
        let look = 0;
        const source = {
          size,
          slice: async (from: number, to: number) => {
            if (++look > last) throw new Error('The disk is gone.');
            return slice(from, to);
          },
        };
        const done = await unpackArchive(source, () => {}).catch(String);
        if (typeof done === 'string') expect(done).toBe('Error: The disk is gone.');
        else {
          expect(done).toMatchObject({ ok: true });
          looks = look;
        }
      }
      expect(looks).toBeGreaterThan(3);
    }
  });

  it('is refused wherever it is cut off', async () => {
    for (const [, bytes] of packed) {
      await fc.assert(
        fc.asyncProperty(fc.integer({ min: 4, max: bytes.length - 1 }), async (length) => {
          const result = await unpackGcode(bytes.slice(0, length));
          // Cut between two members, a gzip is whole as far as anyone can tell.
          if (result.ok) expect(textOf(print).startsWith(textOf(result.value))).toBe(true);
        }),
        { seed: 5, numRuns: 40 },
      );
    }
  });
});

describe('an archive that grows beyond measure', () => {
  /** A gzip of many equal lines, made piece by piece. */
  async function bomb(megabytes: number): Promise<Uint8Array> {
    const line = bytesOf('G1 X1 Y1\n'.repeat(1 << 16));
    const deflate = createDeflateRaw({ level: 9 });
    const packed: Buffer[] = [];
    deflate.on('data', (piece: Buffer) => packed.push(piece));
    const ended = new Promise((resolve) => deflate.on('end', resolve));
    let crc = 0;
    let length = 0;
    while (length < megabytes << 20) {
      crc = crc32(line, crc);
      length += line.length;
      if (!deflate.write(line)) await new Promise((resolve) => deflate.once('drain', resolve));
    }
    deflate.end();
    await ended;
    const trailer = Buffer.alloc(8);
    trailer.writeUInt32LE(crc, 0);
    trailer.writeUInt32LE(length % 2 ** 32, 4);
    const header = Buffer.from([0x1f, 0x8b, 8, 0, 0, 0, 0, 0, 0, 255]);
    return joined(header, ...packed, trailer);
  }

  it('is given up after little of it has come out', async () => {
    const bytes = await bomb(200);
    let out = 0;
    const result = await unpackArchive(sourceOf(bytes), (chunk) => {
      out += chunk.length;
    });
    expect(result).toMatchObject({ ok: false, refusal: { code: 'archive-too-large' } });
    expect(out).toBeLessThan(100e6);
  });

  it('is given up at the limit, whatever its growth', async () => {
    const result = await unpackGcode(gzipSync(print), { mostBytes: 1000 });
    expect(result).toMatchObject({ ok: false, refusal: { code: 'archive-too-large' } });
  });

  it('tells how far it is', async () => {
    const bytes = zipSync({ 'a.gcode': print }, { level: 0 });
    const seen: number[] = [];
    await unpackGcode(bytes, {
      onProgress: ({ packed, ofPacked }) => seen.push(packed / ofPacked),
    });
    expect(seen.at(-1)).toBe(1);
  });
});
