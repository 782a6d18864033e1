/** Remembers over a reload that what the second place keeps was put into a new database. */
const KEY = 'lamella-brought-back';

export function rememberBroughtBack(): void {
  try {
    sessionStorage.setItem(KEY, '1');
  } catch {
    // It is there all the same; only that is not said.
  }
}

/** Whether that was so; says it once. */
export function takeBroughtBack(): boolean {
  try {
    const was = sessionStorage.getItem(KEY) !== null;
    sessionStorage.removeItem(KEY);
    return was;
  } catch {
    return false;
  }
}
