import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getExpandedRowModel,
  getFilteredRowModel,
  getGroupedRowModel,
  getSortedRowModel,
  type Row,
  type SortingState,
  useReactTable,
  type VisibilityState,
} from '@tanstack/react-table';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type ReactNode, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { t } from '../lib/speech.ts';
import { Button, PaperLink } from './Button.tsx';
import { ColumnChoice } from './ColumnChoice.tsx';
import { saveCsv } from './csv.ts';
import { ListField, TypedField } from './Labelled.tsx';
import type { TableColumn } from './tableColumn.ts';
import { useKept } from './useKept.ts';
import { usePrinting } from './usePrinting.ts';

const NONE = 'none';
const ROW_PX = 53;

/**
 * A table that behaves: sorted by any column, filtered by what is typed, grouped, with the columns one wants, and as a
 * file of what it shows. Of thousands of rows only those in sight are drawn; arrows go from row to row, Enter opens one.
 */
export function DataTable<R>(props: {
  /** Under which its columns, order and grouping are kept on this device. */
  name: string;
  label: string;
  rows: R[];
  columns: TableColumn<R>[];
  idOf: (row: R) => number | string;
  empty: string;
  open?: (row: R) => void;
  /** More rows may be had; asked for as the end comes near. */
  more?: (() => void) | null;
  /** Where all of it is to be had as a file, beyond the rows that are here. */
  file?: string;
  /** Filters of its own, beside the one for words. */
  children?: ReactNode;
}) {
  const { name, label, rows, columns, idOf, empty, open, more, file, children } = props;
  const [sorting, setSorting] = useKept<SortingState>(t('{0} sorting', name), []);
  const [visible, setVisible] = useKept<VisibilityState>(
    t('{0} columns', name),
    Object.fromEntries(columns.map((c) => [c.id, !c.hidden])),
  );
  const [grouping, setGrouping] = useKept<string[]>(t('{0} grouping', name), []);
  const [words, setWords] = useState('');
  const defs = useMemo<ColumnDef<R>[]>(
    () =>
      columns.map((c) => ({
        id: c.id,
        header: c.name,
        accessorFn: (row) => c.value(row) ?? '',
        cell: (context) => c.show?.(context.row.original) ?? context.getValue<string | number>(),
        sortingFn: c.figure ? 'basic' : 'alphanumeric',
        sortUndefined: 'last',
        enableGrouping: c.groups ?? false,
      })),
    [columns],
  );
  const table = useReactTable({
    data: rows,
    columns: defs,
    state: { sorting, columnVisibility: visible, grouping, globalFilter: words, expanded: true },
    onSortingChange: setSorting,
    onColumnVisibilityChange: setVisible,
    getRowId: (row) => String(idOf(row)),
    globalFilterFn: (row, id, typed: string) =>
      String(row.getValue(id)).toLowerCase().includes(typed.trim().toLowerCase()),
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getGroupedRowModel: getGroupedRowModel(),
    getExpandedRowModel: getExpandedRowModel(),
    groupedColumnMode: false,
  });
  const lines = table.getRowModel().rows;
  const found = table.getFilteredRowModel().rows;
  const shown = columns.filter((c) => visible[c.id] !== false);
  const groups = columns.filter((c) => c.groups);
  const save = () =>
    saveCsv(
      name,
      shown.map((c) => c.name),
      found.length === rows.length && sorting.length === 0
        ? rows.map((r) => shown.map((c) => c.value(r)))
        : table
            .getSortedRowModel()
            .flatRows.filter((r) => !r.getIsGrouped())
            .map((r) => shown.map((c) => c.value(r.original))),
    );
  return (
    <section aria-label={label}>
      <div className="no-print mb-4 flex flex-wrap items-end gap-3">
        <div className="min-w-52 flex-1">
          <TypedField
            label={t('Find in it')}
            type="search"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </div>
        {children}
        {groups.length > 0 && (
          <div className="min-w-44">
            <ListField
              label={t('Together by')}
              value={grouping[0] ?? NONE}
              options={[
                { value: NONE, name: t('nothing') },
                ...groups.map((c) => ({ value: c.id, name: c.name.toLowerCase() })),
              ]}
              onChange={(id) => setGrouping(id === NONE ? [] : [id])}
            />
          </div>
        )}
        <ColumnChoice columns={columns} visible={visible} set={setVisible} />
        {file ? (
          <PaperLink href={file}>{t('As a file, CSV')}</PaperLink>
        ) : (
          <Button onClick={save}>{t('As a file, CSV')}</Button>
        )}
      </div>
      <p className="sr-only" role="status">
        {t('{0} of {1} rows', found.length, rows.length)}
      </p>
      {lines.length === 0 ? (
        <p className="border-t-2 border-ink pt-2 text-muted">
          {rows.length === 0 ? empty : t('Nothing like that. Take a filter away.')}
        </p>
      ) : (
        <Lines<R>
          lines={lines}
          columns={shown}
          sorting={sorting}
          sort={(id) => table.getColumn(id)?.toggleSorting()}
          {...(open && { open })}
          {...(more && { more })}
        />
      )}
    </section>
  );
}

