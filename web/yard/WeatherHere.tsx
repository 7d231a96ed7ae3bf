import { useEffect, useMemo, useState } from 'react';
import type { RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { WeatherNow } from '#contract/weather.ts';
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
import { StationStandIn } from '../demo/StationStandIn.tsx';
import { useSession } from '../lib/session.tsx';
import { shopMs } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { useBookFacts } from '../recipes/useBook.ts';
import { filmFactorsQuery, recipesQuery, weatherQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { timeOfDay } from '../ui/dates.ts';
import { More } from '../ui/More.tsx';
import { Part } from '../ui/Part.tsx';
import { Watch } from '../ui/Refusal.tsx';
import { Table } from '../ui/Table.tsx';
import { TypeWeather } from '../weather/TypeWeather.tsx';
import { staleFor, weatherFrom } from '../weather/weatherWords.ts';

/** The weather, and what it does to foam on a car now and in the coming hours. */
export function WeatherHere() {
  const [weather] = useAsked(weatherQuery);
  return (
    <Part without={<WeatherNowHere weather={weather} hours={null} />}>
      <WithHours weather={weather} />
    </Part>
  );
}

const WithHours = ({ weather }: { weather: WeatherNow }) => (
  <WeatherNowHere weather={weather} hours={useHours(weather)} />
);

type Hours = { name: string; soil: 2; pieces: HourPieces[] } | null;

function WeatherNowHere({ weather, hours }: { weather: WeatherNow; hours: Hours }) {
  const { shop } = useSession();
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
            <strong>{piecesInWords(hours.pieces, (at) => timeOfDay(at, shop.zone), t)}</strong>.
          </p>
        )}
      </div>
      {weather.ahead.length > 0 && <Ahead weather={weather} pieces={hours?.pieces ?? []} />}
      {shop.weatherSource === 'typed' && (
        <More open={!reading} title={t('Type the weather')}>
          <TypeWeather />
        </More>
      )}
      {weather.acts.length > 0 && <StationStandIn acts={weather.acts} />}
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
function useHours({ reading, ahead }: WeatherNow): Hours {
  const { shop } = useSession();
  const [recipes, factors] = useAsked(recipesQuery, filmFactorsQuery);
  const known = useBookFacts();
  const foam = useMemo(() => usualFoam(recipes), [recipes]);
  const asked = useMemo(() => {
    if (!foam || !reading) return null;
    const at = (soil: 0 | 1 | 2 | 3 | 4) =>
      laidHere({ kind: 'recipe', versionId: foam.versionId, soil }, recipes, known);
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
  }, [foam, recipes, known, factors, reading, ahead, shop.edgeShare]);
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
  const column = (name: string, words: (hour: WeatherNow['ahead'][number]) => string) => ({
    name,
    show: words,
  });
  return (
    <div className="mt-4">
      <Table
        caption={t('The coming hours')}
        rows={weather.ahead}
        keyOf={(hour) => hour.at}
        small
        columns={[
          { ...column(t('At'), ({ at }) => timeOfDay(at, shop.zone)), heads: true },
          { ...column(t('Air'), ({ weather: w }) => formatTemperature(w.airC, shop.units)), figure: true },
          {
            ...column(t('Humidity'), ({ weather: w }) => `${Math.round(w.humidity * 100)} %`),
            figure: true,
            desk: true,
          },
          { ...column(t('Wind'), ({ weather: w }) => formatWind(w.windMs, shop.units)), figure: true },
          column(t('Sky'), ({ weather: w }) => t(SKY_NAMES[w.sky])),
          column(t('Foam on a car'), ({ at }) => {
            const found = pieces.find((p) => p.at === at);
            return found ? piecesName(found.pieces, t) : '';
          }),
        ]}
      />
    </div>
  );
}
