import { type BadRow, IMPORT_COLUMNS, type ImportKind } from '#contract/imports.ts';
import type { Refusal } from '#core/outcome.ts';
import type { Cells, Reader } from './rows/cells.ts';
import { containerRow } from './rows/containerRow.ts';
import type { ImportFacts } from './rows/facts.ts';
import { jobRow } from './rows/jobRow.ts';
import { personRow } from './rows/personRow.ts';
import { productRow } from './rows/productRow.ts';
import { recipeRow } from './rows/recipeRow.ts';
import { vesselRow } from './rows/vesselRow.ts';

/** A row as it was written, and as it is to be booked or what is wrong with it. */
export type ReadRow = { line: number; cells: Cells } & ({ body: object } | { bad: BadRow[] });

const READERS: { [K in ImportKind]: (known: ImportFacts) => Reader<object> } = {
  containers: containerRow,
  products: productRow,
  vessels: vesselRow,
  recipes: recipeRow,
  people: personRow,
  jobs: jobRow,
};

/** Reads the rows of a file, each by itself. Pure: what is in the books already is part of the known. */
export function rowReader(kind: ImportKind, known: ImportFacts): (line: number, cells: Cells) => ReadRow {
  const read = READERS[kind](known);
  return (line, raw) => {
    const bad: BadRow[] = [];
    const cells = named(raw, kind);
    const understood = { ...cells };
    const fail = (column: string, { code, facts, of }: Refusal) =>
      bad.push({ line, column, value: cells[column] ?? '', code, facts, ...(of && { of }) });
    const body = read(cells, fail, (column, as) => {
      understood[column] = as;
    });
    return bad.length > 0 || body === null ? { line, cells, bad } : { line, cells: understood, body };
  };
}

/** The headings a file lacks, in words; none where all is there. */
export function missingColumns(kind: ImportKind, headings: readonly string[]): string[] {
  const there = new Set(headings.map((h) => h.trim().toLowerCase()));
  return IMPORT_COLUMNS[kind].filter((c) => c.needed && !there.has(c.name.toLowerCase())).map((c) => c.name);
}

/** Cells under the headings as this program writes them, whatever their case in the file. */
function named(raw: Cells, kind: ImportKind): Cells {
  const byLower = new Map(Object.entries(raw).map(([name, value]) => [name.trim().toLowerCase(), value]));
  return Object.fromEntries(
    IMPORT_COLUMNS[kind].map(({ name }) => [name, plain(byLower.get(name.toLowerCase()) ?? '')]),
  );
}

/** A cell as it was before a program marked it as no formula. */
const plain = (text: string): string => text.trim().replace(/^'(?=[=+\-@])/, '');