function Lines<R>(props: {
  lines: Row<R>[];
  columns: TableColumn<R>[];
  sorting: SortingState;
  sort: (id: string) => void;
  open?: (row: R) => void;
  more?: () => void;
}) {
  const { lines, columns, sorting, sort, open, more } = props;
  const top = useRef<HTMLDivElement>(null);
  const [above, setAbove] = useState(0);
  const [at, setAt] = useState(0);
  useLayoutEffect(() => setAbove(top.current?.offsetTop ?? 0), []);
  const printing = usePrinting();
  const virtual = useWindowVirtualizer({
    count: lines.length,
    estimateSize: () => ROW_PX,
    overscan: printing ? lines.length : 8,
    scrollMargin: above,
    getItemKey: (i) => lines[i]?.id ?? i,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useLayoutEffect(() => {
    if (more && last >= lines.length - 12) more();
  }, [more, last, lines.length]);
  const across = {
    gridTemplateColumns: columns.map((c) => `minmax(0, ${c.wide ?? 1}fr)`).join(' '),
  };
  const goTo = (index: number) => {
    const to = Math.max(0, Math.min(lines.length - 1, index));
    setAt(to);
    virtual.scrollToIndex(to, { align: 'auto' });
    requestAnimationFrame(() => document.getElementById(`row-${lines[to]?.id}`)?.focus());
  };
  const onKey = (event: KeyboardEvent, line: Row<R>, index: number) => {
    const page = Math.max(1, items.length - 10);
    const by = {
      ArrowDown: 1,
      ArrowUp: -1,
      PageDown: page,
      PageUp: -page,
      Home: -lines.length,
      End: lines.length,
    }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      goTo(index + by);
    } else if (event.key === 'Enter' && event.target === event.currentTarget && !line.getIsGrouped()) {
      open?.(line.original);
    }
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: rows of a real table can't be placed one by one as they scroll into sight
    <div role="table" aria-rowcount={lines.length + 1} className="border-t-2 border-ink">
      {/* biome-ignore lint/a11y/useSemanticElements: see above */}
      {/* biome-ignore lint/a11y/useFocusableInteractive: its cells are */}
      <div role="row" className="ruled grid gap-x-5 border-faint max-sm:hidden" style={across}>
        {columns.map((c) => {
          const sorted = sorting.find((s) => s.id === c.id);
          return (
            // biome-ignore lint/a11y/useSemanticElements: see above
            // biome-ignore lint/a11y/useFocusableInteractive: the button in it is
            <div
              key={c.id}
              role="columnheader"
              aria-sort={sorted ? (sorted.desc ? 'descending' : 'ascending') : 'none'}
              className={c.figure ? 'text-right' : ''}
            >
              <button type="button" className="caps min-h-12 text-muted" onClick={() => sort(c.id)}>
                {c.name}
                <span aria-hidden className="text-ink">
                  {sorted ? (sorted.desc ? ' ↓' : ' ↑') : ''}
                </span>
              </button>
            </div>
          );
        })}
      </div>
      <div ref={top} className="relative" style={{ height: printing ? undefined : virtual.getTotalSize() }}>
        {items.map((item) => {
          const line = lines[item.index];
          if (!line) return null;
          return (
            // biome-ignore lint/a11y/useSemanticElements: see above
            <div
              key={item.key}
              ref={virtual.measureElement}
              data-index={item.index}
              id={`row-${line.id}`}
              role="row"
              aria-rowindex={item.index + 2}
              tabIndex={item.index === at ? 0 : -1}
              className={`ruled top-0 left-0 w-full border-faint py-2 leading-snug ${printing ? '' : 'absolute'} ${
                line.getIsGrouped() ? 'bg-faint/40 font-semibold' : ''
              } sm:grid sm:gap-x-5`}
              style={{ ...across, ...(!printing && { transform: `translateY(${item.start - above}px)` }) }}
              onKeyDown={(event) => onKey(event, line, item.index)}
              onFocus={() => setAt(item.index)}
            >
              <Cells line={line} columns={columns} />
            </div>
          );
        })}
      </div>
    </div>
  );
}

function Cells<R>({ line, columns }: { line: Row<R>; columns: TableColumn<R>[] }) {
  const grouped = line.getIsGrouped();
  return columns.map((c) => {
    const cell = line.getAllCells().find((k) => k.column.id === c.id);
    const inside = grouped
      ? cell?.getIsGrouped()
        ? `${String(cell.getValue()) || 'none'} (${line.getLeafRows().length})`
        : c.sum?.(line.getLeafRows().map((r) => r.original))
      : cell && flexRender(cell.column.columnDef.cell, cell.getContext());
    return (
      // biome-ignore lint/a11y/useSemanticElements: see above
      <div
        key={c.id}
        role="cell"
        className={`${c.figure ? 'reading sm:text-right' : ''} ${c.desk ? 'max-sm:hidden' : ''} min-w-0`}
      >
        {inside}
      </div>
    );
  });
}
