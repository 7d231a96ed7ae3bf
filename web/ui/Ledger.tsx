import { type ReactNode, useRef } from 'react';
import { TableFile } from './TableFile.tsx';

/** A table of fewer lines is read faster than it is saved. */
const WORTH_A_FILE = 4;

/** A ruled table, as it looks and prints in a ledger. Columns in `right` are figures. */
export function Ledger(props: {
  head: readonly string[];
  rows: readonly { key: string | number; cells: readonly ReactNode[] }[];
  right?: readonly number[];
  empty: string;
  /**
   * On a phone each row is a block of lines, under its first cell: for tables with long cells. `named`, each line begins with
   * the name of its column: for tables of figures.
   */
  stacks?: boolean | 'named';
}) {
  const { head, rows, right = [], empty, stacks = false } = props;
  const table = useRef<HTMLTableElement>(null);
  if (rows.length === 0) return <p className="border-t-2 border-ink pt-2 text-muted">{empty}</p>;
  const stacked = (i: number) =>
    !stacks
      ? ''
      : stacks === 'named' && i > 0
        ? 'max-sm:flex max-sm:justify-between max-sm:gap-4 max-sm:py-0.5 max-sm:pr-0 max-sm:before:font-normal max-sm:before:text-muted max-sm:before:content-[attr(data-head)]'
        : 'max-sm:block max-sm:py-0.5 max-sm:text-left max-sm:empty:hidden';
  const side = (i: number) => (right.includes(i) ? 'text-right' : 'text-left');
  return (
    <div className="overflow-x-auto">
      <table ref={table} className="w-full border-t-2 border-ink">
        <thead className={stacks ? 'max-sm:sr-only' : ''}>
          <tr className="ruled border-faint">
            {head.map((name, i) => (
              <th
                key={name}
                scope="col"
                className={`caps py-2 pr-4 font-normal text-muted last:pr-0 ${side(i)}`}
              >
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, cells }) => (
            <tr key={key} className={`ruled border-faint ${stacks ? 'max-sm:block max-sm:py-2' : ''}`}>
              {cells.map((cell, i) => (
                <td
                  key={head[i]}
                  data-head={head[i]}
                  className={`py-2 pr-4 align-top leading-snug last:pr-0 ${side(i)} ${right.includes(i) ? 'reading' : ''} ${stacked(i)}`}
                >
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length >= WORTH_A_FILE && <TableFile table={table} />}
    </div>
  );
}
