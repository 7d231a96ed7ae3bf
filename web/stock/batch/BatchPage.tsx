import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import type { Batch } from '#contract/batches.ts';
import type { OnPanel } from '#contract/ledger.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { served } from '#core/products/uses.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { ProductCare } from '../../bench/pour/Cautions.tsx';
import { LabelButton } from '../../labels/LabelButton.tsx';
import { batchQuery, labelPath } from '../../labels/labels.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { strengthSaid, t } from '../../lib/speech.ts';
import { HowItWent } from '../../recipes/HowItWent.tsx';
import { drawInWords } from '../../rigs/drawInWords.ts';
import { useShowsProducts } from '../../state/onScreen.ts';
import { productsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { dayInWords, dayOf, shopDay, timeOfDay } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Stop, Watch } from '../../ui/Refusal.tsx';
import { BatchActs } from './BatchActs.tsx';

const WATER = () =>
  ({ tap: t('tap water'), softened: t('softened water'), deionised: t('deionised water') }) as const;

BatchPage.needs = (({ params: { id = '' } }) => [batchQuery(id), productsQuery]) satisfies Needs;

/** A working batch, where its label leads: what is in the bottle, how strong, by whom, and how long it keeps. */
export default function BatchPage() {
  const { id = '' } = useParams();
  const [batch, products] = useAsked(batchQuery(id), productsQuery);
  const { shop } = useSession();
  const product = products.find((p) => p.id === batch.productId);
  useShowsProducts(batch.productId);
  const fraction = (batch.madeUl > 0 ? batch.productUl / batch.madeUl : batch.askedFraction) as Fraction;
  const serves = product ? served(product.labelEntries, fraction, batch.panel?.fraction) : [];
  const old = batch.useBy !== null && batch.useBy < dayOf(shopNow(), shop.zone);
  const of = { batchId: batch.id, code: batch.code };
  const facts: [string, ReactNode][] = [
    [t('Strength'), t('{0} asked for, {1} mixed', strengthSaid(batch.strength), formatPercent(fraction))],
    ...(batch.panel ? [[t('On the panel'), panelInWords(batch.panel)] as [string, ReactNode]] : []),
    ...(batch.recipe ? [[t('By recipe'), recipeInWords(batch.recipe)] as [string, ReactNode]] : []),
    [t('Serves'), serves.map((e) => e.whatFor.toLowerCase()).join(', ') || t('no strength on its label')],
    [
      t('Made'),
      t(
        '{0}, of it {1} product',
        formatVolume(batch.madeUl, shop.units),
        formatVolume(batch.productUl, shop.units),
      ),
    ],
    [
      t('Measured with'),
      batch.measured.map((m) => m.name ?? t('its own cap')).join(' + ') ||
        (batch.lineName
          ? t('the wall dispenser, {0}', batch.lineName)
          : batch.estimate
            ? t('a free pour, an estimate')
            : t('other mixes')),
    ],
    [t('Water'), WATER()[batch.water]],
    [
      t('Left by the books'),
      batch.heldUl > 0
        ? t('{0} in {1}', formatVolume(batch.heldUl, shop.units), batch.vesselName)
        : t('none'),
    ],
    ...(batch.costMinor > 0
      ? [[t('Cost'), formatMoney(batch.costMinor, shop.currency)] as [string, ReactNode]]
      : []),
    [
      t('By'),
      `${batch.personName}, ${shopDay(batch.madeAt, shop.zone)}, ${timeOfDay(batch.madeAt, shop.zone)}`,
    ],
    [t('Use by'), batch.useBy ? dayInWords(batch.useBy) : t('its product does not say')],
  ];
  return (
    <Page
      title={`${batch.code} ${batch.productName}`}
      actions={
        <>
          {!batch.takenBack && <LabelButton of={of}>{t('Print its label')}</LabelButton>}
          {product && (
            <ButtonLink to={`/stock/products/${product.id}`}>{t('About {0}', product.name)}</ButtonLink>
          )}
        </>
      }
    >
      <div className="grid items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="flex flex-col gap-4">
          {batch.takenBack && (
            <Stop
              reason={t('Taken back: by the books it was never mixed.')}
              remedy={t('Nothing is done with it; take its label off.')}
            />
          )}
          {old && !batch.takenBack && (
            <Watch word={t('Out of date.')}>
              {t(
                'It was good until {0}. Empty it and mix afresh. {1}',
                dayInWords(batch.useBy ?? ''),
                shop.wasteWater,
              )}
            </Watch>
          )}
          {product && <ProductCare product={product} />}
          {!batch.takenBack && <HowBatchWent batch={batch} />}
          {!batch.takenBack && <BatchActs batch={batch} />}
          <dl className="border-t-2 border-ink">
            {facts.map(([name, what]) => (
              <div
                key={name}
                className="ruled grid grid-cols-[9rem_minmax(0,1fr)] gap-3 border-faint py-2 leading-snug"
              >
                <dt className="text-muted">{name}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </div>
        {!batch.takenBack && (
          <img
            src={labelPath(of, 'png', 'large')}
            alt={t('The label of {0}', batch.code)}
            className="aspect-[100/62] w-full border border-hairline bg-white"
          />
        )}
      </div>
    </Page>
  );
}

/** How washes with it went, noted in one tap. */
function HowBatchWent({ batch }: { batch: Batch }) {
  const noting = useCommand((kind: OutcomeKind) => post<Batch>(`/batches/${batch.id}/outcomes`, { kind }));
  const undoing = useCommand((id: number) => post(`/outcomes/${id}/withdrawals`, {}));
  return (
    <HowItWent
      outcomes={batch.outcomes}
      note={noting.run}
      takeBack={undoing.run}
      busy={noting.waiting || undoing.waiting}
      error={noting.refusal ?? undoing.refusal}
    />
  );
}

/** The recipe with its version, or that it was left. */
function recipeInWords({ recipeId, name, soil, number, left }: NonNullable<Batch['recipe']>): ReactNode {
  return (
    <>
      {left && `${t('left')} `}
      <Link to={`/recipes/${recipeId}`}>{name}</Link>
      {t(', {0}, version {1}', t(SOIL_NAMES[soil]), number)}
    </>
  );
}

/** What lands on the paint, how the cannon was set for it, and how well its draw was known. */
function panelInWords({ fraction, known, dialName, machineName, q, u, from, to }: OnPanel): string {
  const about = known === 'measured' ? '' : 'about ';
  const set = t('dial {0}, on {1}', dialName, machineName ?? t('a garden hose'));
  return t(
    '{0}{1}: {2}, draw {3}',
    about,
    formatPercent(fraction as Fraction),
    set,
    drawInWords({ q, u, known, from, to }),
  );
}
