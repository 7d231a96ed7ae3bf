import { weatherBody } from '#contract/weather.ts';
import { parseAir, parseHumidity, parseWind, SKIES, SKY_NAMES, type Sky } from '#core/dwell/weather.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { formatTemperature, formatWind } from '#core/units/temperature.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { askAgain } from '../state/queries.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useTextForm } from '../ui/useTextForm.ts';

/** The weather as somebody looks at it. */
export function TypeWeather() {
  const { shop } = useSession();
  const of = useTextForm({
    values: { airC: '', humidity: '', windMs: '', sky: 'overcast' as Sky, raining: 'no' },
    read: ({ airC, humidity, windMs, sky, raining }) => {
      const read = {
        airC: parseAir(airC, t('Air'), shop.units),
        humidity: parseHumidity(humidity, t('Humidity')),
        windMs: parseWind(windMs, t('Wind'), shop.units),
      };
      const refusals: Record<string, Refusal> = {};
      const body: Record<string, unknown> = { sky, raining: raining === 'yes' };
      for (const [name, outcome] of Object.entries(read) as [string, Outcome<number>][]) {
        if (outcome.ok) body[name] = outcome.value;
        else refusals[name] = outcome;
      }
      return { body, refusals };
    },
    schema: weatherBody,
    send: (body) => post('/weather', body),
    done: () => {
      askAgain('weather');
      of.form.reset();
    },
  });
  return (
    <form onSubmit={of.submit} noValidate className="mt-2 max-w-xl">
      <div className="grid grid-cols-2 items-start gap-4">
        <TextField
          of={of}
          name="airC"
          label={t('Air')}
          placeholder={t('such as {0}', formatTemperature(14, shop.units))}
        />
        <TextField of={of} name="humidity" label={t('Humidity')} placeholder={t('such as 60 %')} />
        <TextField
          of={of}
          name="windMs"
          label={t('Wind')}
          placeholder={t('such as {0}', formatWind(2.2, shop.units))}
        />
        <ChoiceField
          of={of}
          name="sky"
          label={t('Sky')}
          options={SKIES.map((value) => ({ value, name: t(SKY_NAMES[value]) }))}
        />
        <ChoiceField
          of={of}
          name="raining"
          label={t('Rain')}
          options={[
            { value: 'no', name: t('no rain') },
            { value: 'yes', name: t('it rains') },
          ]}
        />
      </div>
      <FormFoot
        save={t('Keep the weather')}
        saving={of.saving}
        problem={of.problem}
        startAfresh={of.startAfresh}
      />
    </form>
  );
}
