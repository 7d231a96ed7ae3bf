import { useLayoutEffect, useRef } from 'react';

/**
 * Hears every key of the page while what it acts on is drawn: from the same moment on, as a key pressed before a later
 * effect has run would be lost.
 *
 * @param heard what a key does; null while none does anything
 * @param onTheWayDown before the element that has the focus hears it
 */
export function useKeydown(heard: ((event: KeyboardEvent) => void) | null, onTheWayDown = false): void {
  const latest = useRef(heard);
  useLayoutEffect(() => {
    latest.current = heard;
  });
  const hears = heard !== null;
  useLayoutEffect(() => {
    if (!hears) return;
    const onKey = (event: KeyboardEvent) => latest.current?.(event);
    window.addEventListener('keydown', onKey, { capture: onTheWayDown });
    return () => window.removeEventListener('keydown', onKey, { capture: onTheWayDown });
  }, [hears, onTheWayDown]);
}
