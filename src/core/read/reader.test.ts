import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  arbitraryStyle,
  bytesOf,
  LARGE_SIDE,
  SMALL_SIDE,
  topOf,
  writePrint,
} from '../../../tests/support/printFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { FootprintRaster } from '../geometry/raster/raster';
import { assembleReading } from './assemble';
import { GcodeReader, readGcode } from './reader';
import { bottomOf } from '../layers';

const read = (text: string) => readGcode(bytesOf(text), ORDINARY_PRINTER);

describe('readGcode', () => {
  it('finds the layers of any file by its moves', () => {
    fc.assert(
      fc.property(arbitraryStyle, (style) => {
        const { layers, extrusion, findings } = read(writePrint(style));
        expect(layers.map((layer) => Number(layer.z.toFixed(3)))).toEqual(
          Array.from({ length: style.layers }, (_, i) => topOf(style, i + 1)),
        );
        expect(layers.map((layer) => layer.label)).toEqual(
          layers.map((_, i) => (style.comments === 'number' ? String(i) : null)),
        );
        expect(bottomOf(layers[0])).toBeCloseTo(0);
        expect(layers[1].thickness).toBeCloseTo(style.layerHeight);
        expect(extrusion).toBe(style.relativeE ? 'relative' : 'absolute');
        expect(findings.filter((finding) => finding.severity === 'error')).toEqual([]);
      }),
      { seed: 3, numRuns: 60 },
    );
  });

  it('reads the same whatever the chunks', () => {
    const bytes = bytesOf(writePrint({ ending: '\r\n' }));
    const whole = readGcode(bytes, ORDINARY_PRINTER);
    fc.assert(
      fc.property(fc.integer({ min: 7, max: 400 }), (size) => {
        const raster = new FootprintRaster();
        const reader = new GcodeReader(ORDINARY_PRINTER, raster);
        for (let at = 0; at < bytes.length; at += size) reader.push(bytes.subarray(at, at + size));
        expect(assembleReading(reader.finish(), raster.settle())).toEqual(whole);
      }),
      { seed: 5, numRuns: 12 },
    );
  });

  it('counts lines and line endings', () => {
    expect(read(writePrint({ ending: '\n' })).lineEnding).toBe('lf');
    expect(read(writePrint({ ending: '\r\n' })).lineEnding).toBe('crlf');
    expect(read(writePrint({ ending: '\r' })).lineEnding).toBe('cr');
    expect(read('G90\nG1 X1 E1\r\n').lineEnding).toBe('mixed');
    expect(read('G90\r\nG1 X1\r\n').lines).toBe(2);
  });

  it('adds time up: before, layers and after make the total', () => {
    const { layers, seconds, secondsBefore, secondsAfter } = read(writePrint());
    const inLayers = layers.reduce((sum, layer) => sum + layer.seconds, 0);
    expect(secondsBefore + inLayers + secondsAfter).toBeCloseTo(seconds.total, 6);
    expect(secondsBefore).toBeGreaterThanOrEqual(ORDINARY_PRINTER.homingSeconds);
  });

  it('adds filament up over the layers', () => {
    const { layers, filamentMm } = read(writePrint());
    expect(layers.reduce((sum, layer) => sum + layer.filamentMm, 0)).toBeCloseTo(filamentMm, 4);
  });

  it('measures footprint and exposed surface', () => {
    const { layers } = read(writePrint({ layers: 6 }));
    const [large, small] = [LARGE_SIDE ** 2, SMALL_SIDE ** 2];
    expect(layers[0].footprintMm2 / large).toBeCloseTo(1, 1);
    expect(layers[0].exposedMm2).toBe(0);
    expect(layers[2].exposedMm2 / (large - small)).toBeCloseTo(1, 1);
    expect(layers[5].exposedMm2 / small).toBeCloseTo(1, 1);
    expect(layers[1].spanMm2).toBeCloseTo(layers[1].footprintMm2, 0);
  });

  it('puts the stop after the travel and before the filament is un-retracted', () => {
    const text = writePrint({ retract: 0.8, hop: 0.4 });
    const { layers } = read(text);
    for (const layer of layers) {
      const rest = text.slice(layer.restartOffset).split('\n');
      expect(rest[0]).toMatch(/^G1 E/);
      expect(rest[1]).toMatch(/^G1 X.* E/);
      expect(text.slice(0, layer.restartOffset).split('\n').length).toBe(layer.restartLine);
    }
  });

  it('sets lines that prime the nozzle apart from layer 1', () => {
    const priming = 'G90\nM82\nG1 X5 Y5 Z0.3 F3000\nG1 Y100 E10\nG1 X5.4\nG1 Y5 E20\nG92 E0\n';
    for (const comments of ['none', 'number', 'change'] as const) {
      const { layers, filamentMm } = read(priming + writePrint({ comments }));
      expect(layers).toHaveLength(5);
      expect(layers[0].z).toBe(0.24);
      const inLayers = layers.reduce((sum, layer) => sum + layer.filamentMm, 0);
      expect(filamentMm - inLayers).toBeCloseTo(20, 1);
    }
  });

  it('makes no layer of a hop, a travel or a wipe', () => {
    const text =
      'M83\nG1 X1 Y1 Z0.2\nG1 X9 E1\nG1 X5 E-0.5\nG1 Z9\nG1 X1\nG1 Z0.2\nG1 E0.5\nG1 Y9 E1\n';
    expect(read(text).layers).toHaveLength(1);
  });

  it('joins what goes back to the height just left', () => {
    const square = (z: number, x: number) =>
      `G0 X${x} Y0 Z${z}\nG1 X${x + 5} E1\nG1 Y5 E1\nG1 X${x} E1\n`;
    const text = `M83\n${square(0.2, 0)}${square(0.4, 0)}${square(0.3, 50)}${square(0.4, 0)}${square(0.6, 0)}`;
    const { layers } = read(text);
    expect(layers.map((layer) => layer.z)).toEqual([0.2, 0.4, 0.6]);
  });

  it('tells objects printed one after another', () => {
    const object = (x: number) =>
      [0.2, 0.4, 0.6].map((z) => `G0 X${x} Y0 Z${z}\nG1 X${x + 5} E1\nG1 Y5 E1\n`).join('');
    const { layers, findings } = read(`M83\n${object(0)}G0 Z5\n${object(40)}`);
    expect(layers.map((layer) => layer.z)).toEqual([0.2, 0.4, 0.6, 0.2, 0.4, 0.6]);
    expect(layers.every((layer) => Math.abs(layer.thickness - 0.2) < 1e-9)).toBe(true);
    expect(findings.map((finding) => finding.code)).toContain('sequential-objects');
  });

  it('lists the stops that the file has, with the layer they come before', () => {
    const text = writePrint()
      .replace('; layer 2', 'M600\n; layer 2')
      .replace('M84', 'M84\nM0 Done');
    expect(read(text).stops).toEqual([
      {
        line: expect.any(Number),
        command: 'M600',
        place: 'before',
        layer: 3,
        offset: text.indexOf('M600'),
        says: null,
      },
      {
        line: expect.any(Number),
        command: 'M0 Done',
        place: 'before',
        layer: null,
        offset: text.indexOf('M0 Done'),
        says: 'Done',
      },
    ]);
  });

  it.each([
    ['', 'empty-file'],
    ['G90\nG1 X10 Y10\n', 'no-extrusion'],
    ['hello, this is a letter\n', 'no-extrusion'],
    [`${writePrint()}G1 X12 Y`, 'cut-off'],
  ])('says what is wrong with %#', (text, code) => {
    const finding = read(text).findings.find((one) => one.code === code);
    expect(finding?.severity).toBe('error');
  });

  it('reports labels that fit only some layers', () => {
    const text = writePrint().replace('; layer 3\n', '');
    const codes = read(text).findings.map((finding) => finding.code);
    expect(codes).toContain('label-mismatch');
  });

  it('never throws, whatever the bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        expect(readGcode(bytes, ORDINARY_PRINTER).bytes).toBe(bytes.length);
      }),
      { seed: 13, numRuns: 300 },
    );
  });

  it('remembers where the nozzle is heated, and whether it is left on', () => {
    const text = writePrint().replace('; layer 2\n', 'M109 S220\nM140 S60\n; layer 2\n');
    const { settingLines, leavesHot } = read(text);
    expect(settingLines.map(({ what, value, waits }) => [what, value, waits])).toEqual([
      ['nozzle', 205, false],
      ['nozzle', 220, true],
    ]);
    for (const { line, offset } of settingLines) {
      const lines = text.slice(0, offset).split('\n');
      expect(lines).toHaveLength(line);
      expect(text.slice(offset)).toMatch(/^M10[49] S2/);
    }
    expect(leavesHot).toBe(true);
    expect(read(writePrint()).leavesHot).toBe(false);
    expect(read(writePrint().replace('M104 S0\n', '')).leavesHot).toBe(true);
  });
});
