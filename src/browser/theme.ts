/** Where the chosen theme is kept; without a choice the system's is followed. */
const THEME_KEY = 'lamella-theme';

/** Runs before the first paint. Kept tiny, and without quotes that HTML would mind. */
export const THEME_SCRIPT = `try{var t=localStorage.getItem('${THEME_KEY}');if(t!=='dark'&&t!=='light')t=matchMedia('(prefers-color-scheme: dark)').matches?'dark':'light';document.documentElement.dataset.theme=t}catch(e){}`;

/** Follows the theme that is chosen in another tab. Returns how to stop. */
export function followTheme(): () => void {
  const follow = ({ key, newValue }: StorageEvent): void => {
    if (key === THEME_KEY && newValue) document.documentElement.dataset.theme = newValue;
  };
  window.addEventListener('storage', follow);
  return () => window.removeEventListener('storage', follow);
}

/** Changes to the other theme and remembers it. */
export function toggleTheme(): void {
  const root = document.documentElement;
  const next = root.dataset.theme === 'dark' ? 'light' : 'dark';
  root.dataset.theme = next;
  try {
    localStorage.setItem(THEME_KEY, next);
  } catch {
    // A browser that keeps nothing still shows the theme until the page is closed.
  }
}
