import { useState } from 'react';
import { Link } from 'react-router';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import { useSession } from '../lib/session.tsx';
import { said, t } from '../lib/speech.ts';
import { productsQuery } from '../state/queries.ts';
import { laidQuery } from '../state/runQueries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { useWhich } from '../ui/asked.tsx';
import { ButtonLink } from '../ui/Button.tsx';
import { dayInWords, dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Stop } from '../ui/Refusal.tsx';

WhoHad.needs = (() => [productsQuery]) satisfies Needs;

const ASKED = ['product', 'strength'] as const;
/** As strong as was asked for, to within what is poured no closer. */
const NEAR = 0.03;

/** Which vehicles had a product, or had it as strong as this. */
export default function WhoHad() {
  const [products] = useAsked(productsQuery);
  const { shop } = useSession();
  const { asked, set } = useWhich(ASKED);
  const product = products.find((p) => String(p.id) === asked.get('product')) ?? null;
  const [text, setText] = useState(asked.get('strength') ?? '');
  const typed =
    text.trim() === ''
      ? null
      : parseStrength(text, { system: shop.units, ratio: shop.ratioReading, field: t('Strength') });
  const fraction = typed?.ok ? fractionOf(typed.value) : null;
  const near = fraction?.ok ? fraction.value : null;
  const { data: laid } = useQuery({
    ...laidQuery(
      product?.id ?? 0,
      near === null ? 0 : near * (1 - NEAR),
      near === null ? 1 : near * (1 + NEAR),
    ),
    enabled: product !== null,
  });
  return (
    <Page title={t('Vehicles that had it')} actions={<ButtonLink to="/run">{t('All runs')}</ButtonLink>}>
      <div className="mb-5 grid max-w-2xl gap-4 sm:grid-cols-2">
        <ListField
          label={t('Product')}
          value={product ? String(product.id) : ''}
          options={[
            { value: '', name: t('Choose a product') },
            ...products.map((p) => ({ value: String(p.id), name: p.name })),
          ]}
          onChange={(id) => set('product', id)}
        />
        <TypedField
          label={t('As strong as')}
          value={text}
          hint={t('Such as 1:8 or 4 %; nothing for any strength.')}
          onChange={(event) => {
            setText(event.target.value);
            set('strength', event.target.value);
          }}
          error={
            typed && !typed.ok ? <Stop reason={said(typed).reason} remedy={said(typed).remedy} /> : undefined
          }
        />
      </div>
      {laid?.length === 0 && <p>{t('No run says that a vehicle had it.')}</p>}
      {laid && laid.length > 0 && (
        <ul className="border-t-2 border-ink">
          {laid.map((l) => (
            <li
              key={`${l.run} ${l.kind} ${l.fraction}`}
              className="ruled flex flex-wrap items-center gap-x-4 border-faint"
            >
              <Link
                className="flex min-h-12 min-w-0 flex-1 items-center font-bold"
                to={`/vehicles/${l.vehicleId}`}
              >
                {l.vehicle}
              </Link>
              <span>
                {t(STEP_NAMES[l.kind])}
                {l.batch && `, ${l.batch}`}
              </span>
              <span className="reading text-product">
                {l.fraction >= 1 ? t('neat') : formatPercent(l.fraction as Fraction)}
              </span>
              <Link className="flex min-h-12 items-center" to={`/run/${l.run}`}>
                {dayInWords(dayOf(new Date(l.at), shop.zone))}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </Page>
  );
}
