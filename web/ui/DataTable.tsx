import {
  type ColumnDef,
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
import { ListField, TypedField } from './Labelled.tsx';
import { Cells, rowLook, saveTable, TableHead } from './Table.tsx';
import { TickBox } from './Tick.tsx';
import { columnId, type TableColumn } from './tableColumn.ts';
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
  keyOf: (row: R) => number | string;
  empty: string;
  open?: (row: R) => void;
  /** More rows may be had; asked for as the end comes near. */
  more?: (() => void) | null;
  /** Where all of it is to be had as a file, beyond the rows that are here. */
  file?: string;
  /** Filters of its own, beside the one for words. */
  children?: ReactNode;
  /** Which rows are chosen, and what is done to them. */
  choosing?: {
    chosen: ReadonlySet<number | string>;
    set: (keys: (number | string)[]) => void;
    acts: ReactNode;
  };
}) {
  const { name, label, rows, columns, keyOf, empty, open, more, file, children, choosing } = props;
  const [sorting, setSorting] = useKept<SortingState>(`${name} sorting`, []);
  const [visible, setVisible] = useKept<VisibilityState>(
    `${name} columns`,
    Object.fromEntries(columns.map((c) => [columnId(c), !c.hidden])),
  );
  const [grouping, setGrouping] = useKept<string[]>(`${name} grouping`, []);
  const [words, setWords] = useState('');
  const defs = useMemo<ColumnDef<R>[]>(
    () =>
      columns.map((c) => ({
        id: columnId(c),
        accessorFn: (row) => c.value?.(row) ?? '',
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
    getRowId: (row) => String(keyOf(row)),
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
  const shown = columns.filter((c) => visible[columnId(c)] !== false);
  const groups = columns.filter((c) => c.groups);
  const toggle = (key: number | string) => {
    if (!choosing) return;
    const { chosen, set } = choosing;
    set(chosen.has(key) ? [...chosen].filter((k) => k !== key) : [...chosen, key]);
  };
  const ticks: TableColumn<R> = {
    id: 'chosen',
    name: t('Chosen'),
    wide: 0.75,
    show: (row) => (
      <TickBox
        tabIndex={-1}
        label={t('Choose {0}', String(columns[0]?.value?.(row) ?? ''))}
        checked={choosing?.chosen.has(keyOf(row)) ?? false}
        set={() => toggle(keyOf(row))}
      />
    ),
  };
  const save = () =>
    saveTable(
      name,
      shown,
      table
        .getSortedRowModel()
        .flatRows.filter((r) => !r.getIsGrouped())
        .map((r) => r.original),
    );
  return (
    <section aria-label={label}>
      <div className="no-print mb-4 flex flex-wrap items-end gap-3">
        <div className="min-w-52 flex-1">
          <TypedField
            label={t('Search')}
            type="search"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </div>
        {children}
        {groups.length > 0 && (
          <div className="min-w-44">
            <ListField
              label={t('Group by')}
              value={grouping[0] ?? NONE}
              options={[
                { value: NONE, name: t('nothing') },
                ...groups.map((c) => ({ value: columnId(c), name: c.name.toLowerCase() })),
              ]}
              onChange={(id) => setGrouping(id === NONE ? [] : [id])}
            />
          </div>
        )}
        <ColumnChoice columns={columns} visible={visible} set={setVisible} />
        {file ? (
          <PaperLink href={file}>{t('Download CSV')}</PaperLink>
        ) : (
          <Button onClick={save}>{t('Download CSV')}</Button>
        )}
      </div>
      <p className="sr-only" role="status">
        {t('{0} of {1} rows', found.length, rows.length)}
      </p>
      {choosing && (
        <div className="no-print mb-4 flex flex-wrap items-end gap-3">
          <span className="min-h-12 content-center">{t('{0} chosen', choosing.chosen.size)}</span>
          <Button onClick={() => choosing.set(found.map((r) => keyOf(r.original)))}>
            {t('Choose all {0}', found.length)}
          </Button>
          {choosing.chosen.size > 0 && (
            <>
              <Button onClick={() => choosing.set([])}>{t('Choose none')}</Button>
              {choosing.acts}
            </>
          )}
        </div>
      )}
      {lines.length === 0 ? (
        <p className="border-t-2 border-ink pt-2 text-muted">
          {rows.length === 0 ? empty : t('Nothing matches. Remove a filter.')}
        </p>
      ) : (
        <Lines<R>
          lines={lines}
          columns={choosing ? [ticks, ...shown] : shown}
          {...(choosing && { mark: (row: R) => toggle(keyOf(row)) })}
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
  /** Space on a row chooses it. */
  mark?: (row: R) => void;
}) {
  const { lines, columns, sorting, sort, open, more, mark } = props;
  const top = useRef<HTMLTableSectionElement>(null);
  const [above, setAbove] = useState(0);
  const [at, setAt] = useState(0);
  useLayoutEffect(() => setAbove((top.current?.getBoundingClientRect().top ?? 0) + window.scrollY), []);
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
  const shares = columns.reduce((sum, c) => sum + (c.wide ?? 1), 0);
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
    } else if (event.key === ' ' && mark && event.target === event.currentTarget && !line.getIsGrouped()) {
      event.preventDefault();
      mark(line.original);
    }
  };
  const order = sorting[0];
  const below = virtual.getTotalSize() + above - (items.at(-1)?.end ?? above);
  return (
    <table
      aria-rowcount={lines.length + 1}
      className="w-full border-t-2 border-ink max-sm:block sm:table-fixed"
    >
      <colgroup>
        {columns.map((c) => (
          <col key={columnId(c)} style={{ width: `${(100 * (c.wide ?? 1)) / shares}%` }} />
        ))}
      </colgroup>
      <TableHead
        columns={columns}
        onPhone="stacks"
        sort={{ by: order?.id, desc: order?.desc ?? false, set: sort }}
      />
      <tbody ref={top} className="max-sm:block">
        <Unseen px={printing ? 0 : (items[0]?.start ?? above) - above} columns={columns.length} />
        {items.map((item) => {
          const line = lines[item.index];
          if (!line) return null;
          const grouped = line.getIsGrouped();
          return (
            <tr
              key={item.key}
              ref={virtual.measureElement}
              data-index={item.index}
              id={`row-${line.id}`}
              aria-rowindex={item.index + 2}
              tabIndex={item.index === at ? 0 : -1}
              className={`${rowLook('stacks')} ${grouped ? 'bg-faint/40 font-semibold' : ''}`}
              onKeyDown={(event) => onKey(event, line, item.index)}
              onFocus={() => setAt(item.index)}
            >
              <Cells
                columns={columns}
                onPhone="stacks"
                inside={(c) =>
                  grouped ? ofGroup(line, c) : (c.show?.(line.original) ?? c.value?.(line.original))
                }
              />
            </tr>
          );
        })}
        <Unseen px={printing ? 0 : below} columns={columns.length} />
      </tbody>
    </table>
  );
}

/** As high as the rows that are out of sight. */
function Unseen({ px, columns }: { px: number; columns: number }) {
  return (
    <tr aria-hidden className="max-sm:block">
      <td colSpan={columns} className="p-0 max-sm:block" style={{ height: Math.max(0, px) }} />
    </tr>
  );
}

/** What stands in the heading of a group: what it is by, how many, and what its figures come to. */
function ofGroup<R>(line: Row<R>, column: TableColumn<R>): ReactNode {
  const rows = line.getLeafRows().map((r) => r.original);
  return line.groupingColumnId === columnId(column)
    ? `${String(line.groupingValue ?? '') || t('none')} (${rows.length})`
    : column.sum?.(rows);
}
