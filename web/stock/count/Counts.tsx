import { Link } from 'react-router';
import { type Count, type CountHead, countBody } from '#contract/counts.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { containersQuery, countsQuery, placesQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useQuery } from '../../state/useQuery.ts';
import { changeInWords, codeColumn, dayColumn, volumeColumn } from '../../ui/columns.tsx';
import { shopDay } from '../../ui/dates.ts';
import { ChoiceField, TickField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Table } from '../../ui/Table.tsx';
import { useGo } from '../../ui/useGo.ts';
import { useTextForm } from '../../ui/useTextForm.ts';

Counts.needs = (() => [countsQuery]) satisfies Needs;

/** Counts: those under way, a new one, and what the last ones came to. */
export default function Counts() {
  const { shop } = useSession();
  const [counts] = useAsked(countsQuery);
  const open = counts.filter((c) => c.state === 'open');
  return (
    <Page title={t('Counts')}>
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
        {open.length > 0 && (
          <section aria-label={t('Under way')} className="lg:col-start-1">
            <h2 className="mb-2">{t('Under way')}</h2>
            <ul className="border-t-2 border-ink">
              {open.map((count) => (
                <li key={count.id} className="ruled border-faint">
                  <Link
                    to={`/stock/counts/${count.id}`}
                    className="flex min-h-16 items-center justify-between gap-3 no-underline hover:underline"
                  >
                    <span>
                      <span className="text-lg font-bold">{count.placeName}</span>
                      <span className="block text-muted">
                        {t(
                          '{0}, begun by {1}, {2}',
                          count.code,
                          count.startedBy,
                          shopDay(count.startedAt, shop.zone),
                        )}
                      </span>
                    </span>
                    <span className="reading text-lg whitespace-nowrap">
                      {t('{0} of {1}', count.counted, count.containers)}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {/* Beside them on a desk; on a phone, and for whoever tabs, before the long list of those that are over. */}
        <StartCount open={open} />
        <section aria-label={t('Closed')} className="lg:col-start-1">
          <h2 className="mb-2">{t('Closed')}</h2>
          <Closed counts={counts.filter((c) => c.state === 'closed')} />
        </section>
      </div>
    </Page>
  );
}

function Closed({ counts }: { counts: CountHead[] }) {
  const { shop } = useSession();
  return (
    <Table
      rows={counts}
      keyOf={(c) => c.id}
      onPhone="named"
      empty={t('None was closed yet. The first count of a place shows what the books don’t know.')}
      columns={[
        codeColumn<CountHead>(
          t('Count'),
          (c) => c.code,
          (c) => `/stock/counts/${c.id}`,
        ),
        { name: t('Where'), value: (c) => c.placeName },
        dayColumn<CountHead>(t('Closed'), shop, (c) => c.closedAt),
        { name: t('By'), value: (c) => c.closedBy },
        { name: t('Looked at'), figure: true, value: (c) => c.counted },
        volumeColumn<CountHead>(t('Difference'), shop, (c) => c.differenceUl, {
          show: (c) => (c.differenceUl === 0 ? t('none') : changeInWords(c.differenceUl, shop)),
        }),
      ]}
    />
  );
}

function StartCount({ open }: { open: CountHead[] }) {
  const go = useGo();
  const { data: places = [] } = useQuery(placesQuery);
  const { data: containers = [] } = useQuery(containersQuery);
  const of = useTextForm<{ placeId: string; blind: boolean }, Count>({
    values: { placeId: '', blind: true },
    read: ({ placeId, blind }) => ({ body: { placeId: placeId ? Number(placeId) : undefined, blind } }),
    schema: countBody,
    send: (body) => post<Count>('/counts', body),
    done: (count) => {
      go(`/stock/counts/${count.id}`);
    },
  });
  const standing = (placeId: number) => containers.filter((c) => c.placeId === placeId).length;
  return (
    <section aria-label={t('A new count')} className="lg:col-start-2 lg:row-span-2 lg:row-start-1">
      <h2 className="mb-2">{t('A new count')}</h2>
      <form onSubmit={of.submit} noValidate className="flex flex-col gap-4">
        <ChoiceField
          of={of}
          name="placeId"
          placeholder={t('Choose a place')}
          options={places
            .filter((p) => !open.some((c) => c.placeId === p.id))
            .map((p) => ({
              value: String(p.id),
              name: p.name,
              note: standing(p.id) === 1 ? t('1 container') : t('{0} containers', standing(p.id)),
            }))}
        />
        <TickField
          of={of}
          name="blind"
          label={t('Blind: what the books say is shown once everything is counted')}
        />
        <FormFoot save={t('Start counting')} {...of.foot} />
      </form>
    </section>
  );
}
