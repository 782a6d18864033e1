const SEEN_KEY = 'lamella-tour-seen';

/** The tour is offered once, on a demo job. */
export function wasTourSeen(): boolean {
  try {
    return localStorage.getItem(SEEN_KEY) !== null;
  } catch {
    return true;
  }
}

export function rememberTourSeen(): void {
  try {
    localStorage.setItem(SEEN_KEY, '1');
  } catch {
    // Without storage the tour is not offered by itself.
  }
}
