import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { readGcode } from './reader';

const read = (text: string) => readGcode(bytesOf(text), ORDINARY_PRINTER);
const heights = (text: string) => read(text).layers.map((layer) => Number(layer.z.toFixed(3)));
const codes = (text: string) => read(text).findings.map((finding) => finding.code);

/** A filled square of 8 mm with its corner at (x, y), in relative extrusion. */
function square(x: number, y = 20): string {
  const lines = [`G0 X${x} Y${y}`];
  for (let row = 0; row <= 8; row++)
    lines.push(`G1 X${x + (row % 2 ? 0 : 8)} E0.4`, `G1 Y${y + row} E0.02`);
  return `${lines.join('\n')}\n`;
}

describe('levels that are layers', () => {
  it('of any heights, thin and thick', () => {
    const zs = [0.3, 0.4, 0.52, 0.8, 0.88];
    const text = `M83\n${zs.map((z) => `G0 Z${z}\n${square(20)}`).join('')}`;
    expect(heights(text)).toEqual(zs);
    expect(read(text).layers.map((layer) => Number(layer.thickness.toFixed(2)))).toEqual([
      0.3, 0.1, 0.12, 0.28, 0.08,
    ]);
  });

  it('of a raft with labels below zero', () => {
    const text = `M83\n${[-2, -1, 0, 1].map((n, i) => `; layer ${n}\nG0 Z${0.3 + i * 0.2}\n${square(20)}`).join('')}`;
    const { layers, findings } = read(text);
    expect(layers.map((layer) => layer.label)).toEqual(['-2', '-1', '0', '1']);
    expect(findings).toEqual([]);
  });

  it('of supports alone', () => {
    const text = `M83\n; layer 0\nG0 Z0.2\n${square(20)}; layer 1\nG0 Z0.3\n${square(60)}; layer 2\nG0 Z0.4\n${square(20)}`;
    expect(heights(text)).toEqual([0.2, 0.3, 0.4]);
  });

  it('in inches, with an origin moved by G92', () => {
    const text = 'G20\nM83\nG92 X1 Y1\nG0 Z0.01 X2 Y2\nG1 X3 E0.1\nG0 Z0.02\nG1 X2 E0.1\n';
    const { layers, units } = read(text);
    expect(units).toBe('inch');
    expect(layers.map((layer) => Number(layer.z.toFixed(3)))).toEqual([0.254, 0.508]);
    expect(layers[0].filamentMm).toBeCloseTo(2.54);
    expect(layers[0].state.x).toBeCloseTo(25.4);
  });
});

describe('levels that are none', () => {
  it.each([
    ['a hop before the retraction', 'G0 Z0.8\nG1 E-1\nG0 X60\nG0 Z0.2\nG1 E1\n'],
    ['a hop after the retraction', 'G1 E-1\nG0 Z0.8\nG0 X60\nG1 E1\nG0 Z0.2\n'],
    [
      'a hop kept over several travels',
      'G1 E-1\nG0 Z0.8\nG0 X60\nG0 Y60\nG0 X20\nG0 Z0.2\nG1 E1\n',
    ],
    ['a wipe while pulling back', 'G1 X25 E-0.4\nG1 X30 E-0.4\nG1 E0.8\n'],
    ['a firmware retraction', 'G10\nG0 X60\nG11\n'],
    ['ironing at the same height', 'G1 X28 Y20 E0.01\nG1 X20 Y21 E0.01\n'],
  ])('%s', (_name, between) => {
    const text = `M83\nG0 Z0.2\n${square(20)}${between}${square(20, 40)}G0 Z0.4\n${square(20)}`;
    expect(heights(text)).toEqual([0.2, 0.4]);
  });

  it('a purge block at heights of its own, below and above the layer', () => {
    for (const comment of [(n: number) => `; layer ${n}\n`, () => '']) {
      for (const offset of [-0.06, 0.07]) {
        let text = 'M83\n';
        for (let n = 0; n < 4; n++) {
          const z = 0.3 + n * 0.2;
          const block = `G0 X90 Y90 Z${z + offset}\nG1 X94 E0.2\nG1 Y94 E0.2\nG1 X90 E0.2\n`;
          text += `${comment(n)}G0 Z${z}\n${square(20)}${block}`;
        }
        expect(heights(text)).toEqual([0.3, 0.5, 0.7, 0.9]);
        if (offset > 0) expect(codes(text)).toContain('purge-block');
      }
    }
  });

  it('a priming line at any height, also when the first layer is lower', () => {
    for (const z of [0.15, 0.2, 0.5]) {
      const text = `M83\nG0 X5 Y5 Z${z}\nG1 Y100 E9\nG1 X5.4\nG1 Y5 E9\nG92 E0\nG0 Z0.2\n${square(40)}G0 Z0.4\n${square(40)}`;
      expect(heights(text)).toEqual([0.2, 0.4]);
    }
  });

  it('a seam that ramps up; the stop goes before the ramp', () => {
    const ramp = (z: number) =>
      `G1 E-0.8\nG0 X20 Y20\nG1 E0.8\nG1 X22 Z${z - 0.15} E0.05\nG1 X24 Z${z - 0.08} E0.08\nG1 X26 Z${z} E0.1\n`;
    const text = `M83\nG0 Z0.2\n${square(20)}${ramp(0.4)}${square(20)}${ramp(0.6)}${square(20)}`;
    const { layers } = read(text);
    expect(layers.map((layer) => layer.z)).toEqual(
      [0.2, 0.4, 0.6].map((z) => expect.closeTo(z, 6)),
    );
    for (const layer of layers.slice(1)) {
      expect(text.slice(layer.restartOffset)).toMatch(/^G1 E0.8\nG1 X22/);
    }
  });
});

