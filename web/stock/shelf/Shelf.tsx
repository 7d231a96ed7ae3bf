import { memo, useState } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { CONTAINER_OUTLINES } from '#core/mixing/outlines.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { containersQuery, placesQuery, productsQuery, vesselsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { linkColumn, volumeColumn } from '../../ui/columns.tsx';
import { dayInWords, dayOf } from '../../ui/dates.ts';
import { EmptyVessel } from '../../ui/EmptyVessel.tsx';
import { TextInput } from '../../ui/Field.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Watch } from '../../ui/Refusal.tsx';
import { Table } from '../../ui/Table.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Circulation } from './Circulation.tsx';
import { ContainerFigure } from './ContainerFigure.tsx';
import { Missing } from './Missing.tsx';

Shelf.needs = (() => [containersQuery, productsQuery, placesQuery, vesselsQuery]) satisfies Needs;

const EVERYWHERE = 'everywhere';

/** The shelf: every container where it stands, filled to its level, and what there is of each product. */
export default function Shelf() {
  const { who, shop } = useSession();
  const [containers, products, places, vessels] = useAsked(
    containersQuery,
    productsQuery,
    placesQuery,
    vesselsQuery,
  );
  const [showEmpty, setShowEmpty] = useState(false);
  const [words, setWords] = useState('');
  const [placeId, setPlaceId] = useState<string>(EVERYWHERE);

  const lead = atLeast(who.role, 'lead');
  const manager = atLeast(who.role, 'manager');
  if (products.length === 0 || containers.length === 0) {
    const [title, path, action, may] =
      products.length === 0
        ? ([t('No products yet'), '/opening/products', t('Add the first product'), manager] as const)
        : ([
            t('Nothing on the shelf yet'),
            '/stock/receive',
            t('Bring in the first container'),
            lead,
          ] as const);
    return (
      <EmptyVessel title={title} units={shop.units}>
        {may ? (
          <ButtonLink look="main" bay to={path}>
            {action}
          </ButtonLink>
        ) : (
          <p>{t('A manager or lead brings in stock. Ask them to.')}</p>
        )}
      </EmptyVessel>
    );
  }

  const empties = containers.filter((c) => c.heldUl === 0).length;
  const sought = words.trim().toLowerCase();
  const shown = containers.filter(
    (c) =>
      (showEmpty || c.heldUl > 0) &&
      (placeId === EVERYWHERE || c.placeId === Number(placeId)) &&
      [c.productName, c.code, c.lot, c.supplier ?? ''].some((said) => said.toLowerCase().includes(sought)),
  );
  return (
    <Page
      title={t('Stock')}
      actions={
        <>
          <ButtonLink to="/stock/containers">{t('As a table')}</ButtonLink>
          <ButtonLink to="/stock/movements">{t('Movements')}</ButtonLink>
          <ButtonLink to="/stock/run-out" className="max-sm:hidden">
            {t('What runs out')}
          </ButtonLink>
          {lead && <ButtonLink to="/stock/counts">{t('Count')}</ButtonLink>}
          {lead && <ButtonLink to="/stock/trail">{t('Trail')}</ButtonLink>}
          {lead && <ButtonLink to="/stock/delivery">{t('A delivery')}</ButtonLink>}
          {lead && <ButtonLink to="/stock/receive">{t('Add a container')}</ButtonLink>}
          {manager && <ButtonLink to="/stock/products/new">{t('Add a product')}</ButtonLink>}
        </>
      }
    >
      <Missing />
      <PastTheirDay containers={containers} />
      <div className="no-print mb-5 flex flex-wrap items-center gap-3">
        <div className="min-w-44 flex-1 sm:max-w-md">
          <TextInput
            aria-label={t('Search the shelf')}
            placeholder={t('Search the shelf')}
            type="search"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </div>
        <div className="min-w-34">
          <Choice
            label={t('Where')}
            value={placeId}
            options={[
              { value: EVERYWHERE, name: t('everywhere') },
              ...places.map((p) => ({ value: String(p.id), name: p.name })),
            ]}
            onChange={setPlaceId}
          />
        </div>
      </div>
      {shown.length === 0 && (
        <p className="border-t-2 border-ink pt-2 text-muted">{t('Nothing matches. Remove a filter.')}</p>
      )}
      {places.map((place) => {
        const here = shown.filter((c) => c.placeId === place.id);
        return here.length > 0 && <ShelfBoard key={place.id} name={place.name} containers={here} />;
      })}
      {empties > 0 && (
        <Tick className="no-print mt-3" checked={showEmpty} set={setShowEmpty}>
          {t('Show {0} empty {1}', empties, empties === 1 ? t('container') : t('containers'))}
        </Tick>
      )}
      <InTheShop products={products} containers={containers} />
      {vessels && <Circulation vessels={vessels} products={products} />}
    </Page>
  );
}

/** One place as a board with its containers standing on it, opened ones in front. */
function ShelfBoard({ name, containers }: { name: string; containers: Container[] }) {
  const inOrder = [...containers].sort((a, b) => Number(!a.openedAt) - Number(!b.openedAt) || a.id - b.id);
  return (
    <section aria-label={name} className="mb-8 max-sm:mb-3">
      <h2 className="mb-2 max-sm:mb-0">{name}</h2>
      <ul className="flex flex-wrap gap-y-5 max-sm:grid max-sm:grid-cols-2 max-sm:gap-x-4 max-sm:gap-y-0 max-sm:border-t-2 max-sm:border-ink">
        {inOrder.map((container) => (
          <OnTheBoard key={container.id} container={container} />
        ))}
      </ul>
    </section>
  );
}

