import type { ReactNode } from 'react';
import type { Product } from '#contract/products.ts';
import { DELIVERY_NAMES } from '#core/products/delivery.ts';
import { FAMILY_NAMES } from '#core/products/family.ts';
import { careInWords, HAZARD_NAMES, SURFACE_NAMES, SURFACES, type Suits } from '#core/products/record.ts';
import { mayHave, TRAIT_NAMES, TRAITS, type TraitState, type Traits } from '#core/safety/traits.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { measuresQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { shopDay } from '../../ui/dates.ts';
import { PROTECTION_NAMES, STATE_NAMES, THICKNESS_NAMES } from './productWords.ts';

const usualInWords = (traits: Traits): string =>
  TRAITS.filter((trait) => traits[trait] === 'usuallyYes' || traits[trait] === 'usuallyNo')
    .map(
      (trait) =>
        `${t(TRAIT_NAMES[trait]).toLowerCase()}: ${traits[trait] === 'usuallyYes' ? t('yes') : t('no')}`,
    )
    .join('; ');

/** All that is on record of a product, as a ruled list; what nobody knows says so. */
export function ProductRecordList({ product }: { product: Product }) {
  const { shop } = useSession();
  const { data: measures = [] } = useQuery(measuresQuery);
  const { record, traits, sheet } = product;
  const heads = measures.filter((m) => m.productId === product.id).map((m) => m.name);
  const state = STATE_NAMES()[product.state];
  const surfaces = (suits: Suits) =>
    SURFACES.filter((s) => record.surfaces[s] === suits)
      .map((s) => t(SURFACE_NAMES[s]).toLowerCase())
      .join(', ');
  const traitNames = (...known: TraitState[]) =>
    TRAITS.filter((trait) => known.includes(traits[trait]))
      .map((trait) => t(TRAIT_NAMES[trait]).toLowerCase())
      .join('; ');
  const facts: [string, ReactNode][] = [
    [t('Family'), t(FAMILY_NAMES[record.family])],
    [t('How it comes'), `${state.name}, ${state.note}`],
    ['pH', ph(record.phNeat, record.phUse)],
    [t('Thickness'), THICKNESS_NAMES()[record.thickness]],
    [t('Foams'), product.suds ? t('yes') : t('no')],
    [t('Density'), product.gPerMl === null ? null : `${product.gPerMl} g/ml`],
    [t('One cap'), product.capUl === null ? null : formatVolume(product.capUl, shop.units)],
    ...(heads.length > 0 ? [[t('Pump head'), heads.join('; ')] satisfies [string, ReactNode]] : []),
    [t('Before pouring'), product.shakeFirst ? t('shake the container') : t('nothing')],
    [t('To wax and sealant'), PROTECTION_NAMES()[record.protection]],
    [t('Good on'), surfaces('yes') || null],
    [t('Never on'), surfaces('no') || t('nothing entered')],
    [t('Not known on'), surfaces('unknown') || t('nothing')],
    [t('Put on with'), record.delivery.map((d) => t(DELIVERY_NAMES[d])).join(', ') || null],
    [
      t('Through a dispenser'),
      !mayHave(traits, 'neverDispense') && record.delivery.includes('dispenser') ? t('yes') : t('no'),
    ],
    [t('Has'), traitNames('yes', 'usuallyYes') || t('none of the traits that matter')],
    [t('By its family, check the sheet'), usualInWords(traits) || t('nothing')],
    [t('Not known, so treated as there'), traitNames('unknown') || t('nothing')],
    [t('Hazards'), record.hazards.map((h) => t(HAZARD_NAMES[h])).join(', ') || t('none entered')],
    [t('To mix it'), mixing(product)],
    [t('Store'), storage(record.storeFromC, record.storeToC, shop.units)],
    [t('Order more under'), record.reorderUl === null ? null : formatVolume(record.reorderUl, shop.units)],
    [t('Room for'), record.roomUl === null ? null : formatVolume(record.roomUl, shop.units)],
    [t('A mix keeps'), record.useByDays === null ? null : t('{0} days', record.useByDays)],
    [
      t('Data sheet'),
      sheet ? `${sheet.name}, ${shopDay(sheet.addedAt, shop.zone)}, ${sheet.addedBy}` : t('none attached'),
    ],
  ];
  return (
    <section>
      <h2 className="mb-2">{t('On record')}</h2>
      <dl className="border-t-2 border-ink">
        {facts.map(([name, what]) => (
          <div
            key={name}
            className="ruled grid grid-cols-[8.5rem_minmax(0,1fr)] gap-3 border-faint py-1.5 leading-snug"
          >
            <dt className="text-muted">{name}</dt>
            <dd>{what ?? <em className="not-italic text-muted">{t('not known')}</em>}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function ph(neat: number | null, use: number | null): string | null {
  if (neat === null && use === null) return null;
  return [neat !== null && t('{0} neat', neat), use !== null && t('{0} at use', use)]
    .filter(Boolean)
    .join(', ');
}

function mixing({ record: { care } }: Product): string {
  const words = [
    careInWords(care, t),
    care.acknowledge && t('Must be confirmed before each pour.'),
    care.signOff && t('Only by people signed off.'),
  ];
  return words.filter(Boolean).join(' ') || t('nothing asked for');
}

function storage(from: number | null, to: number | null, show: UnitSystem): string | null {
  const degrees = (celsius: number) => formatTemperature(celsius, show);
  if (from !== null && to !== null) return t('{0} to {1}', degrees(from), degrees(to));
  if (from !== null) return t('above {0}', degrees(from));
  return to === null ? null : t('below {0}', degrees(to));
}
