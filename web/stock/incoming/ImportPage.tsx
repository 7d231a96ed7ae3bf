import { useSearchParams } from 'react-router';
import { type CsvImport, IMPORT_COLUMNS, type ImportKind } from '#contract/imports.ts';
import { atLeast } from '#contract/roles.ts';
import { attachText, get, post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { said, t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink, PaperLink } from '../../ui/Button.tsx';
import { Either } from '../../ui/Either.tsx';
import { FileDrop } from '../../ui/FileDrop.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';

const LOOK_EVERY_MS = 300;
const MOVING = ['checking', 'booking'];

/** Products or containers out of a file: what it says is looked at first, row by row, and booked as a whole or not. */
export default function ImportPage() {
  const { who } = useSession();
  const [params, setParams] = useSearchParams();
  const kind: ImportKind = params.get('of') === 'products' ? 'products' : 'containers';
  const id = Number(params.get('id')) || null;
  const { data: found, error } = useQuery({
    queryKey: ['imports', id],
    queryFn: () => get<CsvImport>(`/imports/${id}`),
    enabled: id !== null,
    refetchInterval: ({ state }) => (MOVING.includes(state.data?.state ?? '') ? LOOK_EVERY_MS : false),
  });
  const sending = useCommand(
    (file: File) => attachText<CsvImport>(`/imports/${kind}`, file),
    (sent) => setParams({ of: kind, id: String(sent.id) }),
  );
  return (
    <Page
      title={t('From a file')}
      actions={<ButtonLink to="/stock/containers">{t('Containers')}</ButtonLink>}
    >
      <div className="flex max-w-5xl flex-col gap-8">
        {atLeast(who.role, 'manager') && !id && (
          <div className="max-w-md">
            <Either
              label={t('What is in the file')}
              value={kind}
              options={[
                { value: 'containers', name: t('Containers') },
                { value: 'products', name: t('Products') },
              ]}
              onChange={(of) => setParams({ of })}
            />
          </div>
        )}
        {!id && <Choose kind={kind} choose={sending.run} busy={sending.waiting} />}
        {sending.refusal && <Refusal problem={sending.refusal} />}
        {error && <Refusal problem={error} />}
        {found && <Found found={found} again={() => setParams({ of: found.kind })} />}
      </div>
    </Page>
  );
}

function Choose(props: { kind: ImportKind; choose: (file: File) => void; busy: boolean }) {
  const { kind, choose, busy } = props;
  return (
    <>
      <FileDrop
        accept=".csv,text/csv"
        busy={busy}
        choose={choose}
        beside={<PaperLink href={`/api/imports/${kind}.csv`}>{t('An example to start from')}</PaperLink>}
      >
        {t(
          'A file of comma-separated values, its first line naming the columns. Nothing is booked before you have seen what it says.',
        )}
      </FileDrop>
      <section aria-label={t('Columns')}>
        <h2 className="mb-2">{t('Columns')}</h2>
        <Table
          rows={IMPORT_COLUMNS[kind]}
          keyOf={(c) => c.name}
          columns={[
            { name: t('Column'), value: (c) => c.name },
            { name: t('Needed'), value: (c) => (c.needed ? t('yes') : '') },
            { name: t('What stands there'), value: (c) => c.note },
            { name: t('Such as'), value: (c) => c.sample },
          ]}
        />
      </section>
    </>
  );
}

function Found({ found, again }: { found: CsvImport; again: () => void }) {
  const { id, kind, state, total, checked, booked, badRows, fileName } = found;
  const acting = useCommand((what: 'bookings' | 'cancellations') =>
    post<CsvImport>(`/imports/${id}/${what}`, {}),
  );
  const WORDS: Record<CsvImport['state'], string> = {
    checking: t('Reading {0} ...', fileName),
    ready: t('All {0} rows of {1} can be booked.', total, fileName),
    refused:
      badRows > 0
        ? t(
            '{0} of {1} rows can’t be booked, so none is. Put them right in the file and choose it again.',
            badRows,
            total || badRows,
          )
        : t('{0} has no rows.', fileName),
    booking: t('Booking {0} ...', kind),
    done: t('{0} {1} are in the books.', booked, kind),
    cancelled: t('Cancelled: nothing of it was booked.'),
    failed:
      booked > 0
        ? t(
            'It stopped at a fault of the program: {0} of {1} rows are in the books, the rest are not.',
            booked,
            total,
          )
        : t('It stopped at a fault of the program: nothing of it was booked.'),
  };
  const [of, at] = state === 'booking' ? [total, booked] : [total, checked];
  return (
    <section aria-label={t('What it says')} className="flex flex-col gap-4">
      <p className="text-lg" role="status">
        {WORDS[state]}
      </p>
      {MOVING.includes(state) && (
        <div className="max-w-xl">
          <progress className="h-4 w-full accent-ink" value={at} max={of || 1} aria-label={WORDS[state]} />
          <p className="reading">{t('{0} of {1}', at, of || '...')}</p>
        </div>
      )}
      <div className="flex flex-wrap gap-3">
        {state === 'ready' && (
          <Button look="main" disabled={acting.waiting} onClick={() => acting.run('bookings')}>
            {t('Book all {0}', total)}
          </Button>
        )}
        {(state === 'checking' || state === 'ready') && (
          <Button disabled={acting.waiting} onClick={() => acting.run('cancellations')}>
            {t('Cancel')}
          </Button>
        )}
        {!MOVING.includes(state) && state !== 'ready' && <Button onClick={again}>{t('Another file')}</Button>}
      </div>
      {acting.refusal && <Refusal problem={acting.refusal} />}
      {found.bad.length > 0 && (
        <>
          <Table
            rows={found.bad}
            keyOf={(b) => `${b.line} ${b.column}`}
            columns={[
              { name: t('Line'), value: (b) => b.line },
              { name: t('Column'), value: (b) => b.column, show: (b) => b.column || '–' },
              { name: t('It says'), value: (b) => b.value, show: (b) => b.value || t('nothing') },
              {
                name: t('Why not'),
                value: (b) => said(b).reason,
                show: (b) => <strong>{said(b).reason}</strong>,
              },
              { name: t('What would work'), value: (b) => said(b).remedy },
            ]}
          />
          {found.badRows > found.bad.length && <p>{t('And more of the kind: put these right first.')}</p>}
        </>
      )}
      {state === 'ready' && (
        <>
          <h2>{t('The first of them')}</h2>
          <Table
            rows={found.sample}
            keyOf={(s) => s.line}
            columns={[
              { name: t('Line'), value: (s) => s.line },
              ...IMPORT_COLUMNS[kind].map(({ name }, i) => ({
                name,
                value: ({ words }: (typeof found.sample)[number]) => words[i] ?? '',
                show: ({ words }: (typeof found.sample)[number]) => words[i] || '–',
              })),
            ]}
          />
        </>
      )}
    </section>
  );
}
