import { describe, expect, it } from 'vitest';
import { actionsOf, recipeOf, renderAction } from './recipe';

describe('recipeOf', () => {
  it('takes a change command with its parameters', () => {
    const recipe = recipeOf({ kind: 'change-command', command: 'M600 X10 B3' });
    expect(recipe.ok && actionsOf(recipe.value).flatMap(renderAction)).toEqual(['M600 X10 B3']);
  });

  it.each([
    [{ kind: 'pause-command', command: 'M25' }, 'unknown-recipe'],
    [{ kind: 'change-command', command: 'G28' }, 'unknown-command'],
    [{ kind: 'change-command', command: 'M600\nG28' }, 'unknown-command'],
  ])('refuses %j', (asked, code) => {
    expect(recipeOf(asked)).toMatchObject({ ok: false, refusal: { code } });
  });
});
