import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Machine, type MachineState } from '../gcode/machine';
import { canStop, macroWord, ownStopWord, RECIPE_KINDS, USUAL_COMMAND } from './stopKinds';
import {
  hasSettings,
  NO_SETTINGS,
  parseSettings,
  settingsText,
  stateWith,
} from '../recipe/settings';

describe('canStop', () => {
  it.each(RECIPE_KINDS)('takes the usual command of "%s"', (kind) => {
    expect(canStop(kind, USUAL_COMMAND[kind])).toBe(true);
  });

  it.each([
    ['change-command', 'M601', true],
    ['change-command', 'SWAP_SPOOL', true],
    ['change-command', 'M0', false],
    ['pause-command', 'M25', true],
    ['pause-command', 'M226', true],
    ['pause-command', 'M117', false],
    ['pause-command', 'G4', false],
    ['pause-command', 'PAUSE; G28', false],
    ['pause-command', '', false],
    ['spelled-out', 'G4', true],
    ['spelled-out', 'G28', false],
    ['beep-only', 'M0', false],
  ] as const)('"%s" by "%s": %s', (kind, command, expected) => {
    expect(canStop(kind, command)).toBe(expected);
  });

  it('tells macros from commands, and those that all printers know from a printer’s own', () => {
    expect(macroWord('M600')).toBeNull();
    expect(macroWord('Pause')).toBe('PAUSE');
    expect(ownStopWord('PAUSE')).toBeNull();
    expect(ownStopWord('bring_spool')).toBe('BRING_SPOOL');
  });
});

describe('what a band sets', () => {
  const arbitrary = fc.record({
    nozzle: fc.option(fc.integer({ min: 150, max: 400 })),
    fan: fc.option(fc.integer({ min: 0, max: 100 })),
    flow: fc.option(fc.integer({ min: 10, max: 300 })),
    speed: fc.option(fc.integer({ min: 100, max: 3000 }).map((tenths) => tenths / 10)),
  });

  it('survives being written down', () => {
    fc.assert(
      fc.property(arbitrary, (settings) => {
        const text = settingsText(settings);
        expect(hasSettings(settings)).toBe(text !== '');
        if (text !== '') expect(parseSettings(text)).toEqual(settings);
      }),
      { seed: 61 },
    );
    expect(parseSettings('nozzle hot')).toBeNull();
    expect(parseSettings('')).toBeNull();
  });

  it('changes nothing else of the state, and nothing at all when it is empty', () => {
    const state: MachineState = Object.assign(new Machine(), {
      nozzleTarget: 205,
      fan: 127,
      flowFactor: 0.95,
      x: 3,
    }).capture();
    expect(stateWith(NO_SETTINGS, state)).toEqual(state);
    fc.assert(
      fc.property(arbitrary, (settings) => {
        const { nozzleTarget, fan, flowFactor, speedFactor, ...others } = stateWith(
          settings,
          state,
        );
        expect(others).toEqual(
          Object.fromEntries(Object.entries(state).filter(([field]) => field in others)),
        );
        expect(nozzleTarget).toBe(settings.nozzle ?? 205);
        expect(fan).toBe(settings.fan === null ? 127 : Math.round(settings.fan * 2.55));
        expect(flowFactor).toBeCloseTo((0.95 * (settings.flow ?? 100)) / 100, 6);
        expect(speedFactor).toBeCloseTo((settings.speed ?? 100) / 100, 6);
      }),
      { seed: 67 },
    );
  });
});
