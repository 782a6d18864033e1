'use client';

import { useEffect } from 'react';
import { matchesShortcut, type ActionContext } from '@/actions/action';
import { PLAN_ACTIONS } from '@/actions/planActions';

/** Where keys belong to the field or menu, not to the desk. */
const OWN_KEYS = 'input, textarea, select, [role="menu"], [role="dialog"]';

/** Runs the actions by their keys while `enabled`. */
export function useActionKeys(context: ActionContext, enabled: boolean): void {
  useEffect(() => {
    if (!enabled) return;
    const onKeyDown = (event: KeyboardEvent): void => {
      if (event.target instanceof Element && event.target.closest(OWN_KEYS)) return;
      const action = PLAN_ACTIONS.find(({ shortcuts }) =>
        shortcuts.some((shortcut) => matchesShortcut(event, shortcut)),
      );
      if (!action) return;
      event.preventDefault();
      if (action.when?.(context) ?? true) action.run(context);
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [context, enabled]);
}
