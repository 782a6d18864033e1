import { useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();

function tell(): void {
  for (const listener of [...listeners]) listener();
}

function listen(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener('popstate', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('popstate', listener);
  };
}

// As with Next.js, a page that sets its own address is heard of.
for (const name of ['pushState', 'replaceState'] as const) {
  const set = history[name].bind(history);
  history[name] = (...given) => {
    set(...given);
    tell();
  };
}

/** Shows another page. */
export const goTo = (href: string): void => history.pushState(null, '', href);

/** What a page's address says now. */
export const useAddress = (): string =>
  useSyncExternalStore(listen, () => location.pathname + location.search);
