import { parentPort, workerData } from 'node:worker_threads';
import Papa from 'papaparse';
import type { ImportKind } from '#contract/imports.ts';
import { refuse } from '#contract/refusals.ts';
import type { Refusal } from '#core/outcome.ts';
import { missingColumns, type ReadRow, rowReader } from './readRows.ts';
import type { ImportFacts } from './rows/facts.ts';

// Reads a file row by row, off the thread that serves the shop, and hands it on some rows at a time.

export type FromRows =
  | { kind: 'unreadable'; refusal: Refusal }
  | { kind: 'total'; total: number }
  | { kind: 'rows'; rows: ReadRow[] }
  | { kind: 'read' };

const AT_ONCE = 200;
const port = parentPort;
const { text, kind, known } = workerData as { text: string; kind: ImportKind; known: ImportFacts };
const tell = (message: FromRows) => port?.postMessage(message);

const parsed = Papa.parse<Record<string, string>>(text, {
  header: true,
  skipEmptyLines: 'greedy',
  transformHeader: (heading) => heading.replace(/^\uFEFF/, '').trim(),
});
const absent = missingColumns(kind, parsed.meta.fields ?? []);
if (absent.length > 0) {
  tell({ kind: 'unreadable', refusal: refuse('import.unreadable', { columns: absent }) });
} else {
  const read = rowReader(kind, known);
  tell({ kind: 'total', total: parsed.data.length });
  for (let i = 0; i < parsed.data.length; i += AT_ONCE) {
    // The first line of the file is its heading.
    tell({ kind: 'rows', rows: parsed.data.slice(i, i + AT_ONCE).map((cells, j) => read(i + j + 2, cells)) });
  }
  tell({ kind: 'read' });
}
