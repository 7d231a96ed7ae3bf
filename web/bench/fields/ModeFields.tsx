import { bookedIn } from '#core/booking/resolvePour.ts';
import { fractionIn } from '#core/mixing/contents.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import type { UseKind } from '#core/products/uses.ts';
import { BODIES, BODY_NAMES, type Body, USUAL_BODY } from '#core/soil/bodies.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { formatDuration } from '#core/units/duration.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { strengthSaid, t } from '../../lib/speech.ts';
import { Button } from '../../ui/Button.tsx';
import { Either } from '../../ui/Either.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import type { BenchDraft } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import { usualEachUl } from '../mix/benchTotal.ts';
import { leftAsTyped } from '../mix/fromBooks.ts';
import { depthKeys } from '../mix/namedVolumes.ts';
import { AmountField } from './AmountField.tsx';
import { MakeField } from './MakeField.tsx';

type Props = { draft: BenchDraft; bench: BenchMix; set: (change: Partial<BenchDraft>) => void };

/** The draft's fields that hold what was typed. */
type TextKey = { [K in keyof BenchDraft]-?: BenchDraft[K] extends string ? K : never }[keyof BenchDraft];

/** Where on a vehicle a use is put on, where that is not all over. */
const WHERE: () => Partial<Record<UseKind, string>> = () => ({
  wheel: t('on its wheels'),
  iron: t('on its wheels'),
  tyre: t('on its tyres'),
  arch: t('in its arches'),
  glass: t('on its glass'),
});

/** What the chosen question needs to know besides product and strength. */
export function ModeFields({ draft, bench, set }: Props) {
  const { shop } = useSession();
  const { vessel, product, refusals } = bench;
  const field = (key: TextKey, label: string, placeholder: string, refusal = refusals.total, more = {}) => (
    <AmountField
      label={label}
      value={String(draft[key])}
      refusal={refusal}
      placeholder={placeholder}
      onChange={(text) => set({ [key]: text })}
      {...more}
    />
  );
  const deep = { words: depthKeys(vessel, shop.units) };
  const make = <MakeField draft={draft} vessel={vessel} refusal={refusals.total} set={set} />;
  switch (draft.mode) {
    case 'fill':
      return vessel?.kind === 'towelBucket' && vessel.depth ? (
        <>
          {field('towelsText', t('Towels'), t('how many, such as 10'), refusals.towels, { of: 'number' })}
          {draft.towelsText.trim() === '' ? (
            make
          ) : (
            <div className="grid grid-cols-3 gap-2">
              {field('towelText', t('Towel size'), '40 x 40 cm', undefined, { of: 'size' })}
              {field('gsmText', 'g/m²', '300', undefined, { of: 'number' })}
              {field('freeDepthText', t('Free depth'), '5 cm', undefined, { of: 'size' })}
            </div>
          )}
        </>
      ) : (
        make
      );
    case 'vehicles': {
      const usual = vessel && usualEachUl(draft.body, vessel, bench.limits?.use ?? null);
      const where = WHERE()[bench.limits?.use?.kind ?? 'other'] ?? t('all over');
      const each = usual ? `${formatVolume(usual, shop.units)}, ${where}` : t('such as 400 ml');
      return (
        <>
          {field('vehiclesText', t('Vehicles'), t('how many, such as 6'), refusals.many, { of: 'number' })}
          {usual !== null && (
            <ListField
              label={t('Body')}
              bay
              value={draft.body ?? USUAL_BODY}
              options={BODIES.map((value) => ({ value, name: t(BODY_NAMES[value]) }))}
              onChange={(body) => set({ body: body as Body })}
            />
          )}
          {field('eachText', t('Each takes'), each, undefined)}
          <ManyInWords bench={bench} />
        </>
      );
    }
    case 'have':
      return (
        <>
          <What draft={draft} set={set} />
          {field(
            'haveText',
            draft.haveWhat === 'water' ? t('Water already in') : t('Product at hand'),
            draft.haveWhat === 'water' ? t('such as 9 l') : t('such as 140 ml'),
            refusals.have,
          )}
        </>
      );
    case 'left': {
      const booked = bookedIn(vessel?.holds ?? null, product?.id ?? 0);
      const known = booked && booked.productUl > 0 ? fractionIn(booked) : null;
      const byTheBooks = known
        ? t('{0}, {1}, by the books', strengthSaid(inNotation(known, 'parts')), formatPercent(known))
        : '';
      return (
        <>
          {field('leftText', t('How much is left'), t('read it off the vessel'), refusals.left, deep)}
          {vessel && (
            <Parts
              of={limitsOf(vessel).fillLimitUl}
              choose={(ul) => set({ leftText: leftAsTyped(ul, shop.units) })}
            />
          )}
          {field(
            'leftStrengthText',
            t('How strong it is'),
            byTheBooks || t('such as 1:12'),
            refusals.leftStrength,
            { of: 'strength' },
          )}
          {make}
        </>
      );
    }
    case 'made':
    case 'wrong':
      return (
        <>
          {field('inProductText', t('Product in it'), t('such as 90 ml'), refusals.inProduct, {
            name: 'inProduct',
          })}
          {field('inWaterText', t('Water in it'), t('such as 660 ml'), refusals.inWater, {
            ...deep,
            hint: t('Not booked yet, any of it? Else undo that slip first.'),
          })}
        </>
      );
    case 'merge':
    case 'stock':
    case 'line':
      return null;
  }
}

