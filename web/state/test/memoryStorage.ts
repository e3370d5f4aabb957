import type { StringStorage } from '../browserStore';

/** A browser's storage in memory; `entries` is what it holds. */
export function memoryStorage(kept: Readonly<Record<string, string>> = {}) {
  const entries = new Map(Object.entries(kept));
  const storage: StringStorage = {
    getItem: (key) => entries.get(key) ?? null,
    setItem: (key, value) => void entries.set(key, value),
    removeItem: (key) => void entries.delete(key),
    key: (i) => [...entries.keys()][i] ?? null,
    get length() {
      return entries.size;
    },
  };
  return { storage, entries };
}
