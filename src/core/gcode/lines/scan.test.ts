import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../../tests/support/printFiles';
import { scanLine } from './scan';
import {
  ISSUE_AMBIGUOUS_NUMBER,
  ISSUE_BAD_CHECKSUM,
  ISSUE_BAD_NUMBER,
  ISSUE_TWO_COMMANDS,
  Words,
} from './words';

function scan(line: string): Words & { next: number } {
  const words = new Words();
  const bytes = bytesOf(line);
  return Object.assign(words, { next: scanLine(bytes, 0, bytes.length, words) });
}

/** The parameters as an object, for comparison. */
function parameters(words: Words): Record<string, number> {
  const found: Record<string, number> = {};
  for (let i = 0; i < 26; i++) {
    if ((words.mask & (1 << i)) !== 0) found[String.fromCharCode(65 + i)] = words.value[i];
  }
  return found;
}

describe('scanLine', () => {
  it.each([
    ['G1 X10 Y20.5 E1.25 F1800', { X: 10, Y: 20.5, E: 1.25, F: 1800 }],
    ['g1x10y20.5e1.25', { X: 10, Y: 20.5, E: 1.25 }],
    ['  G1\tX 10  Y\t20', { X: 10, Y: 20 }],
    ['G1 X.5 Y-.5 Z+1 E1.', { X: 0.5, Y: -0.5, Z: 1, E: 1 }],
    ['G1 X- 5', { X: -5 }],
    ['G1 X10 ; Y99', { X: 10 }],
    ['G1 X10 (Y99) Z3', { X: 10, Z: 3 }],
    ['N12 G1 X10', { X: 10 }],
    ['G1 X0.12345678901234567890', { X: 0.12345678901234568 }],
    ['\ufeffG1 X3', { X: 3 }],
  ])('reads %j', (line, expected) => {
    const words = scan(line);
    expect(String.fromCharCode(words.letter) + words.code).toBe('G1');
    expect(parameters(words)).toEqual(expected);
    expect(words.issues).toBe(0);
  });

  it.each([
    ['M117 M600 next', 'M600 next'],
    ['M0 Change to E green', 'Change to E green'],
    ['M118 G28 ; note', 'G28 '],
    ['PAUSE', 'PAUSE'],
    ['START_PRINT BED=60 X1', 'START_PRINT BED=60 X1'],
  ])('takes the argument of %j as text', (line, text) => {
    const words = scan(line);
    expect(line.slice(words.textStart, words.textEnd)).toBe(text);
    expect(words.mask).toBe(0);
  });

  it('tells macros from commands', () => {
    expect(scan('PAUSE').macro).toBe(true);
    expect(scan('G28 X').macro).toBe(false);
    expect(scan('G28 X').names('X')).toBe(true);
    expect(scan('G92.1').subcode).toBe(1);
  });

  it('takes an exponent as a number only where words are set apart, and reports it', () => {
    const spaced = scan('G1 X1e-3 Y2');
    expect(parameters(spaced)).toEqual({ X: 0.001, Y: 2 });
    expect(spaced.issues).toBe(ISSUE_AMBIGUOUS_NUMBER);
    expect(parameters(scan('G1X1E-3Y2'))).toEqual({ X: 1, E: -3, Y: 2 });
  });

  it.each([
    ['G1 X#5', ISSUE_BAD_NUMBER],
    ['G1 X 1e999', ISSUE_BAD_NUMBER],
    ['G90 G1 X1', ISSUE_TWO_COMMANDS],
    ['N3 G1 X1*99', ISSUE_BAD_CHECKSUM],
  ])('reports %j', (line, issue) => {
    expect(scan(line).issues & issue).toBe(issue);
  });

  it('accepts a right checksum', () => {
    const body = 'N3 T0';
    const sum = [...body].reduce((xor, c) => xor ^ c.charCodeAt(0), 0);
    expect(scan(`${body}*${sum}`).issues).toBe(0);
  });

  it.each([
    ['G1 X1\nG1', 6],
    ['G1 X1\r\nG1', 7],
    ['G1 X1\rG1', 6],
    ['G1 X1', 5],
    ['; only a comment\n', 17],
  ])('finds the next line of %j', (line, next) => {
    expect(scan(line).next).toBe(next);
  });

  it('reads any decimal number to the last digit', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.nat({ max: 6 }), (mantissa, decimals) => {
        const text = (mantissa / 10 ** decimals).toFixed(decimals);
        expect(parameters(scan(`G1 X${text}`)).X).toBeCloseTo(Number(text), 12);
      }),
      { seed: 7 },
    );
  });

  it('always moves on and never throws, whatever the bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 200 }), (bytes) => {
        const words = new Words();
        for (let at = 0; at < bytes.length;) {
          const next = scanLine(bytes, at, bytes.length, words);
          expect(next).toBeGreaterThan(at);
          at = next;
        }
      }),
      { seed: 11, numRuns: 500 },
    );
  });
});
