import { describe, expect, it } from 'vitest';
import { takenBy } from '@/components/form/saving';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { plainRecipe } from '@/core/recipe/recipe';
import { changeOf, labelOf, recipeRules, valuesOf } from './recipeForm';

const printer = ORDINARY_PROFILE;
const recipe = { ...plainRecipe('change-command', 'M600'), change: { X: 10, R: 205 } };
const values = valuesOf(recipe, printer);

describe('the form of a recipe', () => {
  it('shows every parameter of the change command, and where the head waits', () => {
    expect(values.change).toMatchObject({ X: 10, Y: null, R: 205, T: null });
    expect(values.park).toEqual({ x: expect.any(Number), y: expect.any(Number) });
  });
  it('changes just the part that a field stands for', () => {
    expect(changeOf(values, 'beeps', 3)).toEqual({ beeps: 3 });
    expect(changeOf(values, 'park.x', 12)).toEqual({ park: { ...values.park, x: 12 } });
  });
  it('leaves out parameters that are empty', () => {
    expect(changeOf(values, 'change.Z', 20)).toEqual({ change: { X: 10, Z: 20, R: 205 } });
    expect(changeOf(values, 'change.X', null)).toEqual({ change: { R: 205 } });
  });
  it('calls its changes by what they are in the history', () => {
    expect(['park.x', 'change.U', 'warnings.0.tones', 'purge'].map(labelOf)).toEqual([
      'park position',
      'unload (u)',
      'advance warnings',
      'purge',
    ]);
  });
  it('takes only commands that stop the printer', () => {
    const taken = (command: string) => takenBy(recipeRules, values, 'command', command).ok;
    expect([taken('M600'), taken('M117'), taken(' M600 ')]).toEqual([true, false, true]);
  });
  it('reads warnings by what they count', () => {
    const warned = {
      ...values,
      warnings: [
        { layersAhead: 2, tones: 2 },
        { minutesAhead: 2, tones: 2 },
      ],
    };
    const taken = (path: string, text: string) => takenBy(recipeRules, warned, path, text);
    expect(taken('warnings.0.layersAhead', '1.5')).toEqual({ ok: false });
    expect(taken('warnings.1.minutesAhead', '1.5')).toEqual({ ok: true, value: 1.5 });
    expect(taken('warnings.1.tones', '21')).toEqual({ ok: false });
  });
});
