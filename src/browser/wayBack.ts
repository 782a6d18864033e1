/** A place that somebody wants to come back to, as from a look into the guide: its address and its name. */
export interface WayBack {
  readonly href: string;
  readonly name: string;
}

const KEY = 'lamella-way-back';

/** Keeps where this tab is to come back to; null for nowhere. */
export function keepWayBack(back: WayBack | null): void {
  try {
    if (back === null) sessionStorage.removeItem(KEY);
    else sessionStorage.setItem(KEY, JSON.stringify(back));
  } catch {
    // The browser's own way back is left.
  }
}

/** Where this tab is to come back to; null for nowhere. */
export function wayBack(): WayBack | null {
  try {
    const { href, name } = JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<WayBack>;
    const isOwn = typeof href === 'string' && href.startsWith('/') && !href.startsWith('//');
    return isOwn && typeof name === 'string' ? { href, name } : null;
  } catch {
    return null;
  }
}
