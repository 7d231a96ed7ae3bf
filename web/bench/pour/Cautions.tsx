import { memo, type Ref } from 'react';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { HAZARD_NAMES, suitsVessel } from '#core/products/record.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { said, t } from '../../lib/speech.ts';
import { sheetPath } from '../../stock/product/sheetPath.ts';
import { dayInWords, dayOf } from '../../ui/dates.ts';
import { Watch } from '../../ui/Refusal.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** What to take care of before the pour: the product, the vessel, and what the vessel last held. */
export const Cautions = memo(function Cautions(props: {
  product: Product | null;
  vessel: Vessel | null;
  leftover: boolean;
}) {
  const { product, vessel, leftover } = props;
  if (!product) return null;
  const suits = vessel && suitsVessel({ ...product.record, name: product.name }, vessel);
  return (
    <>
      <ProductCare product={product} />
      {suits && !suits.ok && <Watch word={said(suits).reason}>{said(suits).remedy}</Watch>}
      {leftover && vessel?.holds && (
        <PastItsDay
          code={vessel.holds.code}
          day={vessel.holds.useBy}
          fresh={t('Topping it up does not make it last: empty it and make a fill.')}
        />
      )}
    </>
  );
});

/** The product's own cautions; what its sheet asks people to put on stands beside the button. */
export function ProductCare({ product }: { product: Product }) {
  const { hazards } = product.record;
  const words = [
    product.caution,
    hazards.length > 0 && `${sentence(hazards.map((h) => t(HAZARD_NAMES[h])).join(', '))}.`,
  ].filter(Boolean);
  if (words.length === 0) return null;
  return (
    <Watch word={t('Warning.')}>
      {words.join(' ')}{' '}
      {product.sheet ? (
        <>
          {t('The')}{' '}
          <a
            className="underline underline-offset-2"
            href={sheetPath(product)}
            target="_blank"
            rel="noreferrer"
          >
            {t('safety data sheet')}
          </a>{' '}
          {t('decides.')}
        </>
      ) : (
        t('The safety data sheet decides.')
      )}
    </Watch>
  );
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** A mix or a container that is past the last day it was good for: said before it is poured from. */
export function PastItsDay({ code, day, fresh }: { code: string; day: string | null; fresh: string }) {
  const { shop } = useSession();
  if (day === null || day >= dayOf(shopNow(), shop.zone)) return null;
  return (
    <Watch word={t('Out of date.')}>{t('{0} was good until {1}. {2}', code, dayInWords(day), fresh)}</Watch>
  );
}

/** The word a product asks for before it is poured. */
export function Acknowledge(props: {
  given: boolean;
  give: (given: boolean) => void;
  ref?: Ref<HTMLButtonElement>;
}) {
  const { given, give, ref } = props;
  return (
    <Tick bay {...(ref && { ref })} checked={given} set={give}>
      {t('I have read this and have on what it asks for')}
    </Tick>
  );
}
