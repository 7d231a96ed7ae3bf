import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Clock, ClockBody, Laid } from '#contract/clocks.ts';
import type { Place } from '#contract/equipment.ts';
import { hindrances } from '#core/dwell/goNoGo.ts';
import { type LaidResolution, layerOf } from '#core/dwell/resolveLaid.ts';
import { sheltered } from '#core/dwell/weather.ts';
import type { Zone } from '#core/soil/zones.ts';
import { formatDuration } from '#core/units/duration.ts';
import { newKey } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { said, t } from '../lib/speech.ts';
import { BOOK_FACTS, useBookFacts } from '../recipes/useBook.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { placesQuery, recipesQuery, weatherQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Watch } from '../ui/Refusal.tsx';
import { TypeWeather } from '../weather/TypeWeather.tsx';
import { weatherFrom } from '../weather/weatherWords.ts';
import { Across } from './Across.tsx';
import { laidHere } from './laidHere.ts';
import { StartFields } from './StartFields.tsx';
import { askedIn, laidOf, readStart, startPath, useVehicle, type VehicleHere } from './startDraft.ts';
import { startClock } from './useClockCommands.ts';
import { useRunning } from './useClocks.ts';
import { useStartAnswer } from './useStartAnswer.ts';
import { Hindrances, WindowAnswer } from './WindowAnswer.tsx';
import { WindowInputs } from './WindowInputs.tsx';

NewClock.needs = (() => [recipesQuery, placesQuery, ...BOOK_FACTS]) satisfies Needs;

/** Before something is laid: how long it may stay here and now, how the vehicle is done, and the clock. */
export default function NewClock() {
  const [recipes, places] = useAsked(recipesQuery, placesQuery);
  const known = useBookFacts();
  const { who, shop } = useSession();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  const asked = useMemo(() => askedIn(params), [params]);
  const laid = useMemo(() => laidOf(asked, recipes), [asked, recipes]);
  const found = useMemo(() => laid && laidHere(laid, recipes, known), [laid, recipes, known]);
  useShowsProducts(found?.productId);
  const vehicle = useVehicle();
  usePlaceIn(params, vehicle, places);
  const [chosen, setZones] = useState<readonly Zone[] | null>(null);
  const zones = useMemo(() => chosen ?? found?.zones ?? [], [chosen, found]);
  const start = useMemo(
    () => readStart({ start: vehicle.start, panelText: vehicle.panelText }, shop.units),
    [vehicle.start, vehicle.panelText, shop.units],
  );
  const given = useMemo(
    () => ({ asked, found, zones, vehicle, recipes, known, start: start.ok ? start.value : null }),
    [asked, found, zones, vehicle, recipes, known, start],
  );
  const { answer, factor } = useStartAnswer(given);
  const { data: weather } = useQuery(weatherQuery);
  const reading = weather?.reading ? sheltered(weather.reading, vehicle.shelter) : null;
  const place = places.find((p) => p.id === vehicle.placeId);
  const twice = useRunning().find(
    (c) =>
      c.placeId === place?.id && c.layers[0]?.name === found?.name && c.zones.some((z) => zones.includes(z)),
  );
  const window = answer?.window.ok ? answer.window.value.window : null;
  const stopped = answer && !answer.window.ok ? answer.window : null;
  // Too hot, or dry before even a short dwell is worth anything: nothing is begun like this.
  const told = answer?.window.ok ? answer.window.value : null;
  const closed = told !== null && !told.opens && !told.remedies.some((r) => r.kind === 'twice');
  const missing = !found
    ? t('Choose what goes on')
    : !place
      ? t('Choose a bay')
      : zones.length === 0
        ? t('Choose where on it')
        : !start.ok
          ? t('Say how hot the panel is')
          : null;

  const label =
    answer?.window.ok && !answer.window.value.opens
      ? t('Start it anyway, in short dwells')
      : twice
        ? t('Start another')
        : t('It is on: start the clock');

  const go = () => {
    if (!laid || !found || !place || !start.ok) return;
    const body = bodyOf({
      laid,
      place,
      zones,
      vehicle,
      params,
      start: start.value,
      again: twice !== undefined,
    });
    startClock(body, shownOf(body, found, place, who.name), who.personId);
    void navigate(`/clocks/${body.key}`);
  };
  return (
    <Page title={t('Start a clock')}>
      <div className="grid items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        <StartFields
          asked={asked}
          recipes={recipes}
          zones={zones}
          startRefusal={start.ok ? null : start}
          ask={(next) => {
            setZones(null);
            if (next) setParams(new URLSearchParams(startPath(next).split('?')[1]), { replace: true });
          }}
          setZones={setZones}
        />
        <div className="flex min-w-0 flex-col gap-5 max-lg:pb-20">
          {reading && <Hindrances of={hindrances(reading)} />}
          {!reading && weather && (
            <section aria-label={t('Weather')}>
              <Watch word={t('The weather is not known.')}>
                {t('A clock runs without it, but can’t say when a film dries.')}
              </Watch>
              {weather.station === null || shop.weatherSource === 'typed' ? <TypeWeather /> : null}
            </section>
          )}
          {answer && found && (
            <WindowAnswer
              answer={answer.window}
              water={found.productId === null}
              inputs={
                <WindowInputs
                  as={found.as}
                  weather={reading}
                  from={weather?.reading ? weatherFrom(weather.reading, shop.zone) : ''}
                  window={window}
                  edgeShare={shop.edgeShare}
                  factor={factor}
                />
              }
            />
          )}
          {!places.some((p) => p.kind === 'bay' || p.kind === 'van') && (
            <Watch word={t('No bay is entered yet.')}>
              <Link to="/shop">{t('Add the bays of the shop')}</Link>
              {t(': a clock runs in one.')}
            </Watch>
          )}
          {twice && (
            <Watch word={t('One of these runs here already.')}>
              {t('{0} started it. This starts another beside it.', twice.startedBy)}
            </Watch>
          )}
          <div className="bg-ground max-lg:fixed max-lg:inset-x-0 max-lg:bottom-(--above-places) max-lg:z-[5] max-lg:border-t max-lg:border-hairline max-lg:px-4 max-lg:py-2">
            {missing !== null || stopped !== null || closed ? (
              // Nothing to press: what is missing, or stands in the way, is said in its place.
              <p className="flex min-h-16 items-center gap-3 text-lg leading-tight lg:max-w-xl">
                <span
                  aria-hidden
                  className={`w-1.5 self-stretch ${missing === null ? 'bg-stop' : 'hatch'}`}
                />
                {missing
                  ? t('{0} first.', missing)
                  : stopped
                    ? said(stopped).reason
                    : t('It will dry too fast like this.')}
              </p>
            ) : (
              <Button look="main" bay className="w-full lg:max-w-xl" onClick={go}>
                <span>
                  {label}
                  {window?.opens && (
                    <span className="block text-[0.94rem] font-normal lg:hidden">
                      {found?.productId === null ? t('dry it off by') : t('rinse by')}{' '}
                      {formatDuration(Math.floor(window.rinseByS))}
                    </span>
                  )}
                </span>
              </Button>
            )}
          </div>
          {answer && found && <Across answer={answer.vehicle} body={vehicle.body} />}
        </div>
      </div>
    </Page>
  );
}

