'use client';

import { useRef } from 'react';

/** Where the keyboard goes when nothing else is left. */
function focusMain(): void {
  document.querySelector<HTMLElement>('main')?.focus();
}

/**
 * Gives the keyboard back to where it was before a dialog opened, however it was opened and closed.
 * Spread over the dialog's content.
 */
export function useReturnFocus(): {
  readonly onOpenAutoFocus: () => void;
  readonly onCloseAutoFocus: (event: Event) => void;
} {
  const before = useRef<HTMLElement | null>(null);
  return {
    onOpenAutoFocus: () => {
      const { activeElement } = document;
      before.current = activeElement instanceof HTMLElement ? activeElement : null;
    },
    onCloseAutoFocus: (event) => {
      event.preventDefault();
      const { current } = before;
      // Another dialog or the next key may have taken the keyboard already.
      if (document.activeElement !== document.body) return;
      if (current?.isConnected && current !== document.body) current.focus();
      else focusMain();
    },
  };
}

/**
 * Keeps the keyboard in a list when one of its entries is taken away: on the same button of the entry that
 * takes its place, or of the one before. Call it before the entry goes.
 * @param list matches the list, whose entries are its children or its rows.
 */
export function keepPlaceInList(list: string, entry: string): () => void {
  const focused = document.activeElement;
  const row = focused?.closest(entry);
  const all = [...document.querySelectorAll(`${list} ${entry}`)];
  const at = row ? all.indexOf(row) : -1;
  const buttonAt = row && focused ? [...row.querySelectorAll('button, a')].indexOf(focused) : -1;
  return () =>
    // Once the list is drawn without it.
    requestAnimationFrame(() => {
      if (at < 0 || (focused?.isConnected && row?.isConnected)) return;
      const left = [...document.querySelectorAll(`${list} ${entry}`)];
      const next = left.at(Math.min(at, left.length - 1));
      const target = next?.querySelectorAll<HTMLElement>('button, a').item(Math.max(0, buttonAt));
      if (target) target.focus();
      else focusMain();
    });
}
