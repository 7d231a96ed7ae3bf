import { useKeydown } from '../../ui/useKeydown.ts';

/** Ctrl+Enter pours, wherever the focus is; null where there is nothing to pour here. */
export function usePourKey(pour: (() => void) | null): void {
  useKeydown(
    pour &&
      ((event) => {
        if (event.key !== 'Enter' || !event.ctrlKey || event.repeat) return;
        event.preventDefault();
        // Caught on the way down: a list with the focus would take the Enter for itself and open.
        event.stopPropagation();
        pour();
      }),
    true,
  );
}
