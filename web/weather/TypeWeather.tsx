import { weatherBody } from '#contract/weather.ts';
import { parseAir, parseHumidity, parseWind, SKIES, SKY_NAMES, type Sky } from '#core/dwell/weather.ts';
import type { Outcome } from '#core/outcome.ts';
import { formatTemperature, formatWind } from '#core/units/temperature.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { type Codec, choice, readBy, typedOf } from '../ui/codecs.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useTextForm } from '../ui/useTextForm.ts';

const typedAs = (
  parse: (typed: string, field: string, units: UnitSystem) => Outcome<number>,
): Codec<string, number> => ({
  empty: '',
  format: String,
  parse: (typed, { field, units }) => parse(typed, field, units),
});
const WEATHER = {
  airC: typedAs(parseAir),
  humidity: typedAs(parseHumidity),
  windMs: typedAs(parseWind),
  sky: choice<Sky>('overcast'),
  raining: choice('no'),
};

/** The weather as somebody looks at it. */
export function TypeWeather() {
  const { shop } = useSession();
  const of = useTextForm({
    values: typedOf(WEATHER, null, shop),
    read: readBy(WEATHER, weatherBody, shop, null, ({ raining }) => ({ raining: raining === 'yes' })),
    schema: weatherBody,
    send: (body) => post('/weather', body),
    done: () => of.form.reset(),
  });
  return (
    <form onSubmit={of.submit} noValidate className="mt-2 max-w-xl">
      <div className="grid grid-cols-2 items-start gap-4">
        <TextField of={of} name="airC" placeholder={t('such as {0}', formatTemperature(14, shop.units))} />
        <TextField of={of} name="humidity" placeholder={t('such as 60 %')} />
        <TextField of={of} name="windMs" placeholder={t('such as {0}', formatWind(2.2, shop.units))} />
        <ChoiceField
          of={of}
          name="sky"
          options={SKIES.map((value) => ({ value, name: t(SKY_NAMES[value]) }))}
        />
        <ChoiceField
          of={of}
          name="raining"
          options={[
            { value: 'no', name: t('no rain') },
            { value: 'yes', name: t('it rains') },
          ]}
        />
      </div>
      <FormFoot save={t('Keep the weather')} {...of.foot} />
    </form>
  );
}
