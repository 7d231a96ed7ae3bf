import type { ReactNode } from 'react';
import { t } from '../lib/speech.ts';
import { saveCsv } from './csv.ts';
import { columnId, type TableColumn } from './tableColumn.ts';

/** A table of fewer lines is read faster than it is saved. */
const WORTH_A_FILE = 4;

/**
 * On a phone a table is as wide as it needs and is pushed; `stacks`, each row is a block of lines under its first cell, for
 * long cells; `named`, each line begins with the name of its column, for figures.
 */
export type OnPhone = 'pushed' | 'stacks' | 'named';

/** A ruled table of a few rows, as it looks and prints in a ledger. What it shows is to be had as a file of numbers. */
export function Table<R>(props: {
  rows: readonly R[];
  columns: readonly TableColumn<NoInfer<R>>[];
  keyOf: (row: NoInfer<R>) => number | string;
  /** What is said where there is no row. */
  empty?: string;
  caption?: string;
  onPhone?: OnPhone;
  /** Of rows that no longer count. */
  faded?: (row: NoInfer<R>) => boolean;
  /** Stands closer: a table beside others. */
  small?: boolean;
}) {
  const { rows, columns, keyOf, empty, caption, onPhone = 'pushed', faded, small = false } = props;
  if (rows.length === 0)
    return empty ? <p className="border-t-2 border-ink pt-2 text-muted">{empty}</p> : null;
  const saved = columns.some((c) => c.value) && rows.length >= WORTH_A_FILE;
  return (
    <div className={`overflow-x-auto ${small ? 'text-[0.94rem]' : ''}`}>
      <table className="w-full border-t-2 border-ink">
        {caption && <caption className="sr-only">{caption}</caption>}
        <TableHead columns={columns} onPhone={onPhone} small={small} />
        <tbody>
          {rows.map((row) => (
            <tr key={keyOf(row)} className={`${rowLook(onPhone)} ${faded?.(row) ? 'text-muted' : ''}`}>
              <Cells
                columns={columns}
                onPhone={onPhone}
                small={small}
                inside={(c) => c.show?.(row) ?? c.value?.(row)}
              />
            </tr>
          ))}
        </tbody>
      </table>
      {saved && (
        <p className="no-print text-right">
          <button
            type="button"
            className="min-h-12 underline underline-offset-4"
            onClick={() => saveTable(document.querySelector('h1')?.textContent ?? 'table', columns, rows)}
          >
            {t('Download CSV')}
          </button>
        </p>
      )}
    </div>
  );
}

/** Hands the rows of a table over: figures as numbers, each in the unit its column names. */
export function saveTable<R>(name: string, columns: readonly TableColumn<R>[], rows: readonly R[]): void {
  const told = columns.filter((c) => c.value);
  saveCsv(
    name,
    told.map((c) => (c.unit ? `${c.name}, ${c.unit}` : c.name)),
    rows.map((row) => told.map((c) => (c.inFile ?? c.value)?.(row) ?? null)),
  );
}

export const rowLook = (onPhone: OnPhone): string =>
  `ruled border-faint ${onPhone === 'pushed' ? '' : 'max-sm:block max-sm:py-2'}`;

const side = ({ figure, middle }: TableColumn<never>): string =>
  figure ? 'text-right' : middle ? 'text-center' : 'text-left';

/** Where a column is not seen. */
const where = ({ desk, screenOnly }: TableColumn<never>): string =>
  `${desk ? 'max-sm:!hidden' : ''} ${screenOnly ? 'no-print' : ''}`;

export function TableHead<R>(props: {
  columns: readonly TableColumn<R>[];
  onPhone: OnPhone;
  small?: boolean;
  /** By which it is in order, and how to have it in another. */
  sort?: { by: string | undefined; desc: boolean; set: (id: string) => void };
}) {
  const { columns, onPhone, small = false, sort } = props;
  return (
    <thead className={onPhone === 'pushed' ? '' : 'max-sm:sr-only'}>
      <tr className="ruled border-faint">
        {columns.map((c) => {
          const sorted = sort?.by === columnId(c) && (sort.desc ? 'descending' : 'ascending');
          return (
            <th
              key={columnId(c)}
              scope="col"
              {...(sort && { 'aria-sort': sorted || 'none' })}
              className={`caps font-normal text-muted last:pr-0 ${small ? 'pr-2' : 'pr-4'} ${sort ? '' : 'py-2'} ${side(c)} ${where(c)}`}
            >
              {sort ? (
                <button type="button" className="caps min-h-12" onClick={() => sort.set(columnId(c))}>
                  {c.name}
                  <span aria-hidden className="text-ink">
                    {sorted ? (sort.desc ? ' ↓' : ' ↑') : ''}
                  </span>
                </button>
              ) : (
                c.name
              )}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}

const PHONE_CELL: Record<OnPhone, string> = {
  pushed: '',
  stacks: 'max-sm:block max-sm:py-0.5 max-sm:text-left max-sm:empty:hidden',
  named:
    'max-sm:flex max-sm:justify-between max-sm:gap-4 max-sm:py-0.5 max-sm:pr-0 max-sm:before:font-normal max-sm:before:text-muted max-sm:before:content-[attr(data-head)]',
};

export function Cells<R>(props: {
  columns: readonly TableColumn<R>[];
  onPhone: OnPhone;
  small?: boolean;
  inside: (column: TableColumn<R>) => ReactNode;
}) {
  const { columns, onPhone, small = false, inside } = props;
  return columns.map((c, i) => {
    const phone = PHONE_CELL[onPhone === 'named' && i === 0 ? 'stacks' : onPhone];
    const Cell = c.heads ? 'th' : 'td';
    return (
      <Cell
        key={columnId(c)}
        {...(c.heads && { scope: 'row' })}
        data-head={c.name}
        className={`align-top leading-snug font-normal last:pr-0 ${small ? 'py-1 pr-2' : 'py-2 pr-4'} ${side(c)} ${
          c.figure ? 'reading whitespace-nowrap' : ''
        } ${where(c)} ${phone}`}
      >
        {inside(c)}
      </Cell>
    );
  });
}
