import { useParams } from 'react-router';
import type { Delivery } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { deliveryQuery } from '../../state/queries.ts';
import { useDevice } from '../../state/theme.ts';
import { useAsked } from '../../state/useAsked.ts';
import { ButtonLink, PaperLink } from '../../ui/Button.tsx';
import { codeColumn, moneyColumn, volumeColumn } from '../../ui/columns.tsx';
import { shopDay, timeOfDay } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Table } from '../../ui/Table.tsx';

type Came = Delivery['containers'][number];

DeliveryPage.needs = (({ params: { id } }) => [deliveryQuery(Number(id))]) satisfies Needs;

/** A delivery as it was booked in: every container with its code, to write on it or to label it. */
export default function DeliveryPage() {
  const { shop } = useSession();
  const labelSize = useDevice((state) => state.labelSize);
  const [data] = useAsked(deliveryQuery(Number(useParams().id)));
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
          timeOfDay(data.receivedAt, shop.zone),
          data.containers.length,
          data.containers.length === 1 ? t('container') : t('containers'),
          total > 0 &&
            `, ${formatMoney(total, shop.currency)}${priced ? '' : ` ${t('as far as prices are known')}`}`,
        )}
      </p>
      <Table
        rows={data.containers}
        keyOf={(c) => c.id}
        empty={t('Nothing was in it.')}
        columns={[
          codeColumn<Came>(
            t('Code'),
            (c) => c.code,
            (c) => `/stock/containers/${c.id}`,
          ),
          { name: t('Product'), value: (c) => c.productName },
          volumeColumn<Came>(t('Size'), shop, (c) => c.sizeUl, {
            show: (c) => `${formatVolume(c.sizeUl, shop.units)} ${t(c.kind)}`,
          }),
          { name: t('Lot'), value: (c) => c.lot, show: (c) => c.lot || '–' },
          moneyColumn<Came>(t('Price'), shop, (c) => c.priceMinor, { none: t('not known') }),
        ]}
      />
    </Page>
  );
}
