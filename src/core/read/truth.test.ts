import { describe, expect, it } from 'vitest';
import { square, tower } from '../../../tests/support/blocksOfLines';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { readGcode } from './reader';

const read = (text: string) => readGcode(bytesOf(text), ORDINARY_PRINTER);
const heights = (text: string) => read(text).layers.map((layer) => Number(layer.z.toFixed(3)));
const labels = (text: string) => read(text).layers.map((layer) => layer.label);
const codes = (text: string) => read(text).findings.map((finding) => finding.code);

const PRIME = 'G0 X3 Y5 Z0.3\nG1 Y100 E9\nG1 X3.5\nG1 Y5 E9\nG92 E0\n';

describe('labels never take printed layers away', () => {
  it('that begin with the second layer', () => {
    const text = `M83\nG0 Z0.2\n${square(20)}; layer 1\n${tower([0.4], 20)}; layer 2\n${tower([0.6], 20)}`;
    expect(labels(text)).toEqual([null, '1', '2']);
  });

  it.each([
    ['a stray note', '; layer 7\n'],
    ['a stray note about a height', '; layer change at z 4\n'],
    ['a note on the display', 'M117 layer 7\n'],
  ])('%s is no label', (_name, note) => {
    const zs = [0.2, 0.4, 0.6, 0.8, 1, 1.2, 1.4, 1.6];
    const text = `M83\n${tower(zs.slice(0, 6), 20)}${note}${tower(zs.slice(6), 20)}`;
    expect(heights(text)).toEqual(zs);
    expect(labels(text)).toEqual(zs.map(() => null));
  });

  it.each([
    '; layer 1 fan speed = 20\n',
    '; layer 1 fan speed = 20\n; layer 2 fan speed = 60\n; layer 3 fan speed = 100\n',
    '; layer 1: slow\n',
  ])('a setting in the header (%j) makes neither the priming a layer nor the print one', (note) => {
    const plain = `M83\n${note}${PRIME}${tower([0.2, 0.4, 0.6], 40)}`;
    expect(heights(plain)).toEqual([0.2, 0.4, 0.6]);
    expect(labels(plain)).toEqual([null, null, null]);
    const labelled = `M83\n${note}${PRIME}${[0, 1, 2].map((n) => `; layer ${n}\n${tower([0.2 + n * 0.2], 40)}`).join('')}`;
    expect(labels(labelled)).toEqual(['0', '1', '2']);
  });

  it('a note in the header that looks like a label makes the priming no layer', () => {
    for (const count of [3, 14]) {
      const layers = Array.from(
        { length: count },
        (_, n) => `; layer ${n}\n${tower([0.2 + n * 0.2], 40)}`,
      );
      const text = `M83\n; layer 1\n${PRIME}${layers.join('')}`;
      expect(labels(text)).toEqual(layers.map((_, n) => String(n)));
    }
  });

  it('comments that contradict the moves are said and not used', () => {
    const text = `M83\n${[9, 4, 6, 1].map((n, i) => `; layer ${n}\n${tower([0.2 + i * 0.2], 20)}`).join('')}`;
    expect(labels(text)).toEqual([null, null, null, null]);
    expect(codes(text)).toContain('label-mismatch');
  });

  it.each([
    '; layer %/4',
    '; Layer: %/4',
    '; layer=%/4, z %z',
    '; --- layer % of 4',
    'M117 Layer %/4',
  ])('reads the shape %j', (shape) => {
    const text = `M83\n${[1, 2, 3, 4].map((n) => `${shape.replace('%z', String(n * 0.2)).replace('%', String(n))}\n${tower([n * 0.2], 20)}`).join('')}`;
    expect(labels(text)).toEqual(['1', '2', '3', '4']);
    expect(codes(text)).toEqual([]);
  });
});

describe('priming', () => {
  const rest = tower([0.2, 0.4], 40);
  it.each([
    ['a line and back', PRIME],
    [
      'a zigzag of many lines',
      `G0 X2 Y5 Z0.2\n${Array.from({ length: 60 }, (_, i) => `G1 X${i % 2 ? 2 : 7} Y${5 + i} E0.3\n`).join('')}G92 E0\n`,
    ],
    ['a line without a reset, at another height', PRIME.replace('G92 E0\n', '')],
    [
      'a frame round the bed, then a reset',
      'G0 X5 Y5 Z0.35\nG1 X200 E9\nG1 Y200 E9\nG1 X5 E9\nG1 Y5 E9\nG92 E0\n',
    ],
  ])('is told from layers: %s', (_name, prime) => {
    const reading = read(`M83\n${prime}${rest}`);
    expect(reading.layers.map(({ z }) => z)).toEqual([0.2, 0.4]);
    expect(reading.priming).toHaveLength(1);
  });

  it('is none when something is printed on it', () => {
    const wall = (z: number): string => `G0 X40 Y20 Z${z}\nG1 Y60 E2\nG1 X40.4\nG1 Y20 E2\n`;
    expect(heights(`M83\n${wall(0.2)}G92 E0\n${wall(0.4)}${wall(0.6)}`)).toEqual([0.2, 0.4, 0.6]);
  });

  it('is none when it is wide and the extruder is not reset', () => {
    const raft = `G0 Z0.3\n${square(20, 20, 60)}`;
    expect(
      heights(`M83\n${raft}; layer 1\n${tower([0.5], 100)}; layer 2\n${tower([0.7], 100)}`),
    ).toEqual([0.3, 0.5, 0.7]);
  });

  it('leaves a skirt with its layer', () => {
    const skirt = 'G0 X10 Y10 Z0.2\nG1 X70 E3\nG1 Y70 E3\nG1 X10 E3\nG1 Y10 E3\nG92 E0\n';
    const reading = read(`M83\n${skirt}${rest}`);
    expect(reading.layers).toHaveLength(2);
    expect(reading.skirtMm2).toBeGreaterThan(60);
  });
});

