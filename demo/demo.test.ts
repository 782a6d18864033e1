import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { readGcode } from '../src/core/gcode/reader';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { HIDE_PLATE, makeHidePlate } from './jobs/hidePlate';

const shipped = (name: string): string =>
  readFileSync(fileURLToPath(new URL(`../public/demo/${name}`, import.meta.url)), 'utf8');

describe('Hide plate 7', () => {
  const text = makeHidePlate();
  const reading = readGcode(new TextEncoder().encode(text), ORDINARY_PRINTER);
  const top = (layer: number): number => Number(reading.layers[layer - 1].z.toFixed(2));

  it('is shipped as the generator makes it', () => {
    expect(shipped('hide-plate-7.gcode')).toBe(text);
  });

  it('changes at whole layers', () => {
    expect([top(10), top(25), top(40)]).toEqual([
      HIDE_PLATE.base,
      HIDE_PLATE.border,
      HIDE_PLATE.number,
    ]);
  });

  it('prints inside of its outline, with solid and open layers', () => {
    const [bottom, , , open] = reading.layers;
    expect(bottom.footprintMm2 - reading.skirtMm2).toBeCloseTo(84 * 56 - (4 - Math.PI) * 36, -2);
    expect(open.footprintMm2).toBeLessThan(0.3 * bottom.footprintMm2);
    expect(open.spanMm2).toBeGreaterThan(0.95 * (bottom.spanMm2 - reading.skirtMm2));
  });

  it('is a print that could be printed: heated, primed, and shut down', () => {
    expect(reading.findings).toEqual([]);
    expect(reading.filamentMm).toBeGreaterThan(
      reading.layers.reduce((sum, l) => sum + l.filamentMm, 0) + 20,
    );
    expect(text).toMatch(/M190 S60[^]*M109 S205[^]*G28/);
    expect(text.trimEnd()).toMatch(/M104 S0\nM140 S0\n[^]*M84$/);
  });
});
