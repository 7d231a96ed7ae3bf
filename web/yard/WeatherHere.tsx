import { useMutation } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import type { RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { StationAct, WeatherNow } from '#contract/weather.ts';
import { hindrances } from '#core/dwell/goNoGo.ts';
import { type HourPieces, piecesInWords, piecesName, usualSoil } from '#core/dwell/vehicleWindow.ts';
import { SKY_NAMES, weatherInWords } from '#core/dwell/weather.ts';
import { TAP_C } from '#core/dwell/workingWindow.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatTemperature, formatWind } from '#core/units/temperature.ts';
import { factorFor } from '../clocks/clockWindows.ts';
import { dwell } from '../clocks/dwellWorker.ts';
import { laidHere } from '../clocks/laidHere.ts';
import { Hindrances } from '../clocks/WindowAnswer.tsx';
import { post } from '../lib/api.ts';
import { shopMs } from '../lib/clock.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useBookGround } from '../recipes/useBook.ts';
import { askAgain, filmFactorsQuery, recipesQuery, weatherQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { clockTime } from '../ui/dates.ts';
import { Watch } from '../ui/Refusal.tsx';
import { TypeWeather } from '../weather/TypeWeather.tsx';
import { staleFor, weatherFrom } from '../weather/weatherWords.ts';

/** The weather, and what it does to foam on a car now and in the coming hours. */
export function WeatherHere() {
  const { shop } = useSession();
  const { data: weather } = useQuery(weatherQuery);
  const hours = useHours(weather);
  if (!weather) return null;
  const { reading } = weather;
  const stale = staleFor(weather, shopMs());
  return (
    <section aria-label={t('Weather')} className="min-w-0">
      <h2 className="sr-only">{t('Weather')}</h2>
      {reading ? (
        <div className="border-t-2 border-ink py-2">
          <p className="text-[1.2rem] leading-snug font-bold">{weatherInWords(reading, shop.units, t)}</p>
          <p className="text-muted">
            {weatherFrom(reading, shop.zone)}
            {reading.panelC != null &&
              t('; a dark panel is {0}', formatTemperature(reading.panelC, shop.units))}
          </p>
        </div>
      ) : (
        <p className="border-t-2 border-ink py-2">
          {t('Nobody has typed the weather in the last six hours.')}
        </p>
      )}
      <div className="flex flex-col gap-2">
        {stale && (
          <Watch word={t('The station can’t be read.')}>{t('Its last reading holds: {0} old.', stale)}</Watch>
        )}
        {reading && <Hindrances of={hindrances(reading)} />}
        {hours && (
          <p className="text-[1.06rem] leading-snug">
            {t('{0}, {1}, a cooled hatchback in the open:', hours.name, t(SOIL_NAMES[hours.soil]))}{' '}
            <strong>{piecesInWords(hours.pieces, (at) => clockTime(at, shop.zone), t)}</strong>.
          </p>
        )}
      </div>
      {weather.ahead.length > 0 && <Ahead weather={weather} pieces={hours?.pieces ?? []} />}
      {shop.weatherSource === 'typed' && (
        <details open={!reading}>
          <summary className="min-h-12 cursor-pointer py-2.5 underline underline-offset-4">
            {t('Type the weather')}
          </summary>
          <TypeWeather />
        </details>
      )}
      {weather.acts.length > 0 && <StandIn acts={weather.acts} />}
    </section>
  );
}

/** The foam for any soil, else the first there is that goes all over. */
function usualFoam(recipes: readonly RecipeRow[]): RecipeVersion | null {
  const foams = recipes.flatMap(({ published }) =>
    published?.use === 'foam' && published.cells[2]?.kind === 'mix' ? [published] : [],
  );
  const anySoil = (f: RecipeVersion) => f.soilKinds.length === 0;
  const notSalt = (f: RecipeVersion) => !f.soilKinds.includes('salt');
  return foams.find(anySoil) ?? foams.find(notSalt) ?? foams[0] ?? null;
}

/** What the shop's own foam allows on a hatchback, hour by hour; null where it has none. */
function useHours(weather: WeatherNow | undefined): { name: string; soil: 2; pieces: HourPieces[] } | null {
  const { shop } = useSession();
  const { data: recipes } = useQuery(recipesQuery);
  const { data: factors } = useQuery(filmFactorsQuery);
  const { ground } = useBookGround();
  const foam = useMemo(() => usualFoam(recipes ?? []), [recipes]);
  const asked = useMemo(() => {
    const { reading, ahead } = weather ?? {};
    if (!foam || !recipes || !ground || !factors || !reading || !ahead) return null;
    const at = (soil: 0 | 1 | 2 | 3 | 4) =>
      laidHere({ kind: 'recipe', versionId: foam.versionId, soil }, recipes, ground);
    const found = at(2);
    if (!found) return null;
    const { at: readAt, airC, humidity, windMs, sky, raining } = reading;
    return {
      hours: [{ at: readAt, weather: { airC, humidity, windMs, sky, raining } }, ...ahead],
      vehicle: {
        body: 'hatchback',
        colour: 'mid',
        material: 'steel',
        start: { kind: 'rinsed', waterC: TAP_C },
        zones: found.zones.map((zone) => {
          const soil = usualSoil(zone, 2);
          return { zone, soil, as: (at(soil) ?? found).as };
        }),
        edgeShare: shop.edgeShare,
        factor: factorFor(factors, found.productId, found.as.film),
        direction: foam.direction,
      } as const,
    };
  }, [foam, recipes, ground, factors, weather, shop.edgeShare]);
  const [pieces, setPieces] = useState<HourPieces[] | null>(null);
  useEffect(() => {
    if (!asked) return;
    let wanted = true;
    void dwell()
      .hours(asked.vehicle, asked.hours)
      .then((found) => wanted && setPieces(found));
    return () => {
      wanted = false;
    };
  }, [asked]);
  return foam && pieces ? { name: foam.name, soil: 2, pieces } : null;
}

function Ahead({ weather, pieces }: { weather: WeatherNow; pieces: HourPieces[] }) {
  const { shop } = useSession();
  return (
    <table className="mt-4 w-full border-t border-ink text-[0.94rem]">
      <caption className="sr-only">{t('The coming hours')}</caption>
      <thead>
        <tr className="ruled text-left">
          {[t('At'), t('Air'), t('Humidity'), t('Wind'), t('Sky'), t('Foam on a car')].map((name) => (
            <th key={name} scope="col" className="caps py-1 pr-2 text-muted">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weather.ahead.map(({ at, weather: w }) => {
          const found = pieces.find((p) => p.at === at);
          return (
            <tr key={at} className="ruled border-faint">
              <td className="reading py-1 pr-2">{clockTime(at, shop.zone)}</td>
              <td className="reading pr-2 whitespace-nowrap">{formatTemperature(w.airC, shop.units)}</td>
              <td className="reading pr-2">{Math.round(w.humidity * 100)} %</td>
              <td className="reading pr-2 whitespace-nowrap">{formatWind(w.windMs, shop.units)}</td>
              <td className="pr-2">{t(SKY_NAMES[w.sky])}</td>
              <td className="whitespace-nowrap">{found && piecesName(found.pieces, t)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The stand-in for a station: what can be done to it. */
function StandIn({ acts }: { acts: WeatherNow['acts'] }) {
  const doing = useMutation({
    mutationFn: (act: StationAct) => post<WeatherNow>('/weather/acts', { act }),
    onSettled: () => askAgain('weather'),
  });
  return (
    <details className="no-print mt-3">
      <summary className="min-h-12 cursor-pointer py-2.5 underline underline-offset-4">
        {t('The station is a stand-in: change its weather')}
      </summary>
      <div className="flex flex-wrap gap-3">
        {acts.map(({ act, name }) => (
          <button
            key={act}
            type="button"
            className="min-h-12 rounded-[2px] border border-ink px-3"
            disabled={doing.isPending}
            onClick={() => doing.mutate(act)}
          >
            {name}
          </button>
        ))}
      </div>
    </details>
  );
}
