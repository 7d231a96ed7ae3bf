import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { containersQuery, productsQuery, vesselsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { dayInWords, dayOf } from '../ui/dates.ts';
import { fetchedChart } from '../ui/fetchedChart.tsx';
import { monthsOf } from './figures.ts';
import { reviewQuery } from './reviewQueries.ts';

const ByMonth = fetchedChart(() => import('./ByMonth.tsx'));

type Old = { key: string; code: string; what: string; until: string; to: string; ul: number };

/** What was thrown away because it was out of date, and what stands there past its day now. */
export function OutOfDate({ days }: { days: string }) {
  const { shop } = useSession();
  const [{ outOfDate }, containers, vessels] = useAsked(
    reviewQuery(days),
    containersQuery,
    vesselsQuery,
    productsQuery,
  );
  const today = dayOf(shopNow(), shop.zone);
  const old: Old[] = [
    ...containers.flatMap((c) =>
      c.bestBefore !== null && c.bestBefore < today && c.heldUl > 0
        ? [
            {
              key: c.code,
              code: c.code,
              what: c.productName,
              until: c.bestBefore,
              to: `/stock/containers/${c.id}`,
              ul: c.heldUl,
            },
          ]
        : [],
    ),
    ...vessels.flatMap(({ name, holds }) =>
      holds?.useBy && holds.useBy < today
        ? [
            {
              key: holds.code,
              code: holds.code,
              what: t('{0} in {1}', holds.productName, name),
              until: holds.useBy,
              to: `/stock/batches/${holds.batchId}`,
              ul: holds.ul,
            },
          ]
        : [],
    ),
  ].sort((a, b) => a.until.localeCompare(b.until));
  const minor = outOfDate.reduce((sum, w) => sum + w.minor, 0);
  const months = monthsOf(outOfDate.map((w) => w.month));
  return (
    <>
      <p className="max-w-2xl">
        {outOfDate.length === 0
          ? t('Nothing was thrown away as out of date in that time.')
          : t('{0} worth was thrown away as out of date.', formatMoney(minor, shop.currency))}{' '}
        {old.length === 0 && t('Nothing that is past its day stands there now.')}
      </p>
      {months.length > 1 && (
        <ByMonth
          label={t('Thrown away as out of date, by month')}
          months={months}
          lines={[
            {
              look: 'product',
              values: months.map((month) =>
                outOfDate.reduce((sum, w) => sum + (w.month === month ? w.minor : 0), 0),
              ),
            },
          ]}
          say={(value) => formatMoney(value, shop.currency)}
        >
          {t('What was thrown away cost so much.')}
        </ByMonth>
      )}
      {old.length > 0 && (
        <>
          <h3 className="mt-3 mb-1">{t('Past its day, and still there')}</h3>
          <ul className="max-w-2xl">
            {old.map(({ key, code, what, until, to, ul }) => (
              <li key={key} className="ruled flex flex-wrap items-center gap-x-5 gap-y-1 border-faint py-2">
                <span className="reading w-14">{code}</span>
                <span className="min-w-0 flex-1 basis-60">
                  {what}
                  <span className="block text-[0.94rem] text-muted">
                    {t('until {0}, {1} in it', dayInWords(until), formatVolume(ul, shop.units))}
                  </span>
                </span>
                <ButtonLink className="no-print" to={to}>
                  {t('Throw away or keep {0}', code)}
                </ButtonLink>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
