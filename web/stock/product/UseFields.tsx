import { FILM_NAMES, FILMS, USE_NAMES } from '#core/products/uses.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Fold } from '../../ui/Fold.tsx';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import type { TextForm } from '../../ui/useTextForm.ts';
import type { ProductTyped } from './productTyped.ts';

const FILM_OPTIONS = () => [
  { value: 'none', name: t('none') },
  ...FILMS.map((value) => ({ value, name: t(FILM_NAMES[value]) })),
];

/** For every use the label names: what holds on the panel, how long it works, how much of it is used. */
export function UseFields({ of }: { of: TextForm<ProductTyped> }) {
  const { shop } = useSession();
  const uses = of.form.watch('uses');
  if (uses.length === 0) return null;
  return (
    <Fold
      of={of}
      name={t('On the panel')}
      says={uses
        .map(({ kind, panelFloor, panelCeiling, dwell }) =>
          [
            t(USE_NAMES[kind]),
            [panelFloor, panelCeiling].filter(Boolean).join(' - '),
            [dwell.fromS, dwell.toS].filter(Boolean).join(' - '),
          ]
            .filter(Boolean)
            .join(' '),
        )
        .join(', ')}
    >
      <p className="mb-3 max-w-3xl text-muted">
        {t(
          'Floor and ceiling are strengths on the panel, after a cannon has diluted the bottle. Times are for 15 to {0} in the shade. Leave empty what nobody knows.',
          formatTemperature(20, shop.units),
        )}
      </p>
      {uses.map(({ kind }, i) => (
        <div key={kind} className="ruled border-faint py-3">
          <h3 className="mb-1 font-semibold">{t(USE_NAMES[kind])}</h3>
          <div className="grid grid-cols-2 items-start gap-3 sm:grid-cols-4 lg:grid-cols-[6rem_6rem_1.4fr_repeat(4,1fr)_5rem]">
            <TextField of={of} name={`uses.${i}.panelFloor`} label={t('Floor')} placeholder="1 %" />
            <TextField of={of} name={`uses.${i}.panelCeiling`} label={t('Ceiling')} placeholder="5 %" />
            <ChoiceField of={of} name={`uses.${i}.film`} label={t('Goes on as')} options={FILM_OPTIONS()} />
            <TextField of={of} name={`uses.${i}.dwell.shortestS`} label={t('Shortest')} placeholder="1 min" />
            <TextField of={of} name={`uses.${i}.dwell.fromS`} label={t('From')} placeholder="3 min" />
            <TextField of={of} name={`uses.${i}.dwell.toS`} label={t('To')} placeholder="4 min" />
            <TextField of={of} name={`uses.${i}.dwell.longestS`} label={t('Longest')} placeholder="5 min" />
            <TextField of={of} name={`uses.${i}.rateMlPerM2`} label={t('ml per m²')} />
          </div>
        </div>
      ))}
      {of.faultAt('uses') && <Refusal problem={of.faultAt('uses')} />}
    </Fold>
  );
}
