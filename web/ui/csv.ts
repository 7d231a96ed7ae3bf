import { csvOf } from '#contract/csv.ts';

/** Hands rows to whoever is at this device, as a file of comma-separated values. */
export function saveCsv(
  name: string,
  head: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
): void {
  const url = URL.createObjectURL(new Blob([csvOf(head, rows)], { type: 'text/csv' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `${name}.csv`;
  link.click();
  URL.revokeObjectURL(url);
}
