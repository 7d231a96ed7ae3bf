import type { PersistStorage, StorageValue } from 'zustand/middleware';

const WRITE_AFTER_MS = 250;

/**
 * The device's own storage, written a moment after the last keystroke instead of within each, and at once when the page
 * is left. Undefined where there is none, outside a browser.
 */
export function writtenSoon<S>(): PersistStorage<S> | undefined {
  if (typeof localStorage === 'undefined') return undefined;
  let waiting: (() => void) | null = null;
  const writeNow = (): void => {
    waiting?.();
    waiting = null;
  };
  window.addEventListener('pagehide', writeNow);
  document.addEventListener('visibilitychange', writeNow);
  return {
    getItem: (name) => {
      const text = localStorage.getItem(name);
      return text === null ? null : (JSON.parse(text) as StorageValue<S>);
    },
    setItem: (name, value) => {
      if (!waiting) setTimeout(writeNow, WRITE_AFTER_MS);
      waiting = () => localStorage.setItem(name, JSON.stringify(value));
    },
    removeItem: (name) => localStorage.removeItem(name),
  };
}
