import { memo, type Ref } from 'react';
import type { Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { careInWords, HAZARD_NAMES, suitsVessel } from '#core/products/record.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../app/session.tsx';
import { shopNow } from '../state/clock.ts';
import { sheetPath } from '../stock/product/sheetPath.ts';
import { dayInWords, dayOf } from '../ui/dates.ts';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { RinsedButton } from './RinsedButton.tsx';

/** What to take care of before the pour: the product, the vessel, and what the vessel last held. */
export const Cautions = memo(function Cautions(props: {
  product: Product | null;
  vessel: Vessel | null;
  refusal: CoreRefusal | undefined;
  leftover: boolean;
}) {
  const { product, vessel, refusal, leftover } = props;
  if (!product) return null;
  const suits = vessel && suitsVessel({ ...product.record, name: product.name }, vessel);
  return (
    <>
      <ProductCare product={product} />
      {suits && !suits.ok && <Watch word={suits.reason}>{suits.remedy}</Watch>}
      {vessel && refusal && (
        <>
          <Refusal problem={refusal} />
          <RinsedButton vessel={vessel} />
        </>
      )}
      {vessel && !refusal && <WhatItHolds product={product} vessel={vessel} leftover={leftover} />}
    </>
  );
});

/** The product's own cautions, and what its sheet asks people to put on. */
export function ProductCare({ product }: { product: Product }) {
  const { care, hazards } = product.record;
  const words = [
    product.caution,
    hazards.length > 0 && `${sentence(hazards.map((h) => HAZARD_NAMES[h]).join(', '))}.`,
    careInWords(care) && `Put on or have: ${lower(careInWords(care))}`,
  ].filter(Boolean);
  if (words.length === 0) return null;
  return (
    <Watch word="Take care.">
      {words.join(' ')}{' '}
      {product.sheet ? (
        <>
          The{' '}
          <a
            className="underline underline-offset-2"
            href={sheetPath(product)}
            target="_blank"
            rel="noreferrer"
          >
            safety data sheet
          </a>{' '}
          decides.
        </>
      ) : (
        'The safety data sheet decides.'
      )}
    </Watch>
  );
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
const lower = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

function WhatItHolds(props: { product: Product; vessel: Vessel; leftover: boolean }) {
  const { shop } = useSession();
  const { product, vessel, leftover } = props;
  const { holds } = vessel;
  if (!holds) return null;
  const old = holds.useBy !== null && holds.useBy < dayOf(shopNow(), shop.zone);
  if (leftover) {
    return (
      <PastItsDay
        code={holds.code}
        day={holds.useBy}
        fresh="Topping it up does not make it last: empty it and make a fill."
      />
    );
  }
  const foreign = holds.productId !== product.id;
  return (
    <Watch word={foreign ? 'Empty and rinse it first.' : 'Not empty by the books.'}>
      {formatVolume(holds.ul, shop.units)} of {holds.productName} by {holds.personName} ({holds.code}
      {old && `, good until ${dayInWords(holds.useBy ?? '')}`}). A pour books that as used.
    </Watch>
  );
}

/** A mix or a container that is past the last day it was good for: said before it is poured from. */
export function PastItsDay({ code, day, fresh }: { code: string; day: string | null; fresh: string }) {
  const { shop } = useSession();
  if (day === null || day >= dayOf(shopNow(), shop.zone)) return null;
  return (
    <Watch word="Out of date.">
      {code} was good until {dayInWords(day)}. {fresh}
    </Watch>
  );
}

/** The word a product asks for before it is poured. */
export function AskForWord(props: {
  given: boolean;
  give: (given: boolean) => void;
  ref?: Ref<HTMLInputElement>;
}) {
  const { given, give, ref } = props;
  return (
    <label className="flex min-h-16 items-center gap-4 border-2 border-ink px-4 text-lg leading-tight">
      <input
        ref={ref}
        type="checkbox"
        className="size-7 shrink-0 accent-ink"
        checked={given}
        onChange={(e) => give(e.target.checked)}
      />
      I have read this and have on what it asks for
    </label>
  );
}