/** A quarter, half and three quarters of the fill limit, which is how a bottle is read at a glance. */
function Parts({ of, choose }: { of: number; choose: (ul: number) => void }) {
  return (
    <div className="grid grid-cols-3 gap-3">
      {(
        [
          [0.25, '¼', t('a quarter full')],
          [0.5, '½', t('half full')],
          [0.75, '¾', t('three quarters full')],
        ] as const
      ).map(([part, sign, name]) => (
        <Button
          key={part}
          bay
          className="reading text-[1.3rem]"
          aria-label={name}
          onClick={() => choose(part * of)}
        >
          {sign}
        </Button>
      ))}
    </div>
  );
}

/** Whether it is the product that is at hand, or the water that is in already. */
function What({ draft, set }: Pick<Props, 'draft' | 'set'>) {
  return (
    <Either
      label={t('What is there')}
      value={draft.haveWhat}
      options={[
        { value: 'product', name: t('so much product') },
        { value: 'water', name: t('water is in already') },
      ]}
      onChange={(haveWhat) => set({ haveWhat })}
    />
  );
}

/** How often the trigger is squeezed, or how long it sprays, for one vehicle, where someone measured that. */
function squeezesOf({ many, vessel }: BenchMix): string {
  const output = vessel?.output;
  if (!many || !output) return '';
  const n = many.eachUl / 1_000 / output.ml;
  return output.per === 'squeeze'
    ? t(', about {0} squeezes a vehicle', Math.round(n))
    : t(', about {0} of spraying a vehicle', formatDuration(Math.round(n * 60)));
}

/** What several vehicles come to: all of the mix, in how many fills, and the product for all of them. */
function ManyInWords({ bench }: { bench: BenchMix }) {
  const { shop } = useSession();
  const { many, plan, fraction, container } = bench;
  if (!many || !plan || !fraction) return null;
  const productUl = Math.round(many.allUl * fraction);
  const short = container && productUl > container.heldUl;
  return (
    <p className="border-l-2 border-ink pl-3 leading-snug">
      <strong className="reading">{formatVolume(many.allUl, shop.units)}</strong>{' '}
      {t('of mix for {0}{1}', many.vehicles, many.vehicles === 1 ? ` ${t('vehicle')}` : ` ${t('vehicles')}`)}
      {many.fills > 1 && (
        <>
          {t(', in')} <strong className="reading">{many.fills}</strong> {t('fills like this one')}
        </>
      )}
      {t('. It takes')}{' '}
      <strong className="reading text-product">{formatVolume(productUl, shop.units)}</strong>{' '}
      {t(
        'of product in all{0}{1}.',
        squeezesOf(bench),
        short && t(', and {0} holds {1}', container.code, formatVolume(container.heldUl, shop.units)),
      )}
    </p>
  );
}
