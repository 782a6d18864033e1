import { gzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { bytesOf, textOf, writePrint } from '../../../tests/support/printFiles';
import { unpackGcode } from './unpack';

const print = bytesOf(writePrint());

describe('unpackGcode', () => {
  it.each([
    ['plain', print],
    ['gzip', gzipSync(print)],
    ['zip with one file', zipSync({ 'plates/seven.gcode': print, 'notes.txt': bytesOf('hi') })],
  ])('finds the G-code in %s', (_name, bytes) => {
    const result = unpackGcode(bytes);
    expect(result.ok && textOf(result.value)).toBe(textOf(print));
  });

  it.each([
    ['nothing', new Uint8Array(0), 'empty-file', /0 bytes/],
    ['a gzip of nothing', gzipSync(new Uint8Array(0)), 'empty-file', /gzip file is empty/],
    ['half a gzip', gzipSync(print).subarray(0, 40), 'damaged-archive', /damaged or cut off/],
    [
      'half a zip',
      zipSync({ 'a.gcode': print }).subarray(0, 60),
      'damaged-archive',
      /zip file is damaged/,
    ],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10]), 'not-gcode', /picture \(PNG\)/],
    ['a photo', new Uint8Array([0xff, 0xd8, 0xff, 0xe0]), 'not-gcode', /picture \(JPEG\)/],
    ['a binary model', new Uint8Array(200), 'not-gcode', /binary file/],
    ['a zip without G-code', zipSync({ 'a.txt': print }), 'archive-contents', /no G-code/],
    [
      'a zip with two',
      zipSync({ 'a.gcode': print, 'b.g': print }),
      'archive-contents',
      /2 G-code files/,
    ],
  ])('refuses %s in words', (_name, bytes, code, message) => {
    const result = unpackGcode(bytes);
    expect(result).toMatchObject({ ok: false, refusal: { code } });
    expect(!result.ok && result.refusal.message).toMatch(message);
  });
});
