import type { KeyboardEvent } from 'react';

const BY: Record<string, number> = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 };

/**
 * The place an arrow, Home or End leads to among so many; null for any other key, which keeps its meaning.
 *
 * @param only the keys that move here, where the others have a meaning of their own
 */
export function rove(key: string, at: number, count: number, only?: readonly string[]): number | null {
  if (only && !only.includes(key)) return null;
  if (key === 'Home') return 0;
  if (key === 'End') return count - 1;
  const by = BY[key];
  return by === undefined ? null : Math.max(0, Math.min(count - 1, at + by));
}

/** Moves the focus among what `selector` finds within a list: one stop for Tab, arrows from there on. */
export function roveFocus(event: KeyboardEvent<HTMLElement>, selector: string): void {
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>(selector)];
  const at = all.indexOf(event.target as HTMLElement);
  const next = at < 0 ? null : rove(event.key, at, all.length);
  if (next === null) return;
  event.preventDefault();
  all[next]?.focus();
}
