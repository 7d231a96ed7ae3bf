import type { Container } from '#contract/equipment.ts';
import type { LabelEntry, Product } from '#contract/products.ts';
import { equivalentFraction } from '#core/mixing/solveFor.ts';
import { costPerWorkingLitre, formatUnitCost, largeMeasure, newestPrice } from '#core/planning/cost.ts';
import { endsOf, USE_NAMES } from '#core/products/uses.ts';
import { doseInUnitsOf, formatPercent } from '#core/strength/formatStrength.ts';
import { formatLabelStrength, labelEnds } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { useSession } from '../../lib/session.tsx';
import { said, strengthSaid, t } from '../../lib/speech.ts';
import { productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Table } from '../../ui/Table.tsx';

const BASIS_WORDS = () =>
  ({ bottle: t('in the bottle'), bucket: t('in the bucket'), panel: t('on the panel') }) as const;

/** What holds at one end of an entry up to what holds at the other; said once where it is the same. */
const bothOf = (entry: LabelEntry, say: (fraction: number) => string): string =>
  [...new Set(endsOf(entry).map(say))].join(' to ');

/** What a dose in another country's units is in the shop's own. */
export function InShopUnits({ of }: { of: Strength }) {
  const { shop } = useSession();
  const dose = doseInUnitsOf(of, shop.units);
  return dose && <span className="block font-normal text-muted">{dose}</span>;
}

/** What the label says, strength by strength, with what a litre of each costs. */
export function LabelTable({ product, containers }: { product: Product; containers: Container[] }) {
  const { shop } = useSession();
  const price = newestPrice(product.id, containers);
  return (
    <section>
      <h2 className="mb-2">{t('Strengths on the label')}</h2>
      <Table
        rows={product.labelEntries}
        keyOf={(e) => e.id}
        empty={t('Nothing is entered from its label yet.')}
        columns={[
          { name: t('What for'), value: (e) => e.whatFor },
          { name: t('Use'), value: (e) => t(USE_NAMES[e.use]) },
          {
            name: t('Strength'),
            value: formatLabelStrength,
            show: (e) => (
              <span className="reading">
                {formatLabelStrength(e)}
                {e.fraction < 1 && ', '}
                <span className="whitespace-nowrap">
                  {e.fraction < 1 && bothOf(e, (f) => formatPercent(f as Fraction))}
                </span>
                <InShopUnits of={e.strength} />
                {e.upTo && <InShopUnits of={e.upTo} />}
              </span>
            ),
          },
          { name: t('Holds'), value: (e) => BASIS_WORDS()[e.basis] },
          {
            name: t('A {0} costs', t(largeMeasure(shop.units))),
            figure: true,
            value: (e) =>
              price
                ? bothOf(e, (f) => formatUnitCost(costPerWorkingLitre(price, f), shop.currency, shop.units))
                : t('no price'),
          },
        ]}
      />
      <Instead product={product} />
    </section>
  );
}

/** The strengths of the product it replaces, and what stands for them here. */
function Instead({ product }: { product: Product }) {
  const { data: products = [] } = useQuery(productsQuery);
  const { replaces } = product.record;
  const old = products.find((p) => p.id === replaces?.productId);
  if (!replaces || !old) return null;
  return (
    <div className="mt-5">
      <h3 className="mb-2 font-semibold">
        {t('Instead of {0}: 1 part does the work of {1}', old.name, replaces.k)}
      </h3>
      <Table
        rows={labelEnds(old.labelEntries)}
        keyOf={(e) => `${e.id}${e.end}`}
        empty={t('It has no label strengths.')}
        columns={[
          { name: t('What for'), value: (e) => e.whatFor },
          {
            name: old.name,
            value: (e) => strengthSaid(e.strength),
            show: (e) => <span className="reading">{strengthSaid(e.strength)}</span>,
          },
          { name: product.name, value: (e) => insteadOf(e.fraction as Fraction, replaces.k) },
        ]}
      />
    </div>
  );
}

function insteadOf(old: Fraction, k: number): string {
  const here = equivalentFraction(old, k);
  return here.ok
    ? `${strengthSaid(inNotation(here.value, 'parts'))}, ${formatPercent(here.value)}`
    : said(here).reason;
}
