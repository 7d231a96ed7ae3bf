import { refuse } from '#contract/refusals.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';

// What the readers of all kinds of rows have in common.

/** A row as it was written, by its headings. */
export type Cells = Record<string, string>;
export type Fail = (column: string, refusal: Refusal) => void;

/**
 * Reads one row. Each fault is told at its column; nothing is returned where there was one.
 *
 * @param understood takes down how a cell was read, where that could be doubted
 */
export type Reader<B> = (
  cells: Cells,
  fail: Fail,
  understood: (column: string, as: string) => void,
) => B | null;

/** What was read, or a note of why not. */
export const take = <T>(fail: Fail, column: string, read: Outcome<T>): T | null => {
  if (read.ok) return read.value;
  fail(column, read);
  return null;
};

export const keyOf = (name: string): string => name.trim().toLowerCase();

/** Rows by their names, whatever the case. */
export const byName = <R extends { name: string }>(rows: readonly R[]): Map<string, R> =>
  new Map(rows.map((r) => [keyOf(r.name), r]));

/** One of a list, by what it is called. */
export function oneOf<V>(
  cells: Cells,
  column: string,
  choices: ReadonlyMap<string, V>,
  fail: Fail,
  offered: readonly string[] = [...choices.keys()],
): V | null {
  const found = choices.get(keyOf(cells[column] ?? ''));
  if (found !== undefined) return found;
  fail(column, refuse('row.notChoice', { field: column, choices: offered }));
  return null;
}

/** What no new one may be called: the names in the shop, and those of the file that were read before. */
export const namesTaken = (
  there: readonly { name: string }[],
  { takenInFile }: { takenInFile: readonly string[] },
): Set<string> => new Set([...there.map((r) => r.name), ...takenInFile].map(keyOf));

/** A name nothing else has, in the shop or further up in the file. */
export function newName(
  cells: Cells,
  column: string,
  most: number,
  taken: ReadonlySet<string>,
  fail: Fail,
): string | null {
  const name = (cells[column] ?? '').trim();
  if (name === '') fail(column, refuse('row.noName', { field: column }));
  else if (name.length > most) fail(column, refuse('row.tooLong', { field: column, most }));
  else if (taken.has(keyOf(name))) fail(column, refuse('row.taken', { field: column }));
  else return name;
  return null;
}

/** Text of a length, as it stands. */
export function text(cells: Cells, column: string, most: number, fail: Fail): string {
  const written = cells[column] ?? '';
  if (written.length > most) fail(column, refuse('row.tooLong', { field: column, most }));
  return written;
}

const YES = ['yes', 'y', 'open', 'true', '1', 'x', 'sí', 'si'];
const NO = ['', 'no', 'n', 'sealed', 'false', '0'];

/** Yes or no; nothing is no. */
export function yesNo(cells: Cells, column: string, fail: Fail): boolean {
  const written = keyOf(cells[column] ?? '');
  if (YES.includes(written)) return true;
  if (!NO.includes(written)) fail(column, refuse('row.notYesNo', { field: column }));
  return false;
}

/** `triggerBottle` as people write it: `trigger bottle`. */
export const spaced = (code: string): string => code.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);

/** Codes by themselves, spaced, and by what the screens call them. */
export const namedChoices = <V extends string>(
  codes: readonly V[],
  names: Partial<Record<V, string>> = {},
): Map<string, V> =>
  new Map(
    codes.flatMap((code): [string, V][] => [
      [keyOf(code), code],
      [spaced(code), code],
      [keyOf(names[code] ?? code), code],
    ]),
  );
