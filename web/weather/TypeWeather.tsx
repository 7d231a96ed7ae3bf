import { weatherBody } from '#contract/weather.ts';
import { parseAir, parseHumidity, parseWind, SKIES, SKY_NAMES, type Sky } from '#core/dwell/weather.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { formatTemperature, formatWind } from '#core/units/temperature.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
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
        airC: parseAir(airC, 'Air', shop.units),
        humidity: parseHumidity(humidity, 'Humidity'),
        windMs: parseWind(windMs, 'Wind', shop.units),
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
          label="Air"
          placeholder={`such as ${formatTemperature(14, shop.units)}`}
        />
        <TextField of={of} name="humidity" label="Humidity" placeholder="such as 60 %" />
        <TextField
          of={of}
          name="windMs"
          label="Wind"
          placeholder={`such as ${formatWind(2.2, shop.units)}`}
        />
        <ChoiceField
          of={of}
          name="sky"
          label="Sky"
          options={SKIES.map((value) => ({ value, name: SKY_NAMES[value] }))}
        />
        <ChoiceField
          of={of}
          name="raining"
          label="Rain"
          options={[
            { value: 'no', name: 'no rain' },
            { value: 'yes', name: 'it rains' },
          ]}
        />
      </div>
      <FormFoot
        save="Keep the weather"
        saving={of.saving}
        problem={of.problem}
        startAfresh={of.startAfresh}
      />
    </form>
  );
}
