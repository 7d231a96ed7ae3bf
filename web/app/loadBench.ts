/** The Bench as a page of its own. */
export const loadBench = () => import('../bench/Bench.tsx');

/**
 * Most go to the Bench next, and what is mixed is mixed without a connection as well: it is fetched while a PIN is typed, or
 * once the page somebody came for is seen. Where it can't be had now, it is asked for again when somebody goes there.
 */
export function fetchBench(): void {
  loadBench().catch(() => undefined);
}
