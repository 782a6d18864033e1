/** Where the id of this browser's database is remembered, outside of it. */
const KEY = 'lamella-database';

let adopted: string | null = null;
/** While a database is on trial, its id is known to this page alone. */
let onTrial = false;

/** The id of the database that was opened last in this browser; null when none ever was. */
export function adoptedId(): string | null {
  if (adopted !== null || onTrial) return adopted;
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
}

/** Remembers which database is this browser's; null forgets it. */
export function adoptId(id: string | null): void {
  adopted = id;
  if (onTrial) return;
  try {
    if (id === null) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, id);
  } catch {
    // Without a second place, a database is known by its id until the page is closed.
  }
}

/** Takes any database from now on, and remembers its id only once it was kept. */
export function beginTrial(): void {
  adopted = null;
  onTrial = true;
}

/** Ends the trial: the database that was opened in it is this browser's own, or the one before still is. */
export function endTrial(isKept: boolean): void {
  onTrial = false;
  if (isKept) adoptId(adopted);
  else adopted = null;
}
