import { Link, useSearchParams } from 'react-router';
import {
  type CsvImport,
  IMPORT_COLUMNS,
  IMPORT_KINDS,
  type ImportKind,
  LEAD_KINDS,
} from '#contract/imports.ts';
import { atLeast } from '#contract/roles.ts';
import { attachText, get, post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink, PaperLink } from '../../ui/Button.tsx';
import { Either } from '../../ui/Either.tsx';
import { FileDrop } from '../../ui/FileDrop.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';
import { BadRows } from './BadRows.tsx';
import { KIND_NAMES } from './kindNames.ts';

const LOOK_EVERY_MS = 300;
const MOVING = ['checking', 'booking'];

/** What a shop has in spreadsheets: looked at first, put right row by row, and what can be booked is booked. */
export default function ImportPage() {
  const { who } = useSession();
  const [params, setParams] = useSearchParams();
  const kinds = atLeast(who.role, 'manager') ? IMPORT_KINDS : LEAD_KINDS;
  const kind = kinds.find((k) => k === params.get('of')) ?? 'containers';
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
      title={t('From a spreadsheet')}
      actions={<ButtonLink to="/stock/containers">{t('Containers')}</ButtonLink>}
    >
      <div className="flex max-w-5xl flex-col gap-8">
        {!id && (
          <div className="max-w-3xl">
            <Either
              label={t('What is in the file')}
              value={kind}
              options={kinds.map((value) => ({ value, name: KIND_NAMES()[value] }))}
              onChange={(of) => setParams({ of })}
            />
          </div>
        )}
        {!id && <Choose kind={kind} choose={sending.run} busy={sending.waiting} />}
        {sending.refusal && <Refusal problem={sending.refusal} />}
        {error && <Refusal problem={error} />}
        {found && <Found key={found.id} found={found} again={() => setParams({ of: found.kind })} />}
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
            { name: t('What stands there'), value: (c) => (c.note ? t(...c.note) : '') },
            { name: t('Such as'), value: (c) => c.sample },
          ]}
        />
      </section>
    </>
  );
}

/** Where what was brought in is found. */
const THERE: Record<ImportKind, string> = {
  containers: '/stock/containers',
  products: '/stock/products',
  vessels: '/rigs',
  recipes: '/recipes',
  people: '/crew',
  jobs: '/plan/day',
};

function Found({ found, again }: { found: CsvImport; again: () => void }) {
  const { id, kind, state, total, checked, booked, waiting, badRows, fileName } = found;
  const acting = useCommand((what: 'bookings' | 'cancellations') =>
    post<CsvImport>(`/imports/${id}/${what}`, {}),
  );
  const WORDS: Record<CsvImport['state'], string> = {
    checking: t('Reading {0} ...', fileName),
    ready: [
      t('{0} of {1} rows of {2} can be booked.', waiting, total - booked, fileName),
      badRows > 0 && t('Can’t be booked yet: {0}. Put right here, or left out.', badRows),
    ]
      .filter(Boolean)
      .join(' '),
    refused:
      total === 0 && found.bad.length === 0
        ? t('{0} has no rows.', fileName)
        : t('{0} can’t be read.', fileName),
    booking: t('Booking {0} ...', fileName),
    done: [
      t('{0} rows of {1} are in the books.', booked, fileName),
      badRows > 0 && t('Left out, and still to be put right: {0}.', badRows),
    ]
      .filter(Boolean)
      .join(' '),
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
  const [of, at] = state === 'booking' ? [booked + waiting, booked] : [total, checked];
  const open = state === 'ready' || state === 'done';
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
      <div className="flex flex-wrap items-center gap-x-5 gap-y-3">
        {state === 'ready' && waiting > 0 && (
          <Button look="main" disabled={acting.waiting} onClick={() => acting.run('bookings')}>
            {badRows > 0 ? t('Book the {0} that can be', waiting) : t('Book all {0}', waiting)}
          </Button>
        )}
        {(state === 'checking' || state === 'ready') && booked === 0 && (
          <Button disabled={acting.waiting} onClick={() => acting.run('cancellations')}>
            {t('Cancel')}
          </Button>
        )}
        {!MOVING.includes(state) && (state !== 'ready' || booked > 0) && (
          <Button onClick={again}>{t('Another file')}</Button>
        )}
        {state === 'done' && booked > 0 && <Link to={THERE[kind]}>{KIND_NAMES()[kind]}</Link>}
      </div>
      {acting.refusal && <Refusal problem={acting.refusal} />}
      {found.bad.length > 0 && <BadRows found={found} open={open} />}
      {state === 'ready' && found.sample.length > 0 && (
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