const OnTheBoard = memo(function OnTheBoard({ container }: { container: Container }) {
  const { shop } = useSession();
  const { id, code, productName, heldUl, sizeUl, kind, openedAt } = container;
  return (
    <li className="min-w-38 basis-38 last:grow max-sm:min-w-0 max-sm:border-b max-sm:border-faint">
      <Link
        to={`/stock/containers/${id}`}
        className="block no-underline hover:underline max-sm:flex max-sm:min-h-13 max-sm:items-center max-sm:gap-2"
      >
        <span className="flex h-40 items-end border-b-3 border-ink max-sm:hidden">
          <ContainerFigure
            outline={CONTAINER_OUTLINES[kind]}
            sizeUl={sizeUl}
            heldUl={heldUl}
            sealed={!openedAt}
          />
        </span>
        <Level part={heldUl / sizeUl} sealed={!openedAt} />
        <span className="block min-w-0 leading-tight sm:max-w-36 sm:pt-1 sm:pr-3">
          <span className="block max-sm:line-clamp-2 max-sm:text-[0.94rem]">{productName}</span>
          <span className="reading text-[1.2rem] text-product max-sm:text-base">
            {formatVolume(heldUl, shop.units)}
          </span>{' '}
          <span className="text-[0.94rem] whitespace-nowrap text-muted">
            <span className="reading font-normal">{code}</span>
            <span className="max-sm:sr-only">, {openedAt ? t('open') : t('sealed')}</span>
          </span>
        </span>
      </Link>
    </li>
  );
});

/** On a phone a container is its level: as high as it is full, with a band at the top while it is sealed. */
function Level({ part, sealed }: { part: number; sealed: boolean }) {
  return (
    <span aria-hidden className="relative h-11 w-3 shrink-0 border border-ink bg-raised sm:hidden">
      <span
        className="absolute inset-x-0 bottom-0 bg-product-tint"
        style={{ height: `${Math.min(100, 100 * part)}%` }}
      />
      {sealed && <span className="absolute inset-x-0 top-0 h-1.5 bg-ink" />}
    </span>
  );
}

/** What is out of date by what is printed on it, before all else. */
function PastTheirDay({ containers }: { containers: Container[] }) {
  const { shop } = useSession();
  const today = dayOf(shopNow(), shop.zone);
  const past = containers.filter((c) => c.heldUl > 0 && c.bestBefore !== null && c.bestBefore < today);
  if (past.length === 0) return null;
  return (
    <section aria-label={t('Out of date')} className="mb-5">
      <ul>
        {past.map((c) => (
          <li key={c.id}>
            <Watch word={t('Out of date.')}>
              <Link to={`/stock/containers/${c.id}`}>
                {c.productName}, {c.code}
              </Link>
              {t(': best before {0}, {1}.', dayInWords(c.bestBefore ?? ''), c.placeName)}
            </Watch>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Every product with what there is of it, as a ruled page. */
function InTheShop({ products, containers }: { products: Product[]; containers: Container[] }) {
  const { shop } = useSession();
  const worth = containers.reduce((sum, c) => sum + c.heldMinor, 0);
  const held = new Map<number, { open: number; sealed: number; count: number }>();
  for (const c of containers) {
    const sums = held.get(c.productId) ?? { open: 0, sealed: 0, count: 0 };
    if (c.openedAt) sums.open += c.heldUl;
    else sums.sealed += c.heldUl;
    if (c.heldUl > 0) sums.count++;
    held.set(c.productId, sums);
  }
  type Sums = { open: number; sealed: number; count: number };
  const of = ({ id }: Product): Sums => held.get(id) ?? { open: 0, sealed: 0, count: 0 };
  return (
    <section aria-label={t('In the shop')} className="mt-8 max-w-4xl">
      <div className="mb-2 flex flex-wrap items-baseline justify-between gap-x-5">
        <h2>{t('In the shop')}</h2>
        <Link to="/stock/run-out" className="flex min-h-12 items-center sm:hidden">
          {t('What runs out')}
        </Link>
        {worth > 0 && (
          <p>
            {t('Worth')} <span className="reading">{formatMoney(worth, shop.currency)}</span>
          </p>
        )}
      </div>
      <Table
        rows={products}
        keyOf={(p) => p.id}
        columns={[
          linkColumn<Product>(
            t('Product'),
            (p) => p.name,
            (p) => `/stock/products/${p.id}`,
          ),
          volumeColumn<Product>(t('Open'), shop, (p) => of(p).open, { none: '–', desk: true }),
          volumeColumn<Product>(t('Sealed'), shop, (p) => of(p).sealed, { none: '–', desk: true }),
          volumeColumn<Product>(t('All'), shop, (p) => of(p).open + of(p).sealed, { none: t('none') }),
          { name: t('Containers'), figure: true, desk: true, value: (p) => of(p).count },
        ]}
      />
    </section>
  );
}
