import { toast } from '../toast';
import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { readShape, type ShapeWords } from '@/core/shape';
import type { Schema } from 'yup';

/** Settings of this browser: small, the same for all jobs, and followed by all tabs. */
export type Settings<T> = UseBoundStore<StoreApi<T>> & {
  /** The same settings from elsewhere; null when they cannot be read. */
  readonly readable: (found: unknown) => T | null;
};

/**
 * Makes settings that are kept in localStorage under a name; `what` they are is said when that cannot be done. What is stored is read by a schema;
 * what cannot be read gives way to the beginning.
 */
export function createSettings<T extends object>(
  name: string,
  what: string,
  schema: Schema<T>,
  beginning: T,
): Settings<T> {
  const readable = (found: unknown): T | null => {
    const words: ShapeWords = { what: 'The settings', code: 'bad-settings', passOverUnknown: true };
    const shape = readShape(schema, found, words);
    return shape.ok ? { ...beginning, ...shape.value } : null;
  };
  const read = (text: string | null): T => {
    if (text === null) return beginning;
    try {
      return readable(stateIn(JSON.parse(text))) ?? beginning;
    } catch {
      return beginning;
    }
  };
  // What the server draws is what the browser draws first; then comes what is kept.
  const use = create<T>()(() => beginning);
  let following = true;
  use.setState(read(stored(name)));
  following = false;
  use.subscribe((state) => {
    if (following) return;
    try {
      localStorage.setItem(name, JSON.stringify(state));
    } catch {
      toast.error(
        `This browser cannot save ${what}: it blocks this page from storing settings. They last until you close the page.`,
        { id: `not-kept: ${name}` },
      );
    }
  });
  if (typeof window !== 'undefined') {
    window.addEventListener('storage', ({ key, newValue }) => {
      if (key !== name) return;
      following = true;
      use.setState(read(newValue));
      following = false;
    });
  }
  return Object.assign(use, { readable });
}

function stored(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}

/** Settings were once kept inside of `state`. */
function stateIn(json: unknown): unknown {
  return typeof json === 'object' && json !== null && 'state' in json ? json.state : json;
}
