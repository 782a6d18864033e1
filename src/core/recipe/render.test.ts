import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { Machine, type MachineState } from '../gcode/machine';
import { stateDifferences } from '../proof/statements/stateCheck';
import { SimulatedPrinter } from '../printer/simulate';
import type { SwapAction } from './actions';
import { digits, renderActions } from './render';

const stateOf = (given: Partial<MachineState> = {}): MachineState => ({
  ...new Machine().capture(),
  ...given,
});

const FIRMWARE = { namesMotors: false, longestPushMm: 45 };
const commands = (actions: readonly SwapAction[], state = stateOf()): string[] =>
  renderActions(actions, state, FIRMWARE).map(({ command }) => command);

/** The state after lines that begin in `state`. */
function after(state: MachineState, lines: readonly string[]): MachineState {
  const machine = Machine.from(state);
  const printer = new SimulatedPrinter({ captureAt: [], stopWords: [] });
  // The printer begins where the machine is.
  Object.assign(printer, { machine });
  printer.push(bytesOf(`${lines.join('\n')}\n`));
  printer.finish();
  return machine.capture();
}

describe('numbers', () => {
  it.each([
    [0, '0'],
    [2, '2'],
    [2.5, '2.5'],
    [0.1 + 0.2, '0.3'],
    [-1e-9, '0'],
    [812.44312, '812.44312'],
  ])('%d is written %s', (value, text) => {
    expect(digits(value)).toBe(text);
  });
});

describe('places', () => {
  it('are written from the file’s own origin', () => {
    const state = stateOf({ offsetX: 40, offsetY: -7.5, offsetZ: 0.1 });
    expect(
      commands(
        [
          { kind: 'park', x: 50, y: 10 },
          { kind: 'lift', z: 20.1 },
        ],
        state,
      ),
    ).toEqual(['G1 X10 Y17.5 F6000', 'G1 Z20 F600']);
  });

  it('are millimetres also in a file in inches', () => {
    const inches = stateOf({ unit: 25.4 });
    expect(commands([{ kind: 'note-state', unseen: false }], inches)).toEqual(['G21', 'M83']);
    expect(commands([{ kind: 'note-state', unseen: true }], inches)).toEqual(['G21', 'G90']);
  });
});

describe('long pushes', () => {
  it('are cut into pieces that come to the whole', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 900, noNaN: true }), (mm) => {
        const lines = commands([{ kind: 'load', mm }]);
        const lengths = lines.map((line) => Number(/E(\S+)/.exec(line)?.[1]));
        expect(Math.max(...lengths)).toBeLessThanOrEqual(45.001);
        expect(lengths.reduce((sum, one) => sum + one, 0)).toBeCloseTo(mm, 4);
        expect(commands([{ kind: 'unload', mm }])).toHaveLength(lines.length);
      }),
      { seed: 137 },
    );
  });
});

describe('the dwell', () => {
  it('is what a spelled-out swap may wait by', () => {
    expect(commands([{ kind: 'wait', command: 'g4', seconds: 90 }])).toEqual(['G4 S90']);
    expect(commands([{ kind: 'wait', command: 'M0', seconds: 90 }])).toEqual(['M0']);
  });
});

describe('noting and restoring', () => {
  /** Every state that a file may leave its modes in. */
  const arbitraryModes = fc
    .record({
      history: fc.array(fc.constantFrom('M82', 'M83', 'G90', 'G91'), { maxLength: 6 }),
      volumetricArea: fc.constantFrom(0, 2.405),
      unit: fc.constantFrom(1, 25.4),
      feed: fc.integer({ min: 1, max: 300 }),
      e: fc.double({ min: 0, max: 9000, noNaN: true }),
      offsetE: fc.double({ min: -50, max: 50, noNaN: true }),
    })
    .map(({ history, ...given }) => {
      const { modes, relativeE } = after(stateOf(), history);
      return stateOf({ ...given, modes, relativeE });
    });

  it('bring every mode, number and feed back', () => {
    fc.assert(
      fc.property(arbitraryModes, fc.double({ min: 0, max: 200, noNaN: true }), (state, mm) => {
        const lines = commands(
          [
            { kind: 'note-state', unseen: false },
            { kind: 'lift', z: 30 },
            { kind: 'purge', mm: mm + 0.01 },
            { kind: 'lower', z: state.z },
            { kind: 'restore', state, unseen: false, movesE: true },
          ],
          state,
        );
        expect(stateDifferences(state, after(state, lines))).toEqual([]);
      }),
      { seed: 139, numRuns: 300 },
    );
  });
});
