import type { RefObject } from 'react';
import { t } from '../lib/speech.ts';
import { saveCsv } from './csv.ts';

/** Hands a table over as a file of comma-separated values, word for word as it stands on the page. */
export function TableFile({ table }: { table: RefObject<HTMLTableElement | null> }) {
  const save = () => {
    if (!table.current) return;
    const [head = [], ...rows] = [...table.current.rows].map((row) => [...row.cells].map(words));
    saveCsv(document.querySelector('h1')?.textContent ?? 'table', head, rows);
  };
  return (
    <p className="no-print text-right">
      <button type="button" className="min-h-12 underline underline-offset-4" onClick={save}>
        {t('As a file, CSV')}
      </button>
    </p>
  );
}

/** What a cell says on one line; a minus as programs write it. */
const words = (cell: HTMLTableCellElement): string =>
  // biome-ignore lint/performance/useDomNodeTextContent: what is hidden, and where lines break, matters here
  cell.innerText
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/^−(?=\d)/, '-');
