/** Where the id of this browser's database is remembered, outside of it. */
const KEY = 'lamella-database';

let adopted: string | null = null;

/** The id of the database that was opened last in this browser; null when none ever was. */
export function adoptedId(): string | null {
  if (adopted !== null) return adopted;
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
}

/** Remembers which database is this browser's; null forgets it. */
export function adoptId(id: string | null): void {
  adopted = id;
  try {
    if (id === null) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, id);
  } catch {
    // Without a second place, a database is known by its id until the page is closed.
  }
}
