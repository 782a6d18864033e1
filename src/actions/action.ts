import type { Reading } from '@/core/gcode/reading';
import type { Step } from '@/core/geometry/steps';

/** What actions act on: the open job. */
export interface ActionContext {
  readonly reading: Reading;
  readonly steps: readonly Step[];
  readonly writeFile: () => void;
  readonly showKeys: () => void;
}

/** A key as data: matching, label and `aria-keyshortcuts` all come from it. */
export interface Shortcut {
  /** `KeyboardEvent.key`, lower case. */
  readonly key: string;
  readonly shift?: boolean;
  /** Ctrl, or Cmd on a Mac. */
  readonly command?: boolean;
}

/** Something a person can do; button, key, tooltip and help sheet come from the same object. */
export interface Action {
  readonly id: string;
  readonly label: string;
  readonly group: 'Layers' | 'Swaps' | 'Plan' | 'Help';
  readonly shortcuts: readonly Shortcut[];
  /** Whether it can be done now; always when left out. */
  readonly when?: (context: ActionContext) => boolean;
  readonly run: (context: ActionContext) => void;
}

const KEY_NAMES: Readonly<Record<string, string>> = {
  arrowup: '↑',
  arrowdown: '↓',
  delete: 'Del',
  home: 'Home',
  end: 'End',
};

/** `Ctrl+Z`, `Shift+↑`, `S`: as it stands in tooltips and on the help sheet. */
export function shortcutLabel({ key, shift, command }: Shortcut): string {
  const name = KEY_NAMES[key] ?? key.toUpperCase();
  return [command && 'Ctrl', shift && 'Shift', name].filter(Boolean).join('+');
}

/** The value of `aria-keyshortcuts` for an action. */
export function ariaShortcuts(action: Action): string {
  return action.shortcuts
    .map(({ key, shift, command }) => {
      const name = key.length === 1 ? key.toUpperCase() : ariaKey(key);
      return [command && 'Control', shift && 'Shift', name].filter(Boolean).join('+');
    })
    .join(' ');
}

function ariaKey(key: string): string {
  return { arrowup: 'ArrowUp', arrowdown: 'ArrowDown', delete: 'Delete' }[key] ?? key;
}

/** Characters that need Shift on many keyboards match with it and without. */
const TYPED_WITH_SHIFT = new Set(['?', '[', ']']);

export function matchesShortcut(event: KeyboardEvent, shortcut: Shortcut): boolean {
  if (event.key.toLowerCase() !== shortcut.key || event.altKey) return false;
  if ((event.ctrlKey || event.metaKey) !== (shortcut.command ?? false)) return false;
  return TYPED_WITH_SHIFT.has(shortcut.key) || event.shiftKey === (shortcut.shift ?? false);
}

/** Makes the list of actions; two that claim one key are a programming error. */
export function registerActions(actions: readonly Action[]): readonly Action[] {
  const taken = new Map<string, string>();
  for (const action of actions) {
    for (const shortcut of action.shortcuts) {
      const label = shortcutLabel(shortcut);
      const other = taken.get(label);
      if (other) throw new Error(`${action.id} and ${other} both claim ${label}`);
      taken.set(label, action.id);
    }
  }
  return actions;
}
