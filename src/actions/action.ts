import type { Print } from '@/core/print/print';
import type { PrintAnalysis } from '@/core/print/analysis';

/** What actions act on: the open job. */
export interface ActionContext {
  readonly reading: Print;
  readonly analysis: PrintAnalysis;
  readonly desk: Desk;
}

/** What can be open over the desk. */
export type DeskDialogName =
  | 'keys'
  | 'palette'
  | 'tour'
  | 'scale'
  | 'filaments'
  | 'purge'
  | 'leftovers'
  | 'presence'
  | 'files';

/** Where an action can lead inside a job. */
type DeskStation = 'model' | 'read' | 'plan' | 'recipe' | 'checks' | 'output' | 'attend' | 'hand';

/** What the open job's page does when an action asks for it. */
export interface Desk {
  /** Writes, proves and hands out the file, and shows what came of it. */
  readonly writeFile: () => void;
  readonly goTo: (station: DeskStation) => void;
  readonly savePlan: () => void;
  readonly savePicture: () => void;
  /** Saves the job with its file, plans, prints and printer. */
  readonly saveJob: () => void;
  /** Asks for a plan file, or for the same part re-sliced. */
  readonly openPlanFile: () => void;
  readonly openNewSlice: () => void;
  /** Reads each re-sliced file by itself, from a file on the disk. */
  readonly watchFile: () => void;
  readonly show: (what: DeskDialogName) => void;
}

/** A key as data: matching, label and `aria-keyshortcuts` all come from it. */
export interface Shortcut {
  /** `KeyboardEvent.key`, lower case. */
  readonly key: string;
  /** `KeyboardEvent.code`, for digits with Shift, whose `key` depends on the keyboard. */
  readonly code?: string;
  readonly shift?: boolean;
  /** Ctrl, or Cmd on a Mac. */
  readonly command?: boolean;
}

/** Where an action stands in the palette and on the sheet of keys. */
export const ACTION_GROUPS = [
  'Layers',
  'Swaps',
  'View',
  'Plan',
  'File',
  'Stations',
  'Help',
] as const;
type ActionGroup = (typeof ACTION_GROUPS)[number];

/** Something a person can do; button, key, tooltip and help sheet come from the same object. */
export interface Action {
  readonly id: string;
  readonly label: string;
  readonly group: ActionGroup;
  readonly shortcuts: readonly Shortcut[];
  /** True when its key works at every station, and not only on Plan. */
  readonly anywhere?: boolean;
  /** What it would do just now, when that says more than the label. */
  readonly hint?: () => string | null;
  /** Whether it can be done now; always when left out. */
  readonly when?: (context: ActionContext) => boolean;
  readonly run: (context: ActionContext) => void;
}

const KEY_NAMES: Readonly<Record<string, string>> = {
  arrowup: '↑',
  arrowdown: '↓',
  delete: 'Del',
  '-': '−',
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
const TYPED_WITH_SHIFT = new Set(['?', '[', ']', '+', '-']);

export function matchesShortcut(event: KeyboardEvent, shortcut: Shortcut): boolean {
  const pressed = shortcut.code
    ? event.code === shortcut.code
    : event.key.toLowerCase() === shortcut.key;
  if (!pressed || event.altKey) return false;
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
