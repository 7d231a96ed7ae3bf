import { Link, useSearchParams } from 'react-router';
import { type Container, containerBody, type Place } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { CONTAINER_KINDS, type ContainerKind } from '#core/mixing/outlines.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { placesQuery, productsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import {
  choice,
  dayOrEmpty,
  flag,
  money,
  orEmpty,
  readBy,
  rowChoice,
  text,
  typedOf,
  volume,
} from '../../ui/codecs.ts';
import { ChoiceField, TextField, TickField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { useGo } from '../../ui/useGo.ts';
import { useTextForm } from '../../ui/useTextForm.ts';

const CONTAINER = {
  productId: rowChoice(),
  kind: choice<ContainerKind>('jug'),
  sizeUl: volume('5 l'),
  levelUl: orEmpty(volume()),
  placeId: rowChoice(),
  lot: text(),
  priceMinor: orEmpty(money),
  bestBefore: dayOrEmpty,
  opened: flag(),
};

Receive.needs = (() => [productsQuery, placesQuery]) satisfies Needs;

/** Brings one container in: a full one is a delivery, a part-full one is counted in as it is found. */
export default function Receive() {
  const [products, places] = useAsked(productsQuery, placesQuery);
  if (products.length === 0) {
    return (
      <Page title={t('Add a container')}>
        <p>
          {t('There is no product yet that it could hold.')}{' '}
          <Link to="/stock/products/new">{t('Add the first product')}</Link>
        </p>
      </Page>
    );
  }
  return <ReceiveForm products={products} places={places} />;
}

function ReceiveForm({ products, places }: { products: Product[]; places: Place[] }) {
  const { who, shop } = useSession();
  const go = useGo();
  const [search] = useSearchParams();
  const of = useTextForm({
    keptAs: `${who.personId} /containers ${search}`,
    values: {
      ...typedOf(CONTAINER, null, shop),
      productId: search.get('product') ?? (products.length === 1 ? String(products[0]?.id) : ''),
      placeId: search.get('place') ?? String(places[0]?.id ?? ''),
    },
    read: (typed) => {
      const { body, refusals } = readBy(CONTAINER, containerBody, shop)(typed);
      // What nobody said is in it is as much as it takes.
      const { levelUl, sizeUl } = body as { levelUl?: number | null; sizeUl?: number };
      return { body: { ...(body as object), levelUl: levelUl === null ? sizeUl : levelUl }, refusals };
    },
    schema: containerBody,
    send: (body) => post<Container>('/containers', body),
    done: (container) => go(`/stock/containers/${container.id}`),
  });
  return (
    <Page title={t('Add a container')}>
      <form onSubmit={of.submit} noValidate className="max-w-xl">
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <div className="sm:col-span-2">
            <ChoiceField
              of={of}
              name="productId"
              placeholder={t('Choose a product')}
              options={named(products)}
            />
          </div>
          <ChoiceField of={of} name="kind" options={CONTAINER_KINDS.map((k) => ({ value: k, name: t(k) }))} />
          <TextField of={of} name="sizeUl" hint={t('Such as 5 l or 1 us gal')} />
          <TextField
            of={of}
            name="levelUl"
            hint={t('Leave empty if it is full. Less than full is booked as a count.')}
          />
          <ChoiceField of={of} name="placeId" label={t('Kept in')} options={named(places)} />
          <TextField of={of} name="lot" hint={t('As printed on it, if it is')} />
          <TextField
            of={of}
            name="priceMinor"
            hint={t('What the full container cost, in {0}. Empty: not known.', shop.currency)}
          />
          <TextField of={of} name="bestBefore" type="date" hint={t('As printed on it. Empty: not known.')} />
          <TickField of={of} name="opened" label={t('It is already open')} />
        </div>
        <FormFoot save={t('Put it on the shelf')} {...of.foot} />
      </form>
    </Page>
  );
}

const named = (rows: { id: number; name: string }[]) =>
  rows.map((row) => ({ value: String(row.id), name: row.name }));
