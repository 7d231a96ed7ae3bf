import { memo, useState } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { CONTAINER_OUTLINES } from '#core/mixing/outlines.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { containersQuery, placesQuery, productsQuery, vesselsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { linkColumn, volumeColumn } from '../../ui/columns.tsx';
import { EmptyVessel } from '../../ui/EmptyVessel.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Table } from '../../ui/Table.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Circulation } from './Circulation.tsx';
import { ContainerFigure } from './ContainerFigure.tsx';
import { Missing } from './Missing.tsx';

Shelf.needs = (() => [containersQuery, productsQuery, placesQuery, vesselsQuery]) satisfies Needs;

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
  const shown = containers.filter((c) => showEmpty || c.heldUl > 0);
  return (
    <Page
      title={t('Stock')}
      actions={
        <>
          <ButtonLink to="/stock/containers">{t('As a table')}</ButtonLink>
          <ButtonLink to="/stock/movements">{t('Movements')}</ButtonLink>
          {lead && <ButtonLink to="/stock/counts">{t('Count')}</ButtonLink>}
          {lead && <ButtonLink to="/stock/trail">{t('Trail')}</ButtonLink>}
          {lead && <ButtonLink to="/stock/delivery">{t('A delivery')}</ButtonLink>}
          {lead && <ButtonLink to="/stock/receive">{t('Add a container')}</ButtonLink>}
          {manager && <ButtonLink to="/stock/products/new">{t('Add a product')}</ButtonLink>}
        </>
      }
    >
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
      <Missing />
    </Page>
  );
}

/** One place as a board with its containers standing on it, opened ones in front. */
function ShelfBoard({ name, containers }: { name: string; containers: Container[] }) {
  const inOrder = [...containers].sort((a, b) => Number(!a.openedAt) - Number(!b.openedAt) || a.id - b.id);
  return (
    <section aria-label={name} className="mb-8">
      <h2 className="mb-2">{name}</h2>
      <ul className="flex flex-wrap gap-y-5">
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
    <li className="min-w-38 basis-38 last:grow">
      <Link to={`/stock/containers/${id}`} className="block no-underline hover:underline">
        <span className="flex h-40 items-end border-b-3 border-ink">
          <ContainerFigure
            outline={CONTAINER_OUTLINES[kind]}
            sizeUl={sizeUl}
            heldUl={heldUl}
            sealed={!openedAt}
          />
        </span>
        <span className="block max-w-36 pt-1 pr-3 leading-tight">
          <span className="reading">{code}</span> {productName}
        </span>
        <span className="reading block text-[1.2rem] text-product">{formatVolume(heldUl, shop.units)}</span>
        <span className="block text-[0.94rem] text-muted">{openedAt ? t('open') : t('sealed')}</span>
      </Link>
    </li>
  );
});

/** Every product with what there is of it, as a ruled page. */
function InTheShop({ products, containers }: { products: Product[]; containers: Container[] }) {
  const { shop } = useSession();
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
      <h2 className="mb-2">{t('In the shop')}</h2>
      <Table
        rows={products}
        keyOf={(p) => p.id}
        onPhone="named"
        columns={[
          linkColumn<Product>(
            t('Product'),
            (p) => p.name,
            (p) => `/stock/products/${p.id}`,
          ),
          volumeColumn<Product>(t('Open'), shop, (p) => of(p).open, { none: '–' }),
          volumeColumn<Product>(t('Sealed'), shop, (p) => of(p).sealed, { none: '–' }),
          volumeColumn<Product>(t('All'), shop, (p) => of(p).open + of(p).sealed, { none: t('none') }),
          { name: t('Containers'), figure: true, value: (p) => of(p).count },
        ]}
      />
    </section>
  );
}
