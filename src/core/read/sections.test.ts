import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapedPrint } from '../../../tests/support/fuzz/fuzzShapes';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { randomFrom } from '../../../tests/support/fuzz/random';
import { layerNumber } from '../layers';
import { ORDINARY_PRINTER } from '../motion/limits';
import type { SlicedFile } from '../read/slicedFile';
import { readGcode } from './reader';
import { sectionsOf } from '../print/sections';

const read = (text: string): SlicedFile => readGcode(bytesOf(text), ORDINARY_PRINTER);
const toolsByLayer = (reading: SlicedFile): number[][] =>
  reading.layers.map(({ number }) => sectionsOf(reading, number).map(({ tool }) => tool));

/** A print of two layers whose squares are drawn in halves, with `between` in the middle of the second. */
function halves(...between: string[]): string {
  const square = ['G1 X20 Y0 E1', 'G1 X20 Y20 E1', 'G1 X0 Y20 E1', 'G1 X0 Y0 E1'];
  return [
    ...['G90', 'M83', 'G28', 'G1 Z0.2 F600', ...square],
    ...['G1 Z0.4', ...square.slice(0, 2), ...between, ...square.slice(2), ''],
  ].join('\n');
}

describe('sections', () => {
  it('are the runs of one tool in each layer of the dial, as a plain look at its lines tells', () => {
    const text = readFileSync('public/demo/tide-dial.gcode', 'utf8');
    const runs: { layer: number; tool: number; from: number; to: number }[] = [];
    let [layer, tool] = [0, 0];
    text.split('\n').forEach((line, i) => {
      const label = /^; layer (\d+)/.exec(line);
      if (label) layer = Number(label[1]) + 1;
      const change = /^T(\d)/.exec(line);
      if (change) tool = Number(change[1]);
      if (layer === 0 || !/^G1 X.*E/.test(line)) return;
      const run = runs.at(-1);
      if (run?.layer === layer && run.tool === tool) run.to = i + 1;
      else runs.push({ layer, tool, from: i + 1, to: i + 1 });
    });
    const found = read(text).sections.map((one) => ({
      layer: one.layer,
      tool: one.tool,
      from: one.firstLine,
      to: one.endLine,
    }));
    expect(found).toEqual(runs);
  });

  it('fill their layers: lines, filament and time', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const reading = read(shapedPrint(randomFrom(seed)).text);
        let held = 0;
        for (const layer of reading.layers) {
          const sections = sectionsOf(reading, layer.number);
          held += sections.length;
          const sum = (of: 'seconds' | 'filamentMm'): number =>
            sections.reduce((total, one) => total + one[of], 0);
          expect(sections[0]).toMatchObject({
            firstOffset: layer.firstOffset,
            restartOffset: layer.restartOffset,
            travelOffset: layer.travelOffset,
            state: layer.state,
          });
          expect(sections.at(-1)).toMatchObject({ endLine: layer.endLine });
          expect(sum('filamentMm')).toBeCloseTo(layer.filamentMm, 6);
          expect(sum('seconds')).toBeCloseTo(layer.seconds, 6);
          sections.forEach((one, i) => {
            expect(one.layer).toBe(layer.number);
            if (i > 0) expect(one.travelOffset).toBe(sections[i - 1].endOffset);
            expect(one.firstOffset).toBeLessThan(one.endOffset);
          });
        }
        expect(held).toBe(reading.sections.length);
      }),
      { seed: 131, numRuns: 30 },
    );
  });

  it.each([
    ['nothing', [], [[0], [0]]],
    ['another tool', ['T1'], [[0], [0, 1]]],
    ['the same tool again', ['T0'], [[0], [0]]],
    ['a tool that prints nothing', ['T1', 'G1 X5', 'T0'], [[0], [0, 0]]],
    ['a stop', ['M600'], [[0], [0, 0]]],
    ['a stop and another tool', ['M0 Next colour', 'T2'], [[0], [0, 2]]],
    ['a travel', ['G1 E-1', 'G1 X40 Y40', 'G1 E1'], [[0], [0]]],
  ])('with %s in the middle of a layer', (_what, between, tools) => {
    const reading = read(halves(...between));
    expect(toolsByLayer(reading)).toEqual(tools);
    expect(sectionsOf(reading, layerNumber(3))).toEqual([]);
  });

  it('begin with the state and place that the file has there', () => {
    const between = ['G1 E-1 F1200', 'T1', 'M204 P700', 'G1 X30 Y20 F9000', 'G1 E1 F1200'];
    const reading = read(halves(...between));
    const lines = halves(...between).split('\n');
    const [, second] = sectionsOf(reading, layerNumber(2));
    expect(lines[second.restartLine - 1]).toBe('G1 E1 F1200');
    expect(lines[second.travelLine - 1]).toBe('G1 E-1 F1200');
    expect(second.state).toMatchObject({ x: 30, y: 20, z: 0.4, retracted: 0 });
    expect(lines[second.firstLine - 1]).toBe('G1 X0 Y20 E1');
  });

  it('leave out what only primes the nozzle', () => {
    const reading = read(writePrint({ layers: 3 }));
    const primed = read(
      `G90\nM83\nG28\nG1 Z0.3 F600\nG1 X2 Y-30\nG1 X60 Y-30 E8\nG92 E0\n${writePrint({ layers: 3 })}`,
    );
    expect(primed.priming).toHaveLength(1);
    expect(primed.firstSections[0]).toBe(1);
    expect(toolsByLayer(primed)).toEqual(toolsByLayer(reading));
  });
});
