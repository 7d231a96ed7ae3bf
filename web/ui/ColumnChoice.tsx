import type { VisibilityState } from '@tanstack/react-table';
import { Popover } from 'radix-ui';
import { t } from '../lib/speech.ts';
import { Button } from './Button.tsx';
import { Tick } from './Tick.tsx';
import { columnId, type TableColumn } from './tableColumn.ts';

/** Which columns are shown, kept on this device. */
export function ColumnChoice<R>(props: {
  columns: TableColumn<R>[];
  visible: VisibilityState;
  set: (visible: VisibilityState) => void;
}) {
  const { columns, visible, set } = props;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button>{t('Columns')}</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          aria-label={t('Columns shown')}
          className="z-10 max-h-(--radix-popover-content-available-height) w-60 overflow-y-auto border-2 border-ink bg-raised p-3"
        >
          {columns.map((c) => (
            <Tick
              key={columnId(c)}
              checked={visible[columnId(c)] !== false}
              disabled={c === columns[0]}
              set={(shown) => set({ ...visible, [columnId(c)]: shown })}
            >
              {c.name}
            </Tick>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