describe('a first layer that is none', () => {
  it.each([
    [[0.6, 0.8], 'thick-first-layer'],
    [[3.2, 3.4], 'first-layer-in-air'],
  ] as const)('is said loudly: %j', (zs, code) => {
    expect(read(`M83\n${tower(zs, 20)}`).findings).toContainEqual(
      expect.objectContaining({ code, severity: 'warning' }),
    );
  });
});

describe('objects one after another', () => {
  const cases = [1, 2, 3, 7].flatMap((count) =>
    ['plain', 'labelled', 'counted on'].map((kind) => [count, kind] as const),
  );
  it.each(cases)('of %d layers each, %s, keep all their layers', (count, kind) => {
    let n = 0;
    const object = (x: number): string =>
      Array.from({ length: count }, (_, i) => {
        const label = kind === 'labelled' ? `; layer ${i}\n` : `; layer ${n++}\n`;
        return (kind === 'plain' ? '' : label) + tower([Number((0.2 + i * 0.2).toFixed(2))], x);
      }).join('');
    const text = `M83\n${object(20)}G0 Z9\n${object(60)}G0 Z9\n${object(100)}`;
    const expected = Array.from({ length: count }, (_, i) => Number((0.2 + i * 0.2).toFixed(2)));
    // Of one layer each they are one layer, at one height.
    expect(heights(text)).toEqual(count === 1 ? [0.2] : [...expected, ...expected, ...expected]);
    expect(codes(text).includes('sequential-objects')).toBe(count > 1);
  });

  it('of which the last is one layer thin', () => {
    expect(heights(`M83\n${tower([0.2, 0.4], 20)}${tower([0.2], 60)}`)).toEqual([0.2, 0.4, 0.2]);
  });

  it('that stand close by each other', () => {
    const close = `M83\n${tower([0.2, 0.4], 20)}${tower([0.2, 0.4], 30)}`;
    expect(heights(close)).toEqual([0.2, 0.4, 0.2, 0.4]);
  });
});

describe('stops', () => {
  const text = writePrint({ layers: 4 });
  const at = (line: string, before: RegExp): string =>
    text.replace(before, (found) => `${line}\n${found}`);

  it('inside a layer belong to their place', () => {
    const inside = at('M600', /G1 X50 Y55 E[\d.]+\n/);
    expect(read(inside).stops).toMatchObject([{ command: 'M600', place: 'inside', layer: 1 }]);
    expect(read(inside).findings[0].message).toMatch(/inside layer 1/);
  });

  it.each([
    'M400 U1',
    'M125',
    'G4 S120',
    'G4 P90000',
    'M291 P"Put the magnets in (S1)" S3',
    'M0 S30',
    'PAUSE',
  ])('%s is one', (line) => {
    expect(read(at(line, /; layer 2/)).stops).toMatchObject([
      { command: line, place: 'before', layer: 3 },
    ]);
  });

  it.each(['M400', 'G4 S2', 'M291 P"Hello S3" S1', 'M117 M600'])('%s is none', (line) => {
    expect(read(at(line, /; layer 2/)).stops).toEqual([]);
  });
});

describe('filament given as a volume', () => {
  const section = (Math.PI / 4) * 1.75 ** 2;
  const plain = writePrint({ relativeE: true });
  const volumetric = plain
    .replace('G92 E0', 'M200 D1.75\nG92 E0')
    .replace(/ E(-?[\d.]+)/g, (_, e: string) => ` E${(Number(e) * section).toFixed(6)}`);

  it('is counted as what it is', () => {
    const [a, b] = [read(plain), read(volumetric)];
    expect(b.filamentMm).toBeCloseTo(a.filamentMm, 2);
    b.layers.forEach((layer, i) => {
      expect(layer.footprintMm2).toBeCloseTo(a.layers[i].footprintMm2, 1);
    });
  });

  it('in inches is not followed, and said', () => {
    expect(codes(`G20\n${volumetric}`)).toContain('unsupported-move');
  });
});

