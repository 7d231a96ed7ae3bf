import { useCallback, useState } from 'react';

type Change<T> = T | ((before: T) => T);

/** A state that this device keeps under a name; what can no longer be read starts afresh. */
export function useKept<T>(name: string, first: T): [T, (change: Change<T>) => void] {
  const key = `kettle-${name}`;
  const [value, setValue] = useState<T>(() => {
    try {
      return (JSON.parse(localStorage.getItem(key) ?? 'null') as T | null) ?? first;
    } catch {
      return first;
    }
  });
  const set = useCallback(
    (change: Change<T>) =>
      setValue((before) => {
        const after = typeof change === 'function' ? (change as (before: T) => T)(before) : change;
        localStorage.setItem(key, JSON.stringify(after));
        return after;
      }),
    [key],
  );
  return [value, set];
}
