import type { Shop } from '#contract/shop.ts';
import type { WeatherNow } from '#contract/weather.ts';
import { weatherInWords } from '#core/dwell/weather.ts';
import { t } from '../lib/speech.ts';
import { weatherQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Watch } from '../ui/Refusal.tsx';
import { TypeWeather } from '../weather/TypeWeather.tsx';
import { weatherFrom } from '../weather/weatherWords.ts';

/** The weather as it is known now, and where that is typed, the fields to type it. */
export function WeatherSection({ shop }: { shop: Shop }) {
  const { data } = useQuery(weatherQuery);
  return (
    <section aria-label={t('Weather')}>
      <h2 className="mb-2">{t('Weather in the yard')}</h2>
      {data && <Now now={data} shop={shop} />}
      {shop.weatherSource === 'typed' && <TypeWeather />}
    </section>
  );
}

function Now({ now: { reading, station }, shop }: { now: WeatherNow; shop: Shop }) {
  if (shop.weatherSource === 'station' && station === null) {
    return (
      <Watch word={t('No weather station is connected.')}>
        {t('Nothing is noted until one is, or until it is typed instead.')}
      </Watch>
    );
  }
  if (!reading) return <p className="text-muted">{t('Nobody has typed it in the last six hours.')}</p>;
  return (
    <p className="border-t border-hairline py-2">
      <strong>{weatherInWords(reading, shop.units, t)}</strong>
      <span className="block text-muted">{weatherFrom(reading, shop.zone)}</span>
    </p>
  );
}
