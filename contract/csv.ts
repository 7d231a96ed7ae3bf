import Papa from 'papaparse';

type Row = readonly (string | number | null)[];

/** Lines to go on with below a heading, each ended. What a spreadsheet would run as a formula gets a mark before it. */
export const csvLines = (rows: readonly Row[]): string =>
  rows.length === 0
    ? ''
    : `${Papa.unparse(
        rows.map((row) => [...row]),
        { escapeFormulae: true, newline: '\r\n' },
      )}\r\n`;

/**
 * Rows as comma-separated values, as RFC 4180 has them: a heading, CRLF at each end of a line, and the mark by which
 * spreadsheets know UTF-8.
 */
export const csvOf = (head: readonly string[], rows: readonly Row[]): string =>
  `\uFEFF${csvLines([head, ...rows])}`;
