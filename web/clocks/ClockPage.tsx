import { useState } from 'react';
import { useParams } from 'react-router';
import type { Clock } from '#contract/clocks.ts';
import { atLeast } from '#contract/roles.ts';
import { sheltered } from '#core/dwell/weather.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import { costOfFill, formatMoney, newestPrice } from '#core/planning/cost.ts';
import { zonesM2 } from '#core/soil/bodies.ts';
import { formatDuration } from '#core/units/duration.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { get } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopMs } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { HowItWent } from '../recipes/HowItWent.tsx';
import { useShowsProducts } from '../state/onScreen.ts';
import { containersQuery, filmFactorsQuery, weatherQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { timeOfDay } from '../ui/dates.ts';
import { Page } from '../ui/Page.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { staleFor, weatherFrom } from '../weather/weatherWords.ts';
import { useWindow } from './clockWindows.ts';
import { clockName, isWater, whereOf, zonesInWords } from './clockWords.ts';
import { DwellBand } from './DwellBand.tsx';
import { LayOver } from './LayOver.tsx';
import { RunningFigure, standingFor } from './RunningFigure.tsx';
import { useClockCommands } from './useClockCommands.ts';
import { useClocks } from './useClocks.ts';
import { Estimate } from './WindowAnswer.tsx';
import { WindowInputs } from './WindowInputs.tsx';

/** One clock: how long it has been, how long there is, and what can be done about it. */
export default function ClockPage() {
  const { key = '' } = useParams();
  const here = useClocks().find((c) => c.key === key);
  // One that ended long ago is no longer among those shown.
  const old = useQuery({
    queryKey: ['clocks', key],
    queryFn: () => get<Clock>(`/clocks/${key}`),
    enabled: !here,
    retry: 2,
  });
  const clock = here ?? old.data;
  if (!clock) return old.error && <Refusal problem={old.error} />;
  return <OpenClock clock={clock} />;
}

function OpenClock({ clock }: { clock: Clock }) {
  const { shop } = useSession();
  const window = useWindow(clock.key);
  useShowsProducts(...clock.layers.map((l) => l.productId).reverse());
  const { data: weather } = useQuery(weatherQuery);
  const known = window?.ok ? window.value : null;
  const commands = useClockCommands(clock);
  const running = {
    startMs: Date.parse(clock.startedAt),
    endMs: clock.endedAt ? Date.parse(clock.endedAt) : null,
  };
  const stale = weather && !clock.endedAt ? staleFor(weather, shopMs()) : null;
  return (
    <Page title={clockName(clock)}>
      <p className="-mt-4 mb-4">
        {t(
          '{0}; {1}. {2} at {3}.',
          whereOf(clock),
          zonesInWords(clock.zones),
          clock.startedBy,
          timeOfDay(clock.startedAt, shop.zone),
        )}
      </p>
      <div className="grid items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
        <section aria-label={t('The clock')}>
          {clock.endedAt ? <Ended clock={clock} /> : <RunningFigure clock={clock} window={known} large />}
          {known && <DwellBand window={known} running={running} water={isWater(clock)} />}
          {window && !window.ok && <Refusal problem={window} />}
          {stale && (
            <Watch word={t('The station can’t be read.')}>
              {t('Its last reading holds: {0} old. Look at the panel.', stale)}
            </Watch>
          )}
          {!weather?.reading && weather && !clock.endedAt && (
            <Watch word={t('The weather is not known:')}>
              {t('drying can’t be told. Look at the panel.')}
            </Watch>
          )}
          {!clock.endedAt && <Doing clock={clock} window={known} commands={commands} />}
          {clock.endedAt && (
            <div className="mt-5 flex flex-col gap-5">
              <HowItWent
                outcomes={clock.outcomes}
                note={commands.note}
                takeBack={commands.takeBackOutcome}
                busy={commands.undoing}
                error={commands.error}
              />
              <div className="flex flex-wrap gap-3">
                <Button bay onClick={commands.resume}>
                  {t('Take the end back')}
                </Button>
                <ButtonLink bay to="/yard">
                  {t('To the Yard')}
                </ButtonLink>
              </div>
            </div>
          )}
        </section>
        <div className="flex flex-col gap-5">
          <Layers clock={clock} commands={commands} />
          <Inputs clock={clock} />
        </div>
      </div>
    </Page>
  );
}

type Commands = ReturnType<typeof useClockCommands>;

function Ended({ clock }: { clock: Clock }) {
  const s = (Date.parse(clock.endedAt ?? '') - Date.parse(clock.startedAt)) / 1_000;
  return (
    <p className="mb-2 text-[1.2rem]">
      {t(
        '{0} after',
        clock.end === 'cancelled' ? t('Cancelled') : isWater(clock) ? t('Dried off') : t('Rinsed'),
      )}{' '}
      <strong className="reading text-[2.4rem]">{formatDuration(Math.round(s))}</strong>
      {t(', by {0}.', clock.endedBy)}
    </p>
  );
}

/** Rinsed now, it can hardly have worked. */
const isTooSoon = (clock: Clock, window: WorkingWindow | null): boolean =>
  standingFor(clock, window, shopMs()).state === 'tooSoon' && !isWater(clock);

/** What is done while it runs, in large keys. */
function Doing(props: { clock: Clock; window: WorkingWindow | null; commands: Commands }) {
  const { clock, window, commands } = props;
  const [asks, setAsks] = useState(false);
  const { shop } = useSession();
  const { data: containers = [] } = useQuery(containersQuery);
  const last = clock.layers.findLast((l) => l.kind !== 'remist');
  const ul = last ? Math.round(last.as.rateMlPerM2 * zonesM2(clock.zones, clock.body) * 1_000) : 0;
  const price = last?.productId ? newestPrice(last.productId, containers) : null;
  const cost = price && last?.bottle ? formatMoney(costOfFill(price, ul * last.bottle), shop.currency) : null;
  const water = isWater(clock);
  return (
    <div className="mt-4 flex flex-col gap-3">
      {asks && window ? (
        <div className="flex flex-col gap-3">
          <Watch word={t('It can hardly have worked.')}>
            {t('It is useful from {0} on. Is it off the panel already?', formatDuration(window.shortestS))}
          </Watch>
          <div className="grid gap-3 sm:grid-cols-2">
            <Button look="main" bay className="min-h-20 text-xl" onClick={() => commands.end('rinsed')}>
              {t('Yes, it is rinsed')}
            </Button>
            <Button bay className="min-h-20" onClick={() => setAsks(false)}>
              {t('No, leave it on')}
            </Button>
          </div>
        </div>
      ) : (
        <Button
          look="main"
          bay
          className="min-h-20 w-full text-xl"
          onClick={() => (isTooSoon(clock, window) ? setAsks(true) : commands.end('rinsed'))}
        >
          {water ? t('It is dry') : t('Rinsed')}
        </Button>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        {!water && (
          <Button bay onClick={commands.remist}>
            <span>
              {t('Re-mist now')}
              <span className="block text-[0.94rem]">
                {formatVolume(ul, shop.units)}
                {cost && t(', about {0}', cost)}
              </span>
            </span>
          </Button>
        )}
        {!water && (
          <Button bay onClick={commands.dries}>
            {t('It begins to dry')}
          </Button>
        )}
        {!water && <LayOver clock={clock} commands={commands} />}
        <Button bay onClick={() => commands.end('cancelled')}>
          {t('Cancel the clock')}
        </Button>
      </div>
    </div>
  );
}

/** What lies there, each from its own time. */
function Layers({ clock, commands }: { clock: Clock; commands: Commands }) {
  const { shop, who } = useSession();
  const only = clock.layers.length < 2;
  return (
    <section aria-label={t('What is on it')}>
      <h2 className="mb-2">{t('What is on it')}</h2>
      <ol className="border-t-2 border-ink">
        {clock.layers.map((layer, i) => (
          <li key={layer.at} className="ruled flex items-center justify-between gap-3 border-faint">
            <span className="py-2">
              <span className="reading mr-3 text-muted">{timeOfDay(layer.at, shop.zone)}</span>
              {layer.kind === 'remist' ? t('Misted again') : layer.name}, {layer.personName}
            </span>
            {!clock.endedAt && !only && i === clock.layers.length - 1 && (
              <button
                type="button"
                className="min-h-12 px-2 underline underline-offset-4"
                onClick={commands.dropLayer}
              >
                {t('Undo')}
              </button>
            )}
          </li>
        ))}
        {clock.dryings.map((seen) => (
          <li key={seen.id} className="ruled flex items-center justify-between gap-3 border-faint">
            <span className="py-2">
              <span className="reading mr-3 text-muted">{timeOfDay(seen.at, shop.zone)}</span>
              {t('Seen to begin to dry, {0}: {1} of the usual film', seen.personName, seen.factor.toFixed(2))}
            </span>
            {(seen.personId === who.personId || atLeast(who.role, 'manager')) && (
              <button
                type="button"
                className="min-h-12 px-2 underline underline-offset-4"
                disabled={commands.undoing}
                onClick={() => commands.takeBackDrying(seen.id)}
              >
                {t('Undo')}
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Inputs({ clock }: { clock: Clock }) {
  const { shop } = useSession();
  const window = useWindow(clock.key);
  const { data: weather } = useQuery(weatherQuery);
  const { data: factors = [] } = useQuery(filmFactorsQuery);
  const last = clock.layers.findLast((l) => l.kind !== 'remist');
  if (!last) return null;
  const reading = weather?.reading ?? null;
  return (
    <Estimate>
      <WindowInputs
        as={last.as}
        weather={reading && sheltered(reading, clock.shelter)}
        from={reading ? weatherFrom(reading, shop.zone) : ''}
        window={window?.ok ? window.value : null}
        edgeShare={shop.edgeShare}
        factor={factors.find((f) => f.productId === last.productId && f.film === last.as.film) ?? null}
      />
    </Estimate>
  );
}
