import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { type CsvImport, IMPORT_COLUMNS, type ImportKind } from '#contract/imports.ts';
import { atLeast } from '#contract/roles.ts';
import { attachText, get, post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { said, t } from '../lib/speech.ts';
import { askAgain } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink, PaperLink } from '../ui/Button.tsx';
import { Either } from '../ui/Either.tsx';
import { Ledger } from '../ui/Ledger.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';

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
  const sending = useMutation({
    mutationFn: (file: File) => attachText<CsvImport>(`/imports/${kind}`, file),
    onSuccess: (sent) => setParams({ of: kind, id: String(sent.id) }),
  });
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
        {!id && <Choose kind={kind} choose={sending.mutate} busy={sending.isPending} />}
        {sending.error && <Refusal problem={sending.error} />}
        {error && <Refusal problem={error} />}
        {found && <Found found={found} again={() => setParams({ of: found.kind })} />}
      </div>
    </Page>
  );
}

function Choose(props: { kind: ImportKind; choose: (file: File) => void; busy: boolean }) {
  const { kind, choose, busy } = props;
  const [over, setOver] = useState(false);
  return (
    <>
      <section
        aria-label={t('The file')}
        className={`border-2 border-dashed p-5 ${over ? 'border-ink bg-faint' : 'border-hairline'}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          const [file] = event.dataTransfer.files;
          if (file) choose(file);
        }}
      >
        <p className="mb-3">
          {t(
            'A file of comma-separated values, its first line naming the columns. Nothing is booked before you have seen what it says.',
          )}
        </p>
        <div className="flex flex-wrap gap-3">
          <label className="inline-flex min-h-12 cursor-pointer items-center border border-ink bg-ink px-5 font-semibold text-ground has-focus-visible:outline-3">
            {busy ? t('Sending ...') : t('Choose the file')}
            <input
              type="file"
              accept=".csv,text/csv"
              className="sr-only"
              disabled={busy}
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file) choose(file);
                event.target.value = '';
              }}
            />
          </label>
          <PaperLink href={`/api/imports/${kind}.csv`}>{t('An example to start from')}</PaperLink>
        </div>
      </section>
      <section aria-label={t('Columns')}>
        <h2 className="mb-2">{t('Columns')}</h2>
        <Ledger
          head={[t('Column'), t('Needed'), t('What stands there'), t('Such as')]}
          empty=""
          rows={IMPORT_COLUMNS[kind].map((c) => ({
            key: c.name,
            cells: [c.name, c.needed ? 'yes' : '', c.note, c.sample],
          }))}
        />
      </section>
    </>
  );
}

function Found({ found, again }: { found: CsvImport; again: () => void }) {
  const { id, kind, state, total, checked, booked, badRows, fileName } = found;
  const acting = useMutation({
    mutationFn: (what: 'bookings' | 'cancellations') => post<CsvImport>(`/imports/${id}/${what}`, {}),
    onSettled: () => askAgain('imports'),
  });
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
          <Button look="main" disabled={acting.isPending} onClick={() => acting.mutate('bookings')}>
            {t('Book all {0}', total)}
          </Button>
        )}
        {(state === 'checking' || state === 'ready') && (
          <Button disabled={acting.isPending} onClick={() => acting.mutate('cancellations')}>
            {t('Cancel')}
          </Button>
        )}
        {!MOVING.includes(state) && state !== 'ready' && <Button onClick={again}>{t('Another file')}</Button>}
      </div>
      {acting.error && <Refusal problem={acting.error} />}
      {found.bad.length > 0 && (
        <>
          <Ledger
            head={[t('Line'), t('Column'), t('It says'), t('Why not'), t('What would work')]}
            empty=""
            rows={found.bad.map((b) => ({
              key: `${b.line} ${b.column}`,
              cells: [
                b.line,
                b.column || '–',
                b.value || 'nothing',
                <strong key="why">{said(b).reason}</strong>,
                said(b).remedy,
              ],
            }))}
          />
          {found.badRows > found.bad.length && <p>{t('And more of the kind: put these right first.')}</p>}
        </>
      )}
      {state === 'ready' && (
        <>
          <h2>{t('The first of them')}</h2>
          <Ledger
            head={[t('Line'), ...IMPORT_COLUMNS[kind].map((c) => c.name)]}
            empty=""
            rows={found.sample.map((s) => ({
              key: s.line,
              cells: [s.line, ...s.words.map((w) => w || '–')],
            }))}
          />
        </>
      )}
    </section>
  );
}
