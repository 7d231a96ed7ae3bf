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
import { shopDay } from '../../ui/dates.ts';
import { PROTECTION_NAMES, STATE_NAMES, THICKNESS_NAMES } from './productWords.ts';

const usualInWords = (traits: Traits): string =>
  TRAITS.filter((t) => traits[t] === 'usuallyYes' || traits[t] === 'usuallyNo')
    .map((t) => `${TRAIT_NAMES[t].toLowerCase()}: ${traits[t] === 'usuallyYes' ? 'yes' : 'no'}`)
    .join('; ');

/** All that is on record of a product, as a ruled list; what nobody knows says so. */
export function ProductRecordList({ product }: { product: Product }) {
  const { shop } = useSession();
  const { record, traits, sheet } = product;
  const state = STATE_NAMES[product.state];
  const surfaces = (suits: Suits) =>
    SURFACES.filter((s) => record.surfaces[s] === suits)
      .map((s) => SURFACE_NAMES[s].toLowerCase())
      .join(', ');
  const traitNames = (...known: TraitState[]) =>
    TRAITS.filter((t) => known.includes(traits[t]))
      .map((t) => TRAIT_NAMES[t].toLowerCase())
      .join('; ');
  const facts: [string, ReactNode][] = [
    ['Family', FAMILY_NAMES[record.family]],
    ['How it comes', `${state.name}, ${state.note}`],
    ['pH', ph(record.phNeat, record.phUse)],
    ['Thickness', THICKNESS_NAMES[record.thickness]],
    ['Foams', product.suds ? 'yes' : 'no'],
    ['Density', product.gPerMl === null ? null : `${product.gPerMl} g/ml`],
    ['One cap', product.capUl === null ? null : formatVolume(product.capUl, shop.units)],
    ['Before pouring', product.shakeFirst ? 'shake the container' : 'nothing'],
    ['To wax and sealant', PROTECTION_NAMES[record.protection]],
    ['Good on', surfaces('yes') || null],
    ['Never on', surfaces('no') || 'nothing entered'],
    ['Nobody knows on', surfaces('unknown') || 'nothing'],
    ['Put on with', record.delivery.map((d) => DELIVERY_NAMES[d]).join(', ') || null],
    [
      'Through a dispenser',
      !mayHave(traits, 'neverDispense') && record.delivery.includes('dispenser') ? 'yes' : 'no',
    ],
    ['Has', traitNames('yes', 'usuallyYes') || 'none of the traits that matter'],
    ['By its family, check the sheet', usualInWords(traits) || 'nothing'],
    ['Not known, so treated as there', traitNames('unknown') || 'nothing'],
    ['Hazards', record.hazards.map((h) => HAZARD_NAMES[h]).join(', ') || 'none entered'],
    ['To mix it', mixing(product)],
    ['Store', storage(record.storeFromC, record.storeToC, shop.units)],
    ['A mix keeps', record.useByDays === null ? null : `${record.useByDays} days`],
    [
      'Data sheet',
      sheet ? `${sheet.name}, ${shopDay(sheet.addedAt, shop.zone)}, ${sheet.addedBy}` : 'none attached',
    ],
  ];
  return (
    <section>
      <h2 className="mb-2">On record</h2>
      <dl className="border-t-2 border-ink">
        {facts.map(([name, what]) => (
          <div
            key={name}
            className="ruled grid grid-cols-[8.5rem_minmax(0,1fr)] gap-3 border-faint py-1.5 leading-snug"
          >
            <dt className="text-muted">{name}</dt>
            <dd>{what ?? <em className="not-italic text-muted">not known</em>}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function ph(neat: number | null, use: number | null): string | null {
  if (neat === null && use === null) return null;
  return [neat !== null && `${neat} neat`, use !== null && `${use} at use`].filter(Boolean).join(', ');
}

function mixing({ record: { care } }: Product): string {
  const words = [
    careInWords(care),
    care.acknowledge && 'Asks for a word before each pour.',
    care.signOff && 'Only by people signed off.',
  ];
  return words.filter(Boolean).join(' ') || 'nothing asked for';
}

function storage(from: number | null, to: number | null, show: UnitSystem): string | null {
  const degrees = (celsius: number) => formatTemperature(celsius, show);
  if (from !== null && to !== null) return `${degrees(from)} to ${degrees(to)}`;
  if (from !== null) return `above ${degrees(from)}`;
  return to === null ? null : `below ${degrees(to)}`;
}
