import { useEffect } from 'react';

/** Ctrl+Enter pours, wherever the focus is; null where there is nothing to pour here. */
export function usePourKey(pour: (() => void) | null): void {
  useEffect(() => {
    if (!pour) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !event.ctrlKey || event.repeat) return;
      event.preventDefault();
      // Caught on the way down: a list with the focus would take the Enter for itself and open.
      event.stopPropagation();
      pour();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });
}
