'use client';

import { useLayoutEffect } from 'react';
import { matchesShortcut, type ActionContext } from '@/actions/action';
import { PLAN_ACTIONS } from '@/actions/planActions';
import { usePreferences } from '@/store/settings/settings';

/** Where keys belong to the field or menu, not to the desk. */
const OWN_KEYS =
  'input, textarea, [role="combobox"], [role="listbox"], [role="menu"], [role="dialog"], [role="alertdialog"]';
/** Boxes and buttons to tick take only these. */
const TICKS = '[role="radio"], [role="checkbox"], [role="switch"]';
const TICK_KEYS = /^(Arrow|Home|End| )/;

/** Whether a key means something where the keyboard is. */
function isTaken({ target, key, defaultPrevented }: KeyboardEvent): boolean {
  if (defaultPrevented || !(target instanceof Element)) return defaultPrevented;
  if (target.closest(TICKS)) return TICK_KEYS.test(key);
  return target.closest(OWN_KEYS) !== null;
}

/** Which keys work: those of the desk and all others, those of every station, or none. */
type KeyScope = 'all' | 'anywhere' | 'none';

/** Runs the actions by their keys. */
export function useActionKeys(context: ActionContext, scope: KeyScope): void {
  // With the drawing and not after it: whoever sees the desk can press a key.
  useLayoutEffect(() => {
    if (scope === 'none') return;
    const onKeyDown = (event: KeyboardEvent): void => {
      if (isTaken(event)) return;
      const action = PLAN_ACTIONS.find(({ shortcuts }) =>
        shortcuts.some((shortcut) => matchesShortcut(event, shortcut)),
      );
      if (!action || (scope === 'anywhere' && !action.anywhere)) return;
      // Someone who speaks or slips must be able to switch them off.
      if (!event.ctrlKey && !event.metaKey && !usePreferences.getState().singleKeys) return;
      event.preventDefault();
      if (action.when?.(context) ?? true) action.run(context);
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [context, scope]);
}