describe('moves of other kinds', () => {
  it('follows a spline: the path lies where it bends', () => {
    const text = 'M83\nG0 X20 Y20 Z0.2\nG5 X60 Y20 I0 J40 P0 Q40 E4\nG0 Z0.4\nG1 X20 E2\n';
    const { layers, findings, footprint } = read(text);
    expect(findings).toEqual([]);
    // A cubic with both handles 40 mm up reaches three quarters of that.
    expect(footprint.originY + footprint.rows * footprint.cellMm).toBeCloseTo(50, 0);
    expect(layers).toHaveLength(2);
  });

  it.each([
    ['a curve of higher order', 'G5.2 X10 Y10\n'],
    ['a print in another origin', 'G55\nG0 X20 Y20 Z0.2\n'],
    ['a curve of higher order that prints', 'G5.2 X10 Y10 E1\nG0 X20 Y20 Z0.2\n'],
    ['a return to a stored place', 'G61 X Y\n'],
    ['a number that is none', 'G1 X1.2.3\n'],
    ['an axis without its number', 'G1 X Y20\n'],
    ['two commands on a line', 'G90 G1 X20\n'],
  ])('says that it cannot follow %s', (_name, line) => {
    expect(codes(`M83\nG0 Z0.2\n${line}${square(20)}`)).toContain('unsupported-move');
  });

  it('takes arcs in another plane for curves that do not fit', () => {
    const text = `M83\nG0 Z0.2\nG18\nG2 X22 Y22 Z0.2 I2 J0 E1\nG17\n${square(20)}`;
    expect(codes(text)).toContain('impossible-arc');
  });

  it('goes on when the file says again where the head is', () => {
    expect(codes(`M83\nG27\nG0 X20 Y20 Z0.2\n${square(20)}`)).toEqual([]);
  });

  it('minds nothing that stands behind the last printing move', () => {
    const text = `M83\nM104 S200\nG0 Z0.2\n${square(20)}G91 G1 Z5\nG1 X\nM104 S0\n`;
    expect(codes(text)).toEqual(['two-commands']);
  });

  it('says where firmwares disagree on how filament counts', () => {
    expect(codes(`M83\nG90\nG0 Z0.2\n${square(20)}`)).toContain('ambiguous-extrusion');
    expect(codes(`G90\nM83\nG0 Z0.2\n${square(20)}`)).toEqual([]);
  });
});

describe('a file that is cut off', () => {
  const whole = writePrint({ layers: 5, retract: 0, comments: 'number' });
  it('is noticed wherever a line or a number ends', () => {
    const start = whole.indexOf('; layer 1');
    for (let end = start; end < whole.indexOf('M104 S0'); end += 37) {
      const found = codes(whole.slice(0, end));
      expect(found.includes('seems-cut-off') || found.includes('cut-off')).toBe(true);
    }
  });

  it('is noticed at the end of any line that prints', () => {
    const ends = [...whole.matchAll(/ E[\d.]+( F\d+)?\n/g)].map(
      ({ index, 0: { length } }) => index + length,
    );
    for (const end of ends.filter((_, i) => i % 17 === 3)) {
      expect(codes(whole.slice(0, end))).toContain('seems-cut-off');
    }
    expect(codes(whole)).toEqual([]);
  });

  it('is noticed by labels that promise more', () => {
    const text = `M83\n${[1, 2, 3].map((n) => `; layer ${n} of 9\n${tower([n * 0.2], 20)}`).join('')}`;
    expect(codes(text)).toContain('seems-cut-off');
  });

  it('is not seen where the first of the labels is missing', () => {
    const labelled = [1, 2, 3].map((n) => `; layer ${n} of 4\n${tower([0.2 + n * 0.2], 20)}`);
    expect(codes(`M83\n${tower([0.2], 20)}${labelled.join('')}`)).not.toContain('seems-cut-off');
  });

  it('with the heaters on is said apart', () => {
    expect(codes(whole.replace('M104 S0\n', ''))).toContain('heaters-left-on');
  });
});

describe('stated times', () => {
  it.each([
    ['; model printing time: 1h 2m; total estimated time: 1h 12m\n', 4320],
    ['; model print time: 40m\n; total print time: 48m\n', 2880],
    ['; total print time: 48m\n; model print time: 40m\n', 2880],
    ['; print time: 01:23:45\n', 5025],
    ['; estimated time 1d 2:03:04\n', 93784],
    ['M73 P0 R83\nM73 P1 R82\n', 4980],
    ['M73 P0 R83\n; print time: 90m\n', 5400],
  ])('%j', (header, seconds) => {
    expect(read(header + writePrint()).statedSeconds).toBe(seconds);
  });

  it('that the printer shows as time left are said to know nothing of swaps', () => {
    expect(codes(`M73 P0 R83\n${writePrint()}`)).toEqual(['remaining-times']);
  });
});
