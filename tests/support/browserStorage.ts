import { vi } from 'vitest';

/** A localStorage for tests without a browser; a `room` of characters makes it run full. */
export function stubLocalStorage(room = Infinity): Map<string, string> {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      const used = [...kept].reduce((sum, [name, text]) => sum + name.length + text.length, 0);
      if (used + key.length + value.length > room) {
        throw new DOMException('full', 'QuotaExceededError');
      }
      kept.set(key, value);
    },
    removeItem: (key: string) => kept.delete(key),
  };
  // The names of what is kept are the storage's own keys.
  const listed = new Proxy(storage, {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_target, key) =>
      kept.has(String(key)) ? { enumerable: true, configurable: true } : undefined,
  });
  vi.stubGlobal('localStorage', listed);
  return kept;
}

/**
 * Lets every write to the database fail as on a full disk, until the answer is called.
 * @param after how many writes still succeed.
 */
export function fillDisk(after = 0): () => void {
  let left = after;
  const { put } = IDBObjectStore.prototype;
  const spy = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (
    this: IDBObjectStore,
    ...given
  ) {
    if (left-- > 0) return put.apply(this, given);
    throw new DOMException('No room.', 'QuotaExceededError');
  });
  return () => spy.mockRestore();
}
