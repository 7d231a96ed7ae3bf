import { useState } from 'react';
import {
  GLASS,
  MEASURING,
  MIXED_BY,
  RATIO_READINGS,
  type Shop,
  shopPatch,
  UNIT_SYSTEMS,
} from '#contract/shop.ts';
import { WEATHER_SOURCES } from '#contract/weather.ts';
import { WATER_KINDS } from '#core/mixing/hardness.ts';
import { FAMILY_NAMES } from '#core/products/family.ts';
import { t } from '../lib/speech.ts';
import { Fold } from '../ui/Fold.tsx';
import { ChoiceField, NoteField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useRowForm } from '../ui/useRowForm.ts';
import { HelpNumbers } from './HelpNumbers.tsx';
import { PlaceAndDates, placeSaid } from './PlaceAndDates.tsx';
import { KEEPING, readShop, type ShopTyped, typedShop } from './shopTyped.ts';
import { READINGS, SCHOOL_WORDS, WATER_NAMES, WEATHER_WORDS } from './shopWords.ts';
import { UNIT_SYSTEM_NAMES } from './units.ts';
import { WashSchools, washSchoolsSaid } from './WashSchools.tsx';

const PAIR = 'grid items-start gap-4 sm:grid-cols-2';

/** The shop's own rules; each says what it changes. */
export function ShopForm({ shop }: { shop: Shop }) {
  const [saved, setSaved] = useState(false);
  const of = useRowForm<ShopTyped, Shop>({
    row: shop,
    path: '/shop',
    schema: shopPatch,
    typed: (row) => typedShop(row ?? shop),
    read: (typed) => readShop(typed, shop),
    done: (row) => {
      of.form.reset(typedShop(row));
      setSaved(true);
    },
  });
  const typed = of.form.watch();
  const words = <T extends string>(values: readonly T[], names: Record<T, string>) =>
    values.map((value) => ({ value, name: names[value] }));
  return (
    <section aria-label={t('Settings')} className="min-w-0">
      <form onSubmit={of.submit} noValidate className="max-w-2xl">
        <Fold of={of} name={t('The shop')} says={typed.name} open>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <div className={PAIR}>
              <TextField of={of} name="name" />
              <TextField of={of} name="currency" maxLength={3} hint={t('A three-letter code')} />
              <HelpNumbers of={of} />
            </div>
            <ChoiceField
              of={of}
              name="units"
              hint={t(
                'Changes what is shown, never what is booked. It also settles a bare oz or gal where you type one.',
              )}
              options={UNIT_SYSTEMS.map((value) => ({ value, name: UNIT_SYSTEM_NAMES()[value] }))}
            />
            <ChoiceField
              of={of}
              name="ratioReading"
              hint={t('Labels rarely say. Strengths already saved keep the reading they were given.')}
              options={RATIO_READINGS.map((value) => ({ value, ...READINGS()[value] }))}
            />
          </div>
        </Fold>
        <Fold
          of={of}
          name={t('Water')}
          says={[typed.hardnessPpm, WATER_NAMES()[typed.water]].filter(Boolean).join(', ')}
        >
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <div className={PAIR}>
              <TextField
                of={of}
                name="hardnessPpm"
                placeholder={t('such as 210 ppm or 12 dH')}
                hint={t('Doses soaps between their label’s soft and hard water. Empty: not tested.')}
              />
              <ChoiceField
                of={of}
                name="water"
                hint={t('Kept with every batch; changed for one mix on the Bench.')}
                options={words(WATER_KINDS, WATER_NAMES())}
              />
            </div>
            <NoteField
              of={of}
              name="wasteWater"
              label={t('Waste water, by the shop’s own rule')}
              hint={t(
                'Shown where something is poured off or emptied, and on every recipe card. Local codes decide.',
              )}
            />
          </div>
        </Fold>
        <Fold
          of={of}
          name={t('Limits on the panel')}
          says={t('{0} to {1}, foams from {2}', typed.preWashFloor, typed.preWashCeiling, typed.foamFloor)}
        >
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <p className="text-muted">
              {t(
                'Products left at these figures follow when they change; a product with a figure of its own keeps it. Recipes outside need a reason.',
              )}
            </p>
            <div className="grid items-start gap-4 sm:grid-cols-3">
              <TextField of={of} name="preWashFloor" hint={t('Alkaline and citrus')} />
              <TextField of={of} name="preWashCeiling" hint={t('Alkaline and citrus')} />
              <TextField of={of} name="foamFloor" />
            </div>
          </div>
        </Fold>
        <Fold
          of={of}
          name={t('How long mixes keep, in days')}
          says={KEEPING.map((family) => `${t(FAMILY_NAMES[family])} ${typed.useByDays[family]}`).join(', ')}
        >
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <p className="text-muted">{t('Sets the use-by of every new batch; products follow as above.')}</p>
            <div className="grid items-start gap-4 sm:grid-cols-3">
              {KEEPING.map((family) => (
                <TextField
                  key={family}
                  of={of}
                  name={`useByDays.${family}`}
                  label={t(FAMILY_NAMES[family])}
                  inputMode="numeric"
                />
              ))}
            </div>
          </div>
        </Fold>
        <Fold
          of={of}
          name={t('House rules')}
          says={[SCHOOL_WORDS().measuring[typed.measuring], SCHOOL_WORDS().mixedBy[typed.mixedBy]].join(', ')}
        >
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <ChoiceField
              of={of}
              name="measuring"
              hint={t('What the Bench proposes first; the other is always a tap away.')}
              options={words(MEASURING, SCHOOL_WORDS().measuring)}
            />
            <ChoiceField
              of={of}
              name="mixedBy"
              hint={t('What the Bench says once both are in.')}
              options={words(MIXED_BY, SCHOOL_WORDS().mixedBy)}
            />
            <ChoiceField
              of={of}
              name="glass"
              hint={t('Whether a dispenser line may carry one at all. Too strong, it streaks.')}
              options={words(GLASS, SCHOOL_WORDS().glass)}
            />
            <TextField
              of={of}
              name="jetShare"
              hint={t('Share of a sudsy bucket that is jetted in after the dose; its water counts.')}
            />
          </div>
        </Fold>
        <Fold of={of} name={t('How vehicles are washed')} says={washSchoolsSaid(typed.schools)}>
          <WashSchools of={of} />
        </Fold>
        <Fold of={of} name={t('Soil and due dates')} says={placeSaid(typed)}>
          <PlaceAndDates of={of} />
        </Fold>
        <Fold of={of} name={t('Weather')} says={WEATHER_WORDS()[typed.weatherSource]}>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <ChoiceField
              of={of}
              name="weatherSource"
              hint={t('Clocks follow it. It is noted with every trial and every word on how a wash went.')}
              options={words(WEATHER_SOURCES, WEATHER_WORDS())}
            />
            <TextField
              of={of}
              name="edgeShare"
              label={t('A film begins to dry at its edges after')}
              hint={t('Share of the time until it is dry, 40 to 80 %. Clocks call for a rinse before then.')}
            />
          </div>
        </Fold>
        <Fold of={of} name={t('The books')} says={t('a tablet locks after {0} min', typed.lockMinutes)}>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
            <div className="grid items-start gap-4 sm:grid-cols-2">
              <TextField
                of={of}
                name="countThresholdUl"
                hint={t('A count that is off by more needs a manager’s word.')}
              />
              <TextField
                of={of}
                name="lockMinutes"
                label={t('A tablet locks after, in minutes')}
                inputMode="numeric"
                hint={t('Left alone, it shows its clocks and nothing else. 0 for never.')}
              />
            </div>
          </div>
        </Fold>
        <div>
          <p className="text-muted">
            {t(
              'Time zone: {0}. It was fixed when the books were opened, so that no day changes its length.',
              shop.zone,
            )}
          </p>
          <FormFoot save={t('Save')} {...of.foot}>
            {saved && !of.form.formState.isDirty && !of.foot.problem && (
              <p className="flex items-center">{t('Saved.')}</p>
            )}
          </FormFoot>
        </div>
      </form>
    </section>
  );
}
