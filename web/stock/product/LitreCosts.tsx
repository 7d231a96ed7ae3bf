import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { LabelEntry, Product } from '#contract/products.ts';
import { costPerWorkingLitre, formatUnitCost, largeMeasure, newestPrice } from '#core/planning/cost.ts';
import { USE_NAMES, type UseKind } from '#core/products/uses.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { type LabelEnd, labelEnds } from '#core/strength/labelStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Table } from '../../ui/Table.tsx';

type Line = { product: Product; entry: LabelEnd<LabelEntry>; minor: number };

/** A working litre beside every other product's for the same job, ready to use beside concentrate, cheapest first. */
export function LitreCosts({ product, containers }: { product: Product; containers: Container[] }) {
  const { data: products = [] } = useQuery(productsQuery);
  const uses = product.uses
    .map((u) => u.kind)
    .filter((kind) => linesFor(kind, products, containers).length > 1);
  return uses.map((use) => (
    <CostsOfUse
      key={use}
      use={use}
      lines={linesFor(use, products, containers).filter((l, _, all) => isRival(l, product, all))}
      product={product}
    />
  ));
}

/** A table of one product's own strengths would say nothing the label table does not. */
const isRival = (_: Line, product: Product, all: Line[]) => all.some((l) => l.product.id !== product.id);

function linesFor(use: UseKind, products: readonly Product[], containers: readonly Container[]): Line[] {
  return products
    .flatMap((product) => {
      const price = newestPrice(product.id, containers);
      if (!price || product.state === 'hyper') return [];
      return labelEnds(product.labelEntries)
        .filter((e) => e.use === use)
        .map((entry) => ({ product, entry, minor: costPerWorkingLitre(price, entry.fraction) }));
    })
    .sort((a, b) => a.minor - b.minor);
}

function CostsOfUse({ use, lines, product }: { use: UseKind; lines: Line[]; product: Product }) {
  const { shop } = useSession();
  if (lines.length === 0) return null;
  return (
    <section aria-label={t('What a {0} costs: {1}', t(largeMeasure(shop.units)), t(USE_NAMES[use]))}>
      <h2 className="mb-2">
        {t(
          'A working {0} for {1}, beside others',
          t(largeMeasure(shop.units)),
          t(USE_NAMES[use]).toLowerCase(),
        )}
      </h2>
      <Table
        rows={lines}
        keyOf={(line) => `${line.entry.id}${line.entry.end}`}
        columns={[
          {
            name: t('Product'),
            value: (line) => line.product.name,
            show: (line) =>
              line.product.id === product.id ? (
                <strong>{product.name}</strong>
              ) : (
                <Link to={`/stock/products/${line.product.id}`}>{line.product.name}</Link>
              ),
          },
          { name: t('What for'), value: (line) => line.entry.whatFor },
          {
            name: t('Strength'),
            unit: '%',
            value: (line) => Number((100 * line.entry.fraction).toPrecision(3)),
            show: (line) => (
              <span className="reading">
                {line.entry.fraction >= 1
                  ? t('ready to use')
                  : formatPercent(line.entry.fraction as Fraction)}
              </span>
            ),
          },
          {
            name: t('A {0} costs', t(largeMeasure(shop.units))),
            figure: true,
            value: (line) => formatUnitCost(line.minor, shop.currency, shop.units),
          },
        ]}
      />
    </section>
  );
}
