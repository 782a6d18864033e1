import { describe, expect, it } from 'vitest';
import { ORDINARY_PRINTER } from '../motion/limits';
import { parsePrinter } from './printerFile';

describe('parsePrinter', () => {
  it('lays what is given over the ordinary printer', () => {
    const result = parsePrinter({
      limits: { maxFeed: { x: 90 }, corner: { kind: 'deviation', mm: 0.03 } },
      homingSeconds: 9,
      name: 'Bench printer',
    });
    expect(result).toEqual({
      ok: true,
      value: {
        ...ORDINARY_PRINTER,
        homingSeconds: 9,
        limits: {
          ...ORDINARY_PRINTER.limits,
          maxFeed: { ...ORDINARY_PRINTER.limits.maxFeed, x: 90 },
          corner: { kind: 'deviation', mm: 0.03 },
        },
      },
    });
  });

  it('keeps the jerks that are not named', () => {
    const result = parsePrinter({ limits: { corner: { kind: 'jerk', x: 12 } } });
    expect(result.ok && result.value.limits.corner).toMatchObject({ kind: 'jerk', x: 12, y: 8 });
  });

  it.each([
    { limits: { maxFeed: { x: -1 } } },
    { homingSeconds: 'long' },
    { limits: { corner: { kind: 'round' } } },
    [],
    'text',
  ])('refuses %j', (json) => {
    expect(parsePrinter(json)).toMatchObject({ ok: false, refusal: { code: 'bad-printer' } });
  });
});
