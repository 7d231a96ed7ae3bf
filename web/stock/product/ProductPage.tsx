import { useParams } from 'react-router';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { patch } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useShowsProducts } from '../../state/onScreen.ts';
import { containersQuery, rowOrNew } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useQuery } from '../../state/useQuery.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Watch } from '../../ui/Refusal.tsx';
import { RetireNeeded } from '../../ui/RetireNeeded.tsx';
import { ContainerList } from '../shelf/ContainerList.tsx';
import { LabelTable } from './LabelTable.tsx';
import { LitreCosts } from './LitreCosts.tsx';
import { ProductForm } from './ProductForm.tsx';
import { ProductNotes } from './ProductNotes.tsx';
import { ProductRecordList } from './ProductRecordList.tsx';
import { SheetFile } from './SheetFile.tsx';
import { UseList } from './UseList.tsx';

ProductPage.needs = (({ params: { id } }) => [rowOrNew<Product>('products', id)]) satisfies Needs;

/** A product: what it is, what its label says, what it costs in use, and what of it is on the shelf. */
export default function ProductPage({ change = false }: { change?: boolean }) {
  const { id } = useParams();
  const { who } = useSession();
  const [product] = useAsked(rowOrNew<Product>('products', id));
  if (!product) return <ProductForm product={null} />;
  if (change && atLeast(who.role, 'manager')) return <ProductForm key={product.id} product={product} />;
  return <ProductFacts product={product} />;
}

function ProductFacts({ product }: { product: Product }) {
  useShowsProducts(product.id);
  const { who } = useSession();
  const { data: containers = [] } = useQuery(containersQuery);
  const manager = atLeast(who.role, 'manager');
  return (
    <Page
      title={product.name}
      actions={
        <>
          <SheetFile product={product} />
          {manager && <Retire product={product} />}
          {manager && (
            <ButtonLink look="main" to={`/stock/products/${product.id}/change`}>
              {t('Change it')}
            </ButtonLink>
          )}
        </>
      }
    >
      {product.retired && (
        <p className="mb-3 font-bold">{t('Retired: nobody can pour it. Its history stays.')}</p>
      )}
      {product.caution && (
        <div className="mb-5">
          <Watch word={t('Warning.')}>{t('{0} The safety data sheet decides.', product.caution)}</Watch>
        </div>
      )}
      <div className="grid items-start gap-x-13 gap-y-8 max-lg:grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_24rem]">
        <div className="flex flex-col gap-8">
          <ProductNotes product={product} />
          <LabelTable product={product} containers={containers} />
          <UseList product={product} />
          <LitreCosts product={product} containers={containers} />
          <section>
            <h2 className="mb-2">{t('On the shelf')}</h2>
            <ContainerList containers={containers.filter((c) => c.productId === product.id)} />
            {atLeast(who.role, 'lead') && !product.retired && (
              <ButtonLink className="no-print mt-3" to={`/stock/delivery?product=${product.id}`}>
                {t('A delivery of it')}
              </ButtonLink>
            )}
          </section>
        </div>
        <ProductRecordList product={product} />
      </div>
    </Page>
  );
}

/** Out of use, or back: the history stays either way. */
function Retire({ product }: { product: Product }) {
  const { id, revision, retired, sheet: _, ...facts } = product;
  const labelEntries = product.labelEntries.map(
    ({ id: __, fraction: ___, upToFraction: ____, ...entry }) => entry,
  );
  const send = () => patch(`/products/${id}`, { ...facts, labelEntries, retired: !retired }, revision);
  return <RetireNeeded retired={retired} send={send} needs={({ productId }) => productId === id} />;
}
