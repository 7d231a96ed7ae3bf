import { memo, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { CONTAINER_OUTLINES } from '#core/mixing/outlines.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { EmptyVessel } from '../bench/EmptyBench.tsx';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { containersQuery, placesQuery, productsQuery, vesselsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { TableFile } from '../ui/TableFile.tsx';
import { Circulation } from './Circulation.tsx';
import { ContainerFigure } from './ContainerFigure.tsx';
import { Missing } from './Missing.tsx';

/** The shelf: every container where it stands, filled to its level, and what there is of each product. */
export default function Shelf() {
  const { who, shop } = useSession();
  const containers = useQuery(containersQuery);
  const products = useQuery(productsQuery);
  const places = useQuery(placesQuery);
  const vessels = useQuery(vesselsQuery);
  const [showEmpty, setShowEmpty] = useState(false);
  const error = containers.error ?? products.error ?? places.error ?? vessels.error;
  if (error) return <Refusal problem={error} />;
  if (!containers.data || !products.data || !places.data) return null;

  const lead = atLeast(who.role, 'lead');
  const manager = atLeast(who.role, 'manager');
  if (products.data.length === 0 || containers.data.length === 0) {
    const [title, path, action, may] =
      products.data.length === 0
        ? ([t('No products yet'), '/stock/products/new', t('Add the first product'), manager] as const)
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

  const empties = containers.data.filter((c) => c.heldUl === 0).length;
  const shown = containers.data.filter((c) => showEmpty || c.heldUl > 0);
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
          {lead && <ButtonLink to="/stock/receive">{t('Count one in')}</ButtonLink>}
          {manager && <ButtonLink to="/stock/products/new">{t('Add a product')}</ButtonLink>}
        </>
      }
    >
      {places.data.map((place) => {
        const here = shown.filter((c) => c.placeId === place.id);
        return here.length > 0 && <ShelfBoard key={place.id} name={place.name} containers={here} />;
      })}
      {empties > 0 && (
        <label className="no-print mt-3 flex min-h-12 items-center gap-3">
          <input
            type="checkbox"
            className="size-5 accent-ink"
            checked={showEmpty}
            onChange={(e) => setShowEmpty(e.target.checked)}
          />
          {t('Show {0} empty {1}', empties, empties === 1 ? t('container') : t('containers'))}
        </label>
      )}
      <InTheShop products={products.data} containers={containers.data} />
      {vessels.data && <Circulation vessels={vessels.data} products={products.data} />}
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
  const table = useRef<HTMLTableElement>(null);
  const { shop } = useSession();
  const held = new Map<number, { open: number; sealed: number; count: number }>();
  for (const c of containers) {
    const sums = held.get(c.productId) ?? { open: 0, sealed: 0, count: 0 };
    if (c.openedAt) sums.open += c.heldUl;
    else sums.sealed += c.heldUl;
    if (c.heldUl > 0) sums.count++;
    held.set(c.productId, sums);
  }
  const cell = 'py-2 pl-3 text-right whitespace-nowrap reading';
  return (
    <section aria-label={t('In the shop')} className="mt-8">
      <h2 className="mb-2">{t('In the shop')}</h2>
      <table ref={table} className="w-full max-w-4xl border-collapse border-t-2 border-ink">
        <thead>
          <tr className="ruled caps text-muted">
            <th scope="col" className="py-2 text-left font-semibold">
              {t('Product')}
            </th>
            <th scope="col" className="py-2 pl-3 text-right font-semibold">
              {t('Open')}
            </th>
            <th scope="col" className="py-2 pl-3 text-right font-semibold">
              {t('Sealed')}
            </th>
            <th scope="col" className="py-2 pl-3 text-right font-semibold">
              {t('All')}
            </th>
            <th scope="col" className="hidden py-2 pl-3 text-right font-semibold sm:table-cell">
              {t('Containers')}
            </th>
          </tr>
        </thead>
        <tbody>
          {products.map((p) => {
            const { open, sealed, count } = held.get(p.id) ?? { open: 0, sealed: 0, count: 0 };
            return (
              <tr key={p.id} className="ruled border-faint">
                <th scope="row" className="py-2 text-left font-normal">
                  <Link to={`/stock/products/${p.id}`}>{p.name}</Link>
                </th>
                <td className={cell}>{open ? formatVolume(open, shop.units) : '–'}</td>
                <td className={cell}>{sealed ? formatVolume(sealed, shop.units) : '–'}</td>
                <td className={cell}>
                  {open + sealed ? formatVolume(open + sealed, shop.units) : t('none')}
                </td>
                <td className={`${cell} hidden sm:table-cell`}>{count}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="max-w-4xl">
        <TableFile table={table} />
      </div>
    </section>
  );
}
