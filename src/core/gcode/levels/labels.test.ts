import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../../tests/support/printFiles';
import { LabelReader, type LayerMark } from './labels';
import { scanLine } from '../lines/scan';
import { Words } from '../lines/words';

function read(...lines: string[]): (LayerMark | null)[] {
  const reader = new LabelReader();
  const words = new Words();
  return lines.map((line) => {
    const bytes = bytesOf(line);
    scanLine(bytes, 0, bytes.length, words);
    return words.commentStart < 0 ? null : reader.read(bytes, words);
  });
}

describe('LabelReader', () => {
  it.each([
    [';Layer = 10', '10'],
    ['; layer 10', '10'],
    ['; layer 10 of 40', '10'],
    ['; --- layer 7 ---', '7'],
    ['; layer_no: -2', '-2'],
    ['(layer 5)', '5'],
    ['; begin layer 3', '3'],
    ['; Layer #12', '12'],
  ])('reads the number in %j', (line, label) => {
    expect(read(line)[0]).toMatchObject({ kind: 'number', label });
  });

  it.each([
    '; layer_thickness = 0.2',
    ';Layer thickness 0.2',
    ';LAYERS_IN_ALL=40',
    '; first layer 0.24 mm',
    '; layers: 40',
    '; layer 0.2',
    '; 3 players',
    `; layer 4 ${'x'.repeat(100)}`,
  ])('finds no label in %j', (line) => {
    expect(read(line)[0]).toBeNull();
  });

  it.each([
    [['; Layer-Change', '; z = 2.04'], 2.04],
    [['; change layer', '; Z-height 2.04'], 2.04],
    [['; NEXT LAYER', '; 2.04 mm'], 2.04],
  ])('waits for the Z after %j', (lines, z) => {
    expect(read(...lines).at(-1)).toMatchObject({ kind: 'change', z });
  });

  it('takes a Z on the same line', () => {
    expect(read('; layer 3 (z: 0.84)')[0]).toMatchObject({ kind: 'number', label: '3', z: 0.84 });
  });
});