/** A bay in the address is the one it is for; else the first there is. */
function usePlaceIn(
  params: URLSearchParams,
  { placeId, set }: VehicleHere & { set: (change: Partial<VehicleHere>) => void },
  places: Place[],
): void {
  const asked = Number(params.get('place'));
  const known = (id: number | null) => places.some((p) => p.id === id);
  const place = known(asked)
    ? asked
    : known(placeId)
      ? placeId
      : (places.find((p) => p.kind === 'bay')?.id ?? null);
  useEffect(() => {
    if (place !== placeId) set({ placeId: place });
  }, [place, placeId, set]);
}

function bodyOf(of: {
  laid: Laid;
  place: Place;
  zones: readonly Zone[];
  vehicle: VehicleHere;
  params: URLSearchParams;
  start: ClockBody['start'];
  again: boolean;
}): ClockBody {
  const { laid, place, zones, params, start, again } = of;
  const { vehicle, body, colour, material, shelter } = of.vehicle;
  const batchId = Number(params.get('batch')) || null;
  return {
    key: newKey(),
    placeId: place.id,
    vehicle,
    body,
    colour,
    material,
    zones: [...zones],
    shelter,
    start,
    laid,
    batchId,
    again,
  };
}

/** The clock as it is shown until the shop's machine has answered. */
function shownOf(body: ClockBody, found: LaidResolution, place: Place, by: string): Clock {
  const { laid, again, occurredAt, ...rest } = body;
  const at = shopNow();
  return {
    ...rest,
    id: 0,
    placeName: place.name,
    layers: [layerOf(found, 'first', at, by)],
    recipe: null,
    batchCode: null,
    startedAt: at.toISOString(),
    startedBy: by,
    endedAt: null,
    endedBy: null,
    end: null,
    outcomes: [],
    dryings: [],
    revision: 0,
  };
}
