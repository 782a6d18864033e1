import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapedPrint } from '../../../tests/support/fuzz/fuzzShapes';
import { bytesOf } from '../../../tests/support/printFiles';
import { randomFrom } from '../../../tests/support/fuzz/random';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { ORDINARY_PRINTER } from '../motion/limits';
import { NO_LINES } from '../geometry/raster/lineSink';
import { GcodeReader, readGcode } from './reader';
import { timesOf, withTimes } from './times';

const [OTHER] = EXAMPLE_PRINTERS;

describe('the times of another printer', () => {
  it('are those of reading the file for it, to the last digit', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const bytes = bytesOf(shapedPrint(randomFrom(seed)).text);
        const reading = readGcode(bytes, ORDINARY_PRINTER);
        const reader = new GcodeReader(OTHER, NO_LINES);
        reader.push(bytes);
        const timed = withTimes(reading, timesOf(reader.finish(), reading.firstSections));
        const read = readGcode(bytes, OTHER);
        const secondsOf = ({ layers, seconds, secondsBefore, secondsAfter }: typeof read) => [
          layers.map((layer) => layer.seconds),
          seconds,
          secondsBefore,
          secondsAfter,
        ];
        expect(secondsOf(timed)).toEqual(secondsOf(read));
      }),
      { seed: 89, numRuns: 20 },
    );
  });
});
