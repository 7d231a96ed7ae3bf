/** What a spreadsheet would take for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/** A cell: quoted where it has to be, and with a mark before what a spreadsheet would run. Numbers are left as they are. */
function cell(value: string | number | null): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const safe = FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

type Row = readonly (string | number | null)[];

/** Lines to go on with below a heading, each ended. */
export const csvLines = (rows: readonly Row[]): string =>
  rows.map((row) => `${row.map(cell).join(',')}\r\n`).join('');

/**
 * Rows as comma-separated values, as RFC 4180 has them: a heading, CRLF at each end of a line, and the mark by which
 * spreadsheets know UTF-8.
 */
export const csvOf = (head: readonly string[], rows: readonly Row[]): string =>
  `\uFEFF${csvLines([head, ...rows])}`;
