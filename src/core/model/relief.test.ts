import { expect, it } from 'vitest';
import { boxTriangles } from '../../../tests/support/modelFiles';
import { reliefOf } from './relief';

it('a relief stands where its model stands on the bed, away from its corner too', () => {
  const corners = Float32Array.from(boxTriangles([10, 30, 0], [22, 36, 4]).flat(2));
  const { cellMm, originX, originY, columns, rows, top } = reliefOf({ corners, objects: [] });
  expect([originX, originY].map((one) => Math.round(one))).toEqual([10, 30]);
  const covered = [...top].filter((height) => height === 4).length * cellMm ** 2;
  expect(covered).toBeCloseTo(12 * 6, 0);
  expect(originX + columns * cellMm).toBeCloseTo(22, 0);
  expect(originY + rows * cellMm).toBeCloseTo(36, 0);
});
