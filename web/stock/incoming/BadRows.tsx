import { type FormEvent, useState } from 'react';
import type { BadRow, CsvImport } from '#contract/imports.ts';
import { post } from '../../lib/api.ts';
import { said, t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { TextInput } from '../../ui/Field.tsx';
import { Refusal, Stop } from '../../ui/Refusal.tsx';

/** Rows of a file that can't be booked, each cell with why not and, while the file is open, a field to put it right in. */
export function BadRows({ found, open }: { found: CsvImport; open: boolean }) {
  const { bad, badRows } = found;
  const shown = new Set(bad.map((b) => b.line)).size;
  return (
    <section aria-label={t('Rows that can’t be booked')}>
      <h2 className="mb-2">{t('Rows that can’t be booked')}</h2>
      <ul className="border-t-2 border-ink">
        {bad.map((row) => (
          <BadCell
            key={`${row.line} ${row.column} ${row.code} ${row.value}`}
            id={found.id}
            row={row}
            open={open && row.column !== ''}
            alike={bad.filter((b) => b.column === row.column && b.value === row.value).length}
          />
        ))}
      </ul>
      {badRows > shown && (
        <p className="mt-3">{t('And {0} more: put these right first.', badRows - shown)}</p>
      )}
    </section>
  );
}

function BadCell({ id, row, open, alike }: { id: number; row: BadRow; open: boolean; alike: number }) {
  const { line, column, value } = row;
  const [typed, setTyped] = useState(value);
  const putting = useCommand((everywhere: boolean) =>
    post<CsvImport>(`/imports/${id}/corrections`, { line, column, value: typed.trim(), everywhere }),
  );
  const { reason, remedy } = said(row);
  const put = (event: FormEvent) => {
    event.preventDefault();
    putting.run(alike > 1);
  };
  return (
    <li className="ruled grid gap-x-5 gap-y-2 border-faint py-3 md:grid-cols-[4rem_minmax(0,1fr)_minmax(0,1.5fr)]">
      <span className="reading pt-2">{t('Line {0}', line)}</span>
      <Stop reason={reason} remedy={remedy} />
      {open ? (
        <form className="flex flex-wrap items-start gap-3" onSubmit={put}>
          <TextInput
            aria-label={t('{0}, line {1}', column, line)}
            className="min-w-40 flex-1"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button type="submit" disabled={putting.waiting || typed.trim() === value}>
            {alike > 1 ? t('Put right in {0} rows', alike) : t('Put right')}
          </Button>
          {alike > 1 && (
            <Button disabled={putting.waiting || typed.trim() === value} onClick={() => putting.run(false)}>
              {t('Only here')}
            </Button>
          )}
          {putting.refusal && <Refusal problem={putting.refusal} />}
        </form>
      ) : (
        <span className="pt-2">{value || t('nothing')}</span>
      )}
    </li>
  );
}
