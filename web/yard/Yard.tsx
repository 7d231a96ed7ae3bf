import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Clock } from '#contract/clocks.ts';
import type { Place } from '#contract/equipment.ts';
import { ClockLine } from '../clocks/ClockLine.tsx';
import { useWindows } from '../clocks/clockWindows.ts';
import { spanOf } from '../clocks/DwellBand.tsx';
import { useClocks } from '../clocks/useClocks.ts';
import { TourOffer } from '../demo/Tour.tsx';
import { t } from '../lib/speech.ts';
import { FirstDayList } from '../opening/FirstDayList.tsx';
import { placesQuery, weatherQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { ComingToday } from './ComingToday.tsx';
import { Desk } from './Desk.tsx';
import { Notices } from './Notices.tsx';
import { WeatherHere } from './WeatherHere.tsx';

Yard.needs = (() => [placesQuery, weatherQuery]) satisfies Needs;

/** The day: what runs in the bays, what the weather does to it, and what will be needed soon. */
export default function Yard() {
  const [places] = useAsked(placesQuery);
  const clocks = useClocks();
  return (
    <Page
      title={t('Yard')}
      actions={
        <ButtonLink look="main" bay to="/clocks/new">
          {t('Start a clock')}
        </ButtonLink>
      }
    >
      <TourOffer />
      <FirstDayList />
      <div className="grid items-start gap-x-13 gap-y-8 xl:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
        <div className="flex flex-col gap-8">
          <Bays places={places} clocks={clocks} />
          <Notices />
        </div>
        <div className="flex flex-col gap-8">
          <ComingToday />
          <WeatherHere />
        </div>
        <Desk />
      </div>
    </Page>
  );
}

/** When each clock has to be rinsed by, and how far a rule has to reach that shows all that run. */
function urgency(clocks: readonly Clock[], windows: ReturnType<typeof useWindows.getState>['known']) {
  const windowOf = (clock: Clock) => {
    const known = windows[clock.key]?.window;
    return known?.ok ? known.value : null;
  };
  const dueMs = (clock: Clock) => {
    const window = windowOf(clock);
    return window ? Date.parse(clock.startedAt) + window.rinseByS * 1_000 : Number.MAX_SAFE_INTEGER;
  };
  const spans = clocks.flatMap((c) => (c.endedAt === null ? (windowOf(c) ?? []) : [])).map(spanOf);
  return { dueMs, upToS: spans.length > 0 ? Math.max(...spans) : null };
}

/** Bays in which nothing runs come last, in the order the shop keeps them. */
const byDue = (a: number, b: number): number => (a === b ? 0 : a < b ? -1 : 1);

const firstDue = (running: readonly Clock[], dueMs: (clock: Clock) => number): number =>
  running[0] ? dueMs(running[0]) : Number.POSITIVE_INFINITY;

function Bays({ places, clocks }: { places: Place[]; clocks: Clock[] }) {
  const windows = useWindows((state) => state.known);
  const { dueMs, upToS } = useMemo(() => urgency(clocks, windows), [clocks, windows]);
  const bays = useMemo(
    () =>
      places
        .map((place) => ({
          place,
          running: clocks
            .filter((c) => c.placeId === place.id && c.endedAt === null)
            .sort((a, b) => dueMs(a) - dueMs(b)),
        }))
        .filter(({ place, running }) => place.kind === 'bay' || place.kind === 'van' || running.length > 0)
        .sort((a, b) => byDue(firstDue(a.running, dueMs), firstDue(b.running, dueMs))),
    [places, clocks, dueMs],
  );
  if (bays.length === 0) {
    return (
      <p>
        {t('No bay is entered yet.')} <Link to="/opening/equipment">{t('Add the bays of the shop')}</Link>
        {t(', and clocks run in them.')}
      </p>
    );
  }
  return (
    <section aria-label={t('Bays')} className="min-w-0 border-t-2 border-ink">
      {bays.map(({ place, running }) => (
        <section key={place.id} aria-label={place.name} className="border-b border-hairline py-1">
          <div className="flex min-h-12 items-center justify-between gap-3">
            <h2>
              {place.name}
              {running.length === 0 && (
                <span className="ml-4 font-sans text-base font-normal text-muted [font-stretch:100%]">
                  {t('no clock runs')}
                </span>
              )}
            </h2>
            <Link className="flex min-h-12 items-center px-2" to={`/clocks/new?place=${place.id}`}>
              {t('Start a clock')}
              <span className="sr-only"> {t('in {0}', place.name)}</span>
            </Link>
          </div>
          {running.length > 0 && (
            <ul>
              {running.map((clock) => (
                <ClockLine key={clock.key} clock={clock} {...(upToS && { upToS })} />
              ))}
            </ul>
          )}
        </section>
      ))}
      <Lately clocks={clocks} />
    </section>
  );
}

const LATELY = 5;

/** What ended a little while ago, so that a word on how it went can still be said. */
function Lately({ clocks }: { clocks: Clock[] }) {
  const ended = clocks
    .filter((c) => c.endedAt !== null)
    .sort((a, b) => Date.parse(b.endedAt ?? '') - Date.parse(a.endedAt ?? ''))
    .slice(0, LATELY);
  if (ended.length === 0) return null;
  return (
    <section aria-label={t('Recently ended')} className="pt-4">
      <h2 className="mb-1">{t('Recently ended')}</h2>
      <ul>
        {ended.map((clock) => (
          <ClockLine key={clock.key} clock={clock} />
        ))}
      </ul>
    </section>
  );
}
