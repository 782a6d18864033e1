import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { bottomOf } from '../../layers';
import { readGcode } from '../../read/reader';
import { ORDINARY_PRINTER } from '../../motion/limits';
import { commaMeaning, readPlaces, withDecimalPoints, type PlaceKind } from './typedPlaces';

const { layers } = readGcode(
  bytesOf(writePrint({ layers: 30, firstLayer: 0.2 })),
  ORDINARY_PRINTER,
);

const at = (text: string, kind: PlaceKind = 'layer') =>
  readPlaces(text, kind, layers).map(({ kind: found, layer }) => `${found} ${layer}`);

describe('places as people type them', () => {
  it.each([
    ['13', 'layer', ['layer 13']],
    ['layers 13, 21', 'height', ['layer 13', 'layer 21']],
    ['1, 2, 3.4 mm', 'layer', ['height 6', 'height 11', 'height 18']],
    ['1.0 2.0', 'layer', ['height 6', 'height 11']],
    ['2 mm', 'layer', ['height 11']],
    ['2mm,layer 5', 'layer', ['height 11', 'layer 5']],
    ['label 10', 'layer', ['label 11']],
    ['10', 'label', ['label 11']],
    ['.8mm', 'layer', ['height 5']],
    ['Layer 7; layer 9\n12', 'height', ['layer 7', 'layer 9', 'layer 12']],
    ['11, 26, 3.9', 'layer', ['layer 11', 'layer 26', 'height 21']],
    ['2.4, 3, 5.2', 'layer', ['height 13', 'height 16', 'height 27']],
    ['nothing here', 'layer', []],
  ] as const)('%s, when plain numbers are %ss', (text, kind, expected) => {
    expect(at(text, kind)).toEqual(expected);
  });

  it('says that a number with decimals among layers is taken as a height', () => {
    const [, place] = readPlaces('11, 3.9, 12', 'layer', layers);
    expect(place.answer).toMatch(/^It has decimals, so it is read as a height\./);
    expect(readPlaces('3.9 mm', 'layer', layers)[0].answer).not.toMatch(/decimals/);
  });

  it.each([
    ['2,4', false, 'either'],
    ['2,4', true, 'decimal'],
    ['2,4 mm', true, 'decimal'],
    ['13,21', false, 'list'],
    ['2,45', false, 'decimal'],
    ['2,4; 3,6', false, 'decimal'],
    ['2,4, 3,6', false, 'decimal'],
    ['2,4\n3,6', false, 'decimal'],
    ['2,5,9', true, 'list'],
    ['layers 13,21', true, 'list'],
    ['2.4,3.6', true, 'list'],
    ['13, 21', true, 'list'],
  ] as const)(
    'in %j, when the person writes a decimal comma: %s, commas are: %s',
    (text, own, meaning) => {
      expect(commaMeaning(text, layers, own)).toBe(meaning);
    },
  );

  it('reads decimal commas as points', () => {
    expect(withDecimalPoints('2,4; 3,65 mm, 7')).toBe('2.4; 3.65 mm, 7');
  });

  it('says what a height is rounded to, and offers the neighbour', () => {
    const [place] = readPlaces('2.33 mm', 'layer', layers);
    expect(place).toMatchObject({ layer: 13, other: 12 });
    expect(place.answer).toBe(
      '2.33 mm lies inside layer 12, which runs from 2.20 to 2.40 mm; the swap goes before layer 13, at 2.40 mm, 0.07 mm higher.',
    );
  });

  it.each([
    ['0 mm', /first load/],
    ['layer 1', /first load/],
    ['layer 31', /no layer 31; the print has layers 1 to 30/],
    ['99 mm', /ends at 6\.00 mm/],
    ['label 77', /No layer is labelled 77/],
    ['-3 mm', /first load/],
  ])('%s has no place, and the answer says why', (text, answer) => {
    const [place] = readPlaces(text, 'layer', layers);
    expect(place.layer).toBeNull();
    expect(place.answer).toMatch(answer);
  });

  it('finds the layer that starts nearest to any height in the print', () => {
    const top = layers[layers.length - 1];
    fc.assert(
      fc.property(fc.integer({ min: 30, max: Math.floor(bottomOf(top) * 100) }), (hundredths) => {
        const height = hundredths / 100;
        const [{ layer }] = readPlaces(`${height.toFixed(2)} mm`, 'layer', layers);
        const distance = (one: number) => Math.abs(bottomOf(layers[one - 1]) - height);
        const nearest = Math.min(...layers.slice(1).map(({ number }) => distance(number)));
        expect(layer && distance(layer)).toBeLessThan(nearest + 1e-6);
      }),
      { seed: 57 },
    );
  });

  it('never throws, whatever is pasted', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        for (const { layer } of readPlaces(text, 'layer', layers)) {
          expect(layer === null || (layer > 1 && layer <= 30)).toBe(true);
        }
      }),
      { seed: 59 },
    );
  });
});
