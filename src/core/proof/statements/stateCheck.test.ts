import { describe, expect, it } from 'vitest';
import { Machine, type MachineState } from '../../gcode/machine';
import { STATE_FIELDS } from '../../gcode/stateFields';
import { describeState, stateDifferences } from './stateCheck';

const state: MachineState = Object.assign(new Machine(), {
  x: 61.2,
  y: 44.05,
  z: 2.24,
  e: 900,
  offsetE: 87.5569,
  retracted: 0.8,
}).capture();

describe('stateDifferences', () => {
  it('finds none between equal states', () => {
    expect(stateDifferences(state, { ...state })).toEqual([]);
  });

  /** Filament pushed at a swap is meant to differ; only the extruder's number must come back. */
  const free = new Set(['filament', 'settings', 'sums']);

  it.each(STATE_FIELDS.filter((field) => !free.has(field)))('notices another %s', (field) => {
    const value = state[field];
    const other =
      field === 'named'
        ? 'M572 D0 S=0.05'
        : typeof value === 'boolean'
          ? !value
          : Number(value) + 1;
    expect(stateDifferences(state, { ...state, [field]: other })).not.toEqual([]);
  });

  it('notices another setting of the firmware, and one that only one side has set', () => {
    const set = (value: number): MachineState => {
      const settings = state.settings.slice();
      settings[settings.length - 1] = value;
      return { ...state, settings };
    };
    expect(stateDifferences(set(0.04), set(0.04))).toEqual([]);
    expect(stateDifferences(set(0.04), set(0.05))).toEqual(['M900 K']);
    expect(stateDifferences(state, set(0.05))).toEqual(['M900 K']);
  });

  it('takes nothing that is not known for the same', () => {
    expect(stateDifferences(state, { ...state, x: NaN })).toEqual(['X (unknown instead of 61.2)']);
    expect(stateDifferences({ ...state, x: NaN }, { ...state, x: NaN })).toHaveLength(1);
  });

  it('does not mind filament extruded when the extruder’s number is set back', () => {
    const purged = { ...state, e: state.e + 40, offsetE: state.offsetE + 40, filament: 40 };
    expect(stateDifferences(state, purged)).toEqual([]);
  });

  it('does not mind what lies below the last digit of a file', () => {
    expect(stateDifferences(state, { ...state, x: state.x + 4e-5 })).toEqual([]);
    expect(stateDifferences(state, { ...state, x: state.x + 2e-3 })).toEqual([
      'X (61.202 instead of 61.2)',
    ]);
  });
});

describe('describeState', () => {
  it('says where the printer stands, as the file would number it', () => {
    expect(describeState(state)).toBe(
      'X 61.20 Y 44.05 Z 2.24, extruder 812.4431, retracted 0.80 mm',
    );
    expect(describeState({ ...state, retracted: 0 })).toBe(
      'X 61.20 Y 44.05 Z 2.24, extruder 812.4431',
    );
  });
});
