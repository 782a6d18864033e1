import { expect, it } from 'vitest';
import { checksFor, IN_PARTS, touching } from '../../../tests/support/checkCases';

it.each([
  [0.05, 'good-to-know'],
  [0.15, 'may-fail'],
  [0.3, 'will-fail'],
])('a cone that comes %s mm deep to a neighbour is told as %s', async (depthMm, level) => {
  const { checks } = await checksFor({ ...IN_PARTS, parts: { dip: touching(depthMm) } });
  const found = checks.find(({ code }) => code === 'touches-neighbour');
  expect(found).toMatchObject({ level });
  expect(found?.sentence).toContain(`${depthMm.toFixed(2)} mm deep`);
  expect(found?.sentence).toContain('12 mm of higher outline');
});

it('nothing is said of orders and neighbours that are not known yet, or not there', async () => {
  const { checks } = await checksFor({ ...IN_PARTS, parts: { fewest: null, dip: null } });
  const codes = checks.map(({ code }) => code);
  expect(codes).not.toContain('absurd-count');
  expect(codes).not.toContain('touches-neighbour');
  expect(codes).toContain('first-layer-colours');
});
