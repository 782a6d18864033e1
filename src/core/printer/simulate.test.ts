import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryStyle, bytesOf, writePrint } from '../../../tests/support/printFiles';
import { Effect } from '../gcode/effect';
import { SimulatedPrinter } from './simulate';

const text =
  'G90\nM83\nG1 X10 Y5 Z0.2 F1200\nG1 X20 E1\nM0 Change\nREST now\nG1 Z30\nM300 S440 P100\nG1 X0\n';
const offsetOf = (line: string): number => text.indexOf(line);

function run(
  bytes: Uint8Array,
  options: Partial<ConstructorParameters<typeof SimulatedPrinter>[0]>,
  chunk = 1 << 20,
) {
  const printer = new SimulatedPrinter({ captureAt: [], stopWords: [], ...options });
  for (let at = 0; at < bytes.length; at += chunk) printer.push(bytes.subarray(at, at + chunk));
  printer.finish();
  return printer;
}

describe('the simulated printer', () => {
  it('captures the state before the lines asked for, and after the last', () => {
    const captureAt = [offsetOf('G1 X20'), offsetOf('M0'), text.length];
    const { captured, state } = run(bytesOf(text), { captureAt });
    expect(captured.map(({ x, z, e }) => [x, z, e])).toEqual([
      [10, 0.2, 0],
      [20, 0.2, 1],
      [0, 30, 1],
    ]);
    expect(state).toEqual(captured[2]);
  });

  it('captures the same place twice when it is asked twice', () => {
    const at = offsetOf('M0');
    const { captured } = run(bytesOf(text), { captureAt: [at, at] });
    expect(captured[0]).toEqual(captured[1]);
  });

  it('stops at what all printers know, and at words of its own', () => {
    const stopsWith = (stopWords: string[]) =>
      run(bytesOf(text), { stopWords }).stops.map(({ line, command }) => [line, command]);
    expect(stopsWith([])).toEqual([[5, 'M0 Change']]);
    expect(stopsWith(['REST'])).toEqual([
      [5, 'M0 Change'],
      [6, 'REST now'],
    ]);
  });

  it('shows the lines of each stretch, and no others', () => {
    const seen: [number, number, number][] = [];
    run(bytesOf(text), {
      stretches: [
        { start: offsetOf('G1 X20'), end: offsetOf('M0') },
        { start: offsetOf('G1 Z30'), end: offsetOf('G1 X0') },
      ],
      watch: (stretch, { line, effect }) => seen.push([stretch, line, effect]),
    });
    expect(seen).toEqual([
      [0, 4, Effect.Line],
      [1, 7, Effect.Line],
      [1, 8, Effect.None],
    ]);
  });

  it('does the same whatever the chunks', () => {
    fc.assert(
      fc.property(arbitraryStyle, fc.integer({ min: 1, max: 300 }), (style, chunk) => {
        const bytes = bytesOf(writePrint(style));
        const captureAt = [0, bytes.length >> 1, bytes.length];
        const [whole, pieces] = [run(bytes, { captureAt }), run(bytes, { captureAt }, chunk)];
        expect(pieces.captured).toEqual(whole.captured);
        expect(pieces.stops).toEqual(whole.stops);
      }),
      { seed: 131, numRuns: 40 },
    );
  });
});
