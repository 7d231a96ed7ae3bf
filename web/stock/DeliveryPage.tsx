import { Link, useParams } from 'react-router';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { deliveryQuery } from '../state/queries.ts';
import { useDevice } from '../state/theme.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink, PaperLink } from '../ui/Button.tsx';
import { clockTime, shopDay } from '../ui/dates.ts';
import { Ledger } from '../ui/Ledger.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** A delivery as it was booked in: every container with its code, to write on it or to label it. */
export default function DeliveryPage() {
  const { shop } = useSession();
  const labelSize = useDevice((state) => state.labelSize);
  const { data, error } = useQuery(deliveryQuery(Number(useParams().id)));
  if (error) return <Refusal problem={error} />;
  if (!data) return null;
  const priced = data.containers.every((c) => c.priceMinor !== null);
  const total = data.containers.reduce((sum, c) => sum + (c.priceMinor ?? 0), 0);
  return (
    <Page
      title={t('{0} from {1}', data.code, data.supplier)}
      actions={
        <>
          <PaperLink href={`/api/deliveries/${data.id}/labels.pdf?size=${labelSize}`}>
            {t('Labels for all of it')}
          </PaperLink>
          <ButtonLink to="/stock/delivery">{t('Another delivery')}</ButtonLink>
          <ButtonLink look="main" to="/stock">
            {t('To the shelf')}
          </ButtonLink>
        </>
      }
    >
      <p className="mb-4">
        {t(
          '{0}Booked in by {1}, {2} {3}: {4} {5}{6}.',
          data.reference && `${t('Delivery note {0}.', data.reference)} `,
          data.receivedBy,
          shopDay(data.receivedAt, shop.zone),
          clockTime(data.receivedAt, shop.zone),
          data.containers.length,
          data.containers.length === 1 ? t('container') : t('containers'),
          total > 0 &&
            `, ${formatMoney(total, shop.currency)}${priced ? '' : ` ${t('as far as prices are known')}`}`,
        )}
      </p>
      <Ledger
        head={[t('Code'), t('Product'), t('Size'), t('Lot'), t('Price')]}
        right={[2, 4]}
        empty={t('Nothing was in it.')}
        rows={data.containers.map((c) => ({
          key: c.id,
          cells: [
            <Link key="code" className="reading" to={`/stock/containers/${c.id}`}>
              {c.code}
            </Link>,
            c.productName,
            `${formatVolume(c.sizeUl, shop.units)} ${t(c.kind)}`,
            c.lot || '–',
            c.priceMinor === null ? t('not known') : formatMoney(c.priceMinor, shop.currency),
          ],
        }))}
      />
    </Page>
  );
}
