import { describe, expect, it } from 'vitest';
import {
  ariaShortcuts,
  matchesShortcut,
  registerActions,
  shortcutLabel,
  type Action,
} from './action';
import { PLAN_ACTIONS } from './planActions';

const key = (init: Partial<KeyboardEvent>): KeyboardEvent =>
  ({ altKey: false, ctrlKey: false, metaKey: false, shiftKey: false, ...init }) as KeyboardEvent;

const action = (id: string, ...keys: string[]): Action => ({
  id,
  label: id,
  group: 'Plan',
  shortcuts: keys.map((one) => ({ key: one })),
  run: () => {},
});

describe('actions', () => {
  it('have one key each, and every key has one action', () => {
    expect(() => registerActions([action('a', 'x'), action('b', 'y', 'x')])).toThrow(
      /b and a both claim X/,
    );
    expect(new Set(PLAN_ACTIONS.map(({ id }) => id)).size).toBe(PLAN_ACTIONS.length);
  });

  it.each([
    [{ key: 's' }, { key: 'S' }, true],
    [{ key: 's' }, { key: 's', ctrlKey: true }, false],
    [{ key: 'z', shift: true }, { key: 'Z', shiftKey: true }, true],
    [{ key: 'z' }, { key: 'Z', shiftKey: true }, false],
    [{ key: 'z', command: true }, { key: 'z', metaKey: true }, true],
    [{ key: '?' }, { key: '?', shiftKey: true }, true],
  ])('%j answers to %j: %s', (shortcut, event, expected) => {
    expect(matchesShortcut(key(event), shortcut)).toBe(expected);
  });

  it('write their keys for people and for assistive technology', () => {
    expect(shortcutLabel({ key: 'arrowup', shift: true })).toBe('Shift+↑');
    const [, redo] = [
      PLAN_ACTIONS.find(({ id }) => id === 'undo'),
      PLAN_ACTIONS.find(({ id }) => id === 'redo'),
    ];
    expect(redo && ariaShortcuts(redo)).toBe('Shift+Z Control+Shift+Z');
  });
});
