import { describe, expect, it } from 'vitest';
import { changePrint } from '../../../../tests/support/changePrints';
import { bytesOf } from '../../../../tests/support/printFiles';
import { sourceOf } from '../../byteSource';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { readGcode } from '../../read/reader';
import { findParts } from '../../write/request/partsRequest';
import { foundParts } from '../parts';
import { namesOfStops } from './namesOfStops';

const names = (...says: readonly (string | null)[]) =>
  namesOfStops(says.map((one) => ({ says: one })));

describe('filaments that stops name', () => {
  it('are what they show, without what only counts', () => {
    expect(names('Ochre', 'Bone white', 'ochre')).toEqual(['ochre', 'bone white', 'ochre']);
    expect(names('1/4 Ochre', '2/4 Bone white', '3/4 Ochre')).toEqual([
      'ochre',
      'bone white',
      'ochre',
    ]);
    expect(names('PLA 2', 'PLA 3', 'PLA 2')).toEqual(['pla 2', 'pla 3', 'pla 2']);
  });

  it.each([
    ['all the same', ['Next colour', 'Next colour']],
    ['each a count', ['Change 1', 'Change 2', 'Change 3']],
    ['some silent', ['Ochre', null, 'Ochre']],
  ])('are none where texts are %s', (_why, says) => {
    expect(names(...says).every((name) => name === null)).toBe(true);
  });
});

describe('parts of a file whose stops name filaments', () => {
  const FILAMENTS = ['Peat black', 'Bone white', 'Reed green'];
  // Parts of one shape, one over the other in turns: by their shapes they would be taken for each other.
  const layers = [
    [0, 1],
    [1, 2],
    [2, 0],
    [0, 1, 2],
  ];

  it.each([
    ['the stop', (tool: number) => [`M0 ${FILAMENTS[tool]}`]],
    ['a message before it', (tool: number) => [`M117 ${FILAMENTS[tool]}`, 'M600']],
  ])('are told apart by what %s says', async (_by, change) => {
    const text = changePrint({ tools: 3, layers, layout: 'shared line', change });
    const reading = readGcode(bytesOf(text), ORDINARY_PROFILE);
    const { stretches } = await findParts(sourceOf(bytesOf(text)), reading, ORDINARY_PROFILE);
    const keys = foundParts(reading, stretches);
    // Printed on with the same filament, two layers have no stop between them.
    expect(keys).toEqual(['P1', 'P2', 'P2', 'P3', 'P3', 'P1', 'P1', 'P2', 'P3']);
  });
});
