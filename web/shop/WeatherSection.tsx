import { useQuery } from '@tanstack/react-query';
import type { Shop } from '#contract/shop.ts';
import { type WeatherNow, type WeatherReading, weatherBody } from '#contract/weather.ts';
import {
  parseAir,
  parseHumidity,
  parseWind,
  SKIES,
  SKY_NAMES,
  type Sky,
  weatherInWords,
} from '#core/dwell/weather.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { post } from '../app/api.ts';
import { askAgain, weatherQuery } from '../state/queries.ts';
import { clockTime } from '../ui/dates.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Watch } from '../ui/Refusal.tsx';
import { useTextForm } from '../ui/useTextForm.ts';

/** The weather as it is known now, and where that is typed, the fields to type it. */
export function WeatherSection({ shop }: { shop: Shop }) {
  const { data } = useQuery(weatherQuery);
  return (
    <section aria-label="Weather">
      <h2 className="mb-2">Weather in the yard</h2>
      {data && <Now now={data} shop={shop} />}
      {shop.weatherSource === 'typed' && <TypeIt />}
    </section>
  );
}

function Now({ now: { reading, station }, shop }: { now: WeatherNow; shop: Shop }) {
  if (shop.weatherSource === 'station' && station === null) {
    return (
      <Watch word="No weather station is connected.">
        Nothing is noted until one is, or until it is typed instead.
      </Watch>
    );
  }
  if (!reading) return <p className="text-muted">Nobody has typed it in the last six hours.</p>;
  return (
    <p className="border-t border-hairline py-2">
      <strong>{weatherInWords(reading)}</strong>
      <span className="block text-muted">{weatherFrom(reading, shop.zone)}</span>
    </p>
  );
}

const FROM: Record<WeatherReading['source'], string> = {
  typed: 'typed',
  device: 'from the station',
  simulated: 'from the simulated station',
};

const weatherFrom = ({ source, personName, at }: WeatherReading, zone: string): string =>
  [FROM[source], personName && `by ${personName}`, `at ${clockTime(at, zone)}`].filter(Boolean).join(' ');

function TypeIt() {
  const of = useTextForm({
    values: { airC: '', humidity: '', windMs: '', sky: 'overcast' as Sky },
    read: ({ airC, humidity, windMs, sky }) => {
      const read = {
        airC: parseAir(airC, 'Air'),
        humidity: parseHumidity(humidity, 'Humidity'),
        windMs: parseWind(windMs, 'Wind'),
      };
      const refusals: Record<string, Refusal> = {};
      const body: Record<string, unknown> = { sky };
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
        <TextField of={of} name="airC" label="Air" placeholder="such as 14 C" />
        <TextField of={of} name="humidity" label="Humidity" placeholder="such as 60 %" />
        <TextField of={of} name="windMs" label="Wind" placeholder="such as 2 m/s" />
        <ChoiceField
          of={of}
          name="sky"
          label="Sky"
          options={SKIES.map((value) => ({ value, name: SKY_NAMES[value] }))}
        />
      </div>
      <FormFoot save="Keep the weather" saving={of.saving} problem={of.problem} />
    </form>
  );
}
