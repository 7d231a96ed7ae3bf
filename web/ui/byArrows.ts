import type { KeyboardEvent } from 'react';

const STEPS: Record<string, number> = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 };

/**
 * Chooses the next of a radio group with an arrow, in the moment it is pressed. Radix chooses it only while the key is
 * still down when the focus has moved: a quick finger on a slow device would move on and choose nothing.
 */
export function byArrows(event: KeyboardEvent<HTMLElement>) {
  const by = STEPS[event.key];
  if (by === undefined) return;
  const radios = [
    ...event.currentTarget.querySelectorAll<HTMLButtonElement>('[role="radio"]:not(:disabled)'),
  ];
  const at = radios.indexOf(event.target as HTMLButtonElement);
  if (at >= 0) radios[(at + by + radios.length) % radios.length]?.click();
}
