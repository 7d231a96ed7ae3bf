import type { VisibilityState } from '@tanstack/react-table';
import { t } from '../lib/speech.ts';
import type { TableColumn } from './tableColumn.ts';

/** Which columns are shown, kept on this device. */
export function ColumnChoice<R>(props: {
  columns: TableColumn<R>[];
  visible: VisibilityState;
  set: (visible: VisibilityState) => void;
}) {
  const { columns, visible, set } = props;
  return (
    <details className="relative">
      <summary className="flex min-h-12 cursor-pointer items-center border border-ink px-5">
        {t('Columns')}
      </summary>
      <fieldset className="absolute right-0 z-10 mt-1 w-60 border-2 border-ink bg-raised p-3">
        <legend className="sr-only">{t('Columns shown')}</legend>
        {columns.map((c) => (
          <label key={c.id} className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={visible[c.id] !== false}
              disabled={c === columns[0]}
              onChange={(e) => set({ ...visible, [c.id]: e.target.checked })}
            />
            {c.name}
          </label>
        ))}
      </fieldset>
    </details>
  );
}
