import { expect, it } from 'vitest';
import { bytesOf } from '../../../../tests/support/printFiles';
import { partsPrint } from '../../../../tests/support/partsPrints';
import { sourceOf } from '../../byteSource';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { analysePrint } from '../../print/analysis';
import { readGcode } from '../../read/reader';
import { sectionPicture } from '../../read/sectionPicture';
import { foundParts } from '../parts';
import { partAnalysis } from './partAnalysis';

it('finds what shows of each part, and adds up to the whole print', async () => {
  // The second block ends at layer 3, the third one at layer 5.
  const text = partsPrint({
    layers: 8,
    tools: (layer) => (layer < 4 ? [0, 1, 2] : layer < 6 ? [0, 2] : [0]),
  });
  const input = bytesOf(text);
  const reading = readGcode(input, ORDINARY_PROFILE);
  const picture = await sectionPicture(sourceOf(input), reading, 1.75);
  const keys = foundParts(reading, []);
  const parts = ['T0', 'T1', 'T2'].map((part) => partAnalysis(reading, keys, part, picture));
  const last = parts.map(({ surface }) => surface.above[8]);
  const whole = analysePrint(reading);
  expect(last.reduce((sum, one) => sum + one, 0)).toBeCloseTo(whole.surface.above[8], 3);
  // A block that only ends has no step of its own, though the whole print has one there.
  expect(whole.steps.map(({ layer }) => layer)).toEqual([4, 6]);
  expect(parts.map(({ steps }) => steps)).toEqual([[], [], []]);
  const [, second] = parts;
  expect([second.surface.above[2], second.surface.above[3]]).toEqual([0, second.surface.above[8]]);
});