describe('a skirt', () => {
  it('belongs to layer 1 and to no step', () => {
    const ring = 'G0 X10 Y10 Z0.2\nG1 X40 E1\nG1 Y40 E1\nG1 X10 E1\nG1 Y10 E1\n';
    const text = `M83\n${ring}${square(20)}G0 Z0.4\n${square(20)}`;
    const reading = read(text);
    expect(reading.layers).toHaveLength(2);
    expect(reading.skirtMm2).toBeGreaterThan(30);
  });
});

describe('a spiral', () => {
  const turns = 6;
  let text = 'M83\nG0 X30 Y20 Z0.2\n';
  for (let i = 0; i <= 60; i++)
    text += `G1 X${20 + 10 * Math.cos(i / 9.55)} Y${20 + 10 * Math.sin(i / 9.55)} E0.05\n`;
  for (let i = 1; i <= 60 * turns; i++) {
    const angle = (i / 60) * 2 * Math.PI;
    const z = (0.2 + (i / 60) * 0.2).toFixed(5);
    text += `G1 X${(20 + 10 * Math.cos(angle)).toFixed(3)} Y${(20 + 10 * Math.sin(angle)).toFixed(3)} Z${z} E0.05\n`;
  }

  it('is called continuous, and its layers begin where it crosses their height', () => {
    const { continuous, layers, findings } = read(text);
    expect(continuous).toBe(true);
    expect(findings.map((finding) => finding.code)).toContain('continuous');
    expect(layers.map((layer) => Number(layer.z.toFixed(2)))).toEqual([
      0.2, 0.4, 0.6, 0.8, 1, 1.2, 1.4,
    ]);
    const line = text.split('\n')[layers[3].firstLine - 1];
    expect(Number(/Z([\d.]+)/.exec(line)?.[1])).toBeCloseTo(layers[3].z, 2);
  });
});

describe('labels', () => {
  it('that skip or repeat are reported', () => {
    const text = `M83\n; layer 0\nG0 Z0.2\n${square(20)}; layer 2\nG0 Z0.4\n${square(20)}`;
    expect(codes(text)).toEqual(['label-mismatch']);
  });

  it('whose height is not the printed one are reported', () => {
    const wrong = `M83\n; next layer\n; z = 0.25\nG0 Z0.2\n${square(20)}; next layer\n; z = 0.4\nG0 Z0.4\n${square(20)}`;
    expect(codes(wrong)).toEqual(['label-mismatch']);
    expect(codes(wrong.replace('0.25', '0.2'))).toEqual([]);
  });
});

describe('arcs', () => {
  it('print, travel and rise', () => {
    const text =
      'M83\nG0 X30 Y20 Z0.2\nG3 X20 Y30 I-10 J0 E1\nG2 X30 Y20 I0 J-10 E1\nG2 X30 Y20 Z0.6 I5 J0\nG0 Z0.4\nG3 X10 Y20 R10 E1\n';
    const { layers, footprint } = read(text);
    expect(layers.map((layer) => layer.z)).toEqual([0.2, 0.4]);
    expect(layers[0].footprintMm2).toBeGreaterThan(5);
    expect(footprint.rows * footprint.cellMm).toBeGreaterThan(9);
  });

  it('of impossible numbers are reported and taken as straight', () => {
    const { findings, layers } = read('M83\nG0 Z0.2\nG3 X20 Y30 R1 E1\n');
    expect(findings.map((finding) => finding.code)).toEqual(['impossible-arc']);
    expect(layers).toHaveLength(1);
  });
});

describe('thumbnails and settings in comments', () => {
  it('are passed over', () => {
    const picture = Array.from({ length: 40 }, () => `; ${'iVBORw0KGgoLAYER'.repeat(6)}`).join(
      '\n',
    );
    const text = `${picture}\n; layer_thickness = 0.2\nM83\n; layer 0\nG0 Z0.2\n${square(20)}; layer 1\nG0 Z0.4\n${square(20)}`;
    expect(read(text).layers.map((layer) => layer.label)).toEqual(['0', '1']);
    expect(codes(text)).toEqual([]);
  });
});
