import { useFieldArray } from 'react-hook-form';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Place } from '#contract/equipment.ts';
import { type Order, toCome } from '#contract/orders.ts';
import type { Product } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import { type Delivery, deliveryBody, MOST_LINES } from '#contract/stock.ts';
import { majorOf } from '#core/planning/cost.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { orderQuery, placesQuery, productsQuery, suppliersQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { readBy, typedOf } from '../../ui/codecs.ts';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { useTextForm } from '../../ui/useTextForm.ts';
import { blankLine, DELIVERY, type DeliveryTyped } from './deliveryTyped.ts';
import { LeaveOut, WareFields } from './WareFields.tsx';

ReceiveDelivery.needs = (() => [productsQuery, placesQuery]) satisfies Needs;

/** Books a delivery in as it stands on the supplier's paper: many lines, all of them or none. */
export default function ReceiveDelivery() {
  const [products, places] = useAsked(productsQuery, placesQuery);
  const [search] = useSearchParams();
  const orderId = Number(search.get('order')) || null;
  if (products.length === 0) {
    return (
      <Page title={t('A delivery')}>
        <p>
          {t('There is no product yet that it could hold.')}{' '}
          <Link to="/stock/products/new">{t('Add the first product')}</Link>
        </p>
      </Page>
    );
  }
  if (orderId === null) return <DeliveryForm products={products} places={places} order={null} />;
  return <OfOrder id={orderId} products={products} places={places} />;
}

/** What came of an order: filled in with all that is still to come. */
function OfOrder({ id, ...of }: { id: number; products: Product[]; places: Place[] }) {
  const [order] = useAsked(orderQuery(id));
  return <DeliveryForm key={order.id} order={order} {...of} />;
}

/** A size as it is typed; in its exact figure where rounding would make another of it. */
function sizeTyped(ul: number, { units }: Shop): string {
  const words = formatVolume(ul, units);
  const read = parseVolume(words, { system: units, field: t('Size') });
  return read.ok && read.value === ul ? words : formatExactVolume(ul);
}

/** The lines of a delivery with all that is still to come of an order. */
function awaited(order: Order, placeId: string, shop: Shop) {
  const lines = order.lines.filter((l) => toCome(l) > 0);
  return lines.map((l) => ({
    ...blankLine(String(l.productId), placeId),
    kind: l.kind,
    count: String(toCome(l)),
    sizeUl: sizeTyped(l.sizeUl, shop),
    priceMinor: l.priceMinor === null ? '' : String(majorOf(l.priceMinor, shop.currency)),
  }));
}

function DeliveryForm(props: { products: Product[]; places: Place[]; order: Order | null }) {
  const { products, places, order } = props;
  const { who, shop } = useSession();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { data: suppliers = [] } = useQuery(suppliersQuery);
  const store = places.find((p) => p.kind === 'store') ?? places[0];
  const of = useTextForm<DeliveryTyped, Delivery>({
    keptAs: `${who.personId} /deliveries ${search}`,
    values: {
      ...typedOf(DELIVERY, null, shop),
      supplier: order?.supplier ?? '',
      lines: order
        ? awaited(order, String(store?.id ?? ''), shop)
        : [blankLine(search.get('product') ?? '', String(store?.id ?? ''))],
    },
    read: (typed) => {
      const { body, ...read } = readBy(DELIVERY, deliveryBody, shop)(typed);
      return { ...read, body: order ? { ...(body as object), orderId: order.id } : body };
    },
    schema: deliveryBody,
    send: (body) => post<Delivery>('/deliveries', body),
    done: (delivery) => {
      void navigate(`/stock/deliveries/${delivery.id}`);
    },
  });
  const { fields, append, remove } = useFieldArray({ control: of.form.control, name: 'lines' });
  const another = () => {
    const last = of.form.getValues('lines').at(-1);
    append(blankLine('', last?.placeId ?? ''), { focusName: `lines.${fields.length}.count` });
  };
  return (
    <Page title={t('A delivery')}>
      {order && (
        <p className="mb-4 max-w-2xl">
          {t(
            'Of {0}: all that is still to come is filled in. Change it to what really came; the rest stays open.',
            order.code,
          )}
        </p>
      )}
      <form onSubmit={of.submit} noValidate>
        <div className="grid max-w-3xl items-start gap-4 sm:grid-cols-2">
          <TextField
            of={of}
            name="supplier"
            list="suppliers"
            hint={t('A new one is entered with its first delivery')}
          />
          <TextField of={of} name="reference" hint={t('The number on their paper, if there is one')} />
          <datalist id="suppliers">
            {suppliers.map((s) => (
              <option key={s.id} value={s.name} />
            ))}
          </datalist>
        </div>
        <ol aria-label={t('Lines')} className="mt-5 border-t-2 border-ink">
          {fields.map((field, i) => (
            <li key={field.id} className="border-b border-hairline py-4">
              <div className="mb-2 flex min-h-12 items-center justify-between gap-3">
                <span className="caps">{t('Line {0}', i + 1)}</span>
                {fields.length > 1 && <LeaveOut line={i} leave={() => remove(i)} />}
              </div>
              <div className="grid grid-cols-2 items-start gap-4 sm:grid-cols-4 xl:grid-cols-[5rem_minmax(0,2fr)_repeat(4,minmax(0,1fr))_10rem_minmax(0,1fr)]">
                <WareFields of={of} line={i} products={products} />
                <TextField of={of} name={`lines.${i}.lot`} />
                <TextField of={of} name={`lines.${i}.bestBefore`} type="date" />
                <ChoiceField
                  of={of}
                  name={`lines.${i}.placeId`}
                  options={places.map((p) => ({ value: String(p.id), name: p.name }))}
                />
              </div>
            </li>
          ))}
        </ol>
        <FormFoot save={t('Book it in')} {...of.foot}>
          {fields.length < MOST_LINES && <Button onClick={another}>{t('Another line')}</Button>}
        </FormFoot>
      </form>
    </Page>
  );
}
