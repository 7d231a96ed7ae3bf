import { Link, useSearchParams } from 'react-router';
import { type Container, containerBody, type Place } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { CONTAINER_KINDS, type ContainerKind } from '#core/mixing/outlines.ts';
import { parseMoney } from '#core/planning/cost.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { askAgain, placesQuery, productsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ChoiceField, TextField, TickField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { useGo } from '../ui/useGo.ts';
import { useTextForm } from '../ui/useTextForm.ts';

type Typed = {
  productId: string;
  kind: ContainerKind;
  sizeUl: string;
  levelUl: string;
  placeId: string;
  lot: string;
  priceMinor: string;
  bestBefore: string;
  opened: boolean;
};

/** Brings one container in: a full one is a delivery, a part-full one is counted in as it is found. */
export default function Receive() {
  const { data: products } = useQuery(productsQuery);
  const { data: places } = useQuery(placesQuery);
  if (!products || !places) return null;
  if (products.length === 0) {
    return (
      <Page title={t('Count one in')}>
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
      productId: search.get('product') ?? (products.length === 1 ? String(products[0]?.id) : ''),
      kind: 'jug',
      sizeUl: '5 l',
      levelUl: '',
      placeId: search.get('place') ?? String(places[0]?.id ?? ''),
      lot: '',
      priceMinor: '',
      bestBefore: '',
      opened: false,
    } as Typed,
    read: (typed) => {
      const size = parseVolume(typed.sizeUl, { system: shop.units, field: t('Size'), askUnit: true });
      const price =
        typed.priceMinor.trim() === '' ? null : parseMoney(typed.priceMinor, shop.currency, t('Price'));
      const level =
        typed.levelUl.trim() === ''
          ? size
          : parseVolume(typed.levelUl, { system: shop.units, field: t('In it now'), askUnit: true });
      return {
        body: {
          productId: typed.productId ? Number(typed.productId) : undefined,
          kind: typed.kind,
          sizeUl: size.ok ? size.value : undefined,
          levelUl: level.ok ? level.value : undefined,
          placeId: typed.placeId ? Number(typed.placeId) : undefined,
          lot: typed.lot,
          priceMinor: price?.ok ? price.value : null,
          opened: typed.opened,
          bestBefore: typed.bestBefore || null,
        },
        refusals: {
          ...(price && !price.ok && { priceMinor: price }),
          ...(!size.ok && { sizeUl: size }),
          ...(!level.ok && typed.levelUl.trim() !== '' && { levelUl: level }),
        },
      };
    },
    schema: containerBody,
    send: (body) => post<Container>('/containers', body),
    done: (container) => {
      askAgain('containers');
      go(`/stock/containers/${container.id}`);
    },
  });
  return (
    <Page title={t('Count one in')}>
      <form onSubmit={of.submit} noValidate className="max-w-xl">
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <div className="sm:col-span-2">
            <ChoiceField
              of={of}
              name="productId"
              label={t('Product')}
              placeholder={t('Choose a product')}
              options={named(products)}
            />
          </div>
          <ChoiceField
            of={of}
            name="kind"
            label={t('Kind')}
            options={CONTAINER_KINDS.map((k) => ({ value: k, name: t(k) }))}
          />
          <TextField of={of} name="sizeUl" label={t('Size')} hint={t('Such as 5 l or 1 us gal')} />
          <TextField
            of={of}
            name="levelUl"
            label={t('In it now')}
            hint={t('Leave empty if it is full. Less than full is booked as a count.')}
          />
          <ChoiceField of={of} name="placeId" label={t('Stands in')} options={named(places)} />
          <TextField of={of} name="lot" label={t('Lot')} hint={t('As printed on it, if it is')} />
          <TextField
            of={of}
            name="priceMinor"
            label={t('Price')}
            hint={t('What the full container cost, in {0}. Empty: not known.', shop.currency)}
          />
          <TextField
            of={of}
            name="bestBefore"
            label={t('Best before')}
            type="date"
            hint={t('As printed on it. Empty: not known.')}
          />
          <TickField of={of} name="opened" label={t('It is already open')} />
        </div>
        <FormFoot
          save={t('Put it on the shelf')}
          saving={of.saving}
          problem={of.problem}
          startAfresh={of.startAfresh}
        />
      </form>
    </Page>
  );
}

const named = (rows: { id: number; name: string }[]) =>
  rows.map((row) => ({ value: String(row.id), name: row.name }));
