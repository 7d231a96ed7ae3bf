import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import { type CardAdded, cardBody } from '#contract/opening.ts';
import { PRODUCT_STATES, type Product } from '#contract/products.ts';
import { FAMILIES, FAMILY_NAMES } from '#core/products/family.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { neatSaid, t } from '../lib/speech.ts';
import { containersQuery, placesQuery, productsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { LabelReading } from '../stock/product/LabelReading.tsx';
import { STATE_NAMES } from '../stock/product/productWords.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { useTextForm } from '../ui/useTextForm.ts';
import { type CardTyped, emptyCard, readCard } from './cardTyped.ts';
import { SetUpPage } from './SetUpPage.tsx';

ProductCards.needs = (() => [productsQuery, containersQuery, placesQuery]) satisfies Needs;

/** One product after another, each by what is printed on it; the rest of its record later, by its sheet. */
export default function ProductCards() {
  const [products, containers, places] = useAsked(productsQuery, containersQuery, placesQuery);
  const { who, shop } = useSession();
  const [added, setAdded] = useState<CardAdded | null>(null);
  const first = { ...emptyCard(shop), placeId: String(places[0]?.id ?? '') };
  const of = useTextForm<CardTyped, CardAdded>({
    keptAs: `${who.personId} /opening/products`,
    values: first,
    read: (typed) => readCard(typed, shop),
    schema: cardBody,
    send: (body) => post<CardAdded>('/opening/products', body),
    done: (added) => {
      setAdded(added);
      const { placeId, family } = of.form.getValues();
      of.form.reset({ ...first, placeId, family });
    },
  });
  const { setFocus } = of.form;
  useEffect(() => {
    if (added) setFocus('name');
  }, [added, setFocus]);
  const diluted = of.form.watch('state') !== 'readyToUse';
  return (
    <SetUpPage
      title={t('What is on the shelf')}
      actions={
        products.length > 0 && (
          <ButtonLink look="main" to="/opening/recipes">
            {t('Go on to recipes')}
          </ButtonLink>
        )
      }
    >
      <div className="grid items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,34rem)_minmax(0,1fr)]">
        <form onSubmit={of.submit} noValidate>
          <p className="mb-5">
            {t(
              'A few words of each are enough to mix from. pH, hazards and the rest start as its family usually is, until its sheet is read.',
            )}
          </p>
          <div className="grid items-start gap-4 sm:grid-cols-2">
            <TextField of={of} name="name" hint={t('As the crew calls it')} />
            <ChoiceField
              of={of}
              name="family"
              options={FAMILIES.map((value) => ({ value, name: t(FAMILY_NAMES[value]) }))}
            />
            <ChoiceField
              of={of}
              name="state"
              options={PRODUCT_STATES.map((value) => ({ value, ...STATE_NAMES()[value] }))}
            />
            {diluted && (
              <TextField
                of={of}
                name="printed"
                placeholder={t('1:12, 1:50 to 1:10, 4%, 30 ml/l')}
                hint={<LabelReading printed={of.form.watch('printed')} radio={of.form.register('reading')} />}
              />
            )}
            <TextField of={of} name="sizeUl" hint={t('Of one container. Empty: none is there yet.')} />
            <TextField of={of} name="full" inputMode="numeric" hint={t('Sealed, of that size')} />
            <TextField of={of} name="openUl" hint={t('About as much as is left. Empty: none is open.')} />
            <TextField
              of={of}
              name="priceMinor"
              inputMode="decimal"
              hint={t('What the full container cost, in {0}. Empty: not known.', shop.currency)}
            />
            <TextField of={of} name="capUl" hint={t('What one holds, as 7.5 ml. Empty: not known.')} />
            <ChoiceField
              of={of}
              name="placeId"
              options={places.map((p) => ({ value: String(p.id), name: p.name }))}
            />
          </div>
          <FormFoot save={t('Add it')} {...of.foot} />
          <p role="status" className="mt-3">
            {added &&
              t(
                'Added: {0}{1}',
                added.product.name,
                added.containers.length > 0 && `, ${added.containers.map((c) => c.code).join(' ')}`,
              )}
          </p>
        </form>
        <OnTheShelf products={products} containers={containers} />
      </div>
    </SetUpPage>
  );
}

/** What has been put down so far, and what of it only a sheet can say. */
function OnTheShelf({ products, containers }: { products: Product[]; containers: Container[] }) {
  const { shop } = useSession();
  return (
    <section aria-label={t('On the shelf so far')}>
      <h2 className="border-b-2 border-ink pb-1">{t('On the shelf so far')}</h2>
      {products.length === 0 && <p className="py-3 text-muted">{t('Nothing yet.')}</p>}
      <ul>
        {products.map((product) => {
          const of = containers.filter((c) => c.productId === product.id);
          const ul = of.reduce((sum, c) => sum + c.heldUl, 0);
          const label = product.labelEntries.map((e) => neatSaid(e.printed)).join('; ');
          return (
            <li
              key={product.id}
              className="ruled grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-faint py-2"
            >
              <Link className="font-bold" to={`/stock/products/${product.id}`}>
                {product.name}
              </Link>
              <span className="reading text-right">{ul > 0 ? formatVolume(ul, shop.units) : t('none')}</span>
              <span className="text-[0.94rem] text-muted">
                {t(FAMILY_NAMES[product.record.family])}
                {label && `, ${label}`}
              </span>
              <span className="text-right text-[0.94rem] text-muted">
                {of.length > 0 && of.map((c) => c.code).join(' ')}
              </span>
              {!product.sheet && (
                <Link className="text-[0.94rem]" to={`/stock/products/${product.id}/change`}>
                  {t('Later, by its sheet: pH, hazards, surfaces')}
                </Link>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
