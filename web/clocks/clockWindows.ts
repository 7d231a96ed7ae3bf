import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { Clock, ClockLayer, FilmFactor } from '#contract/clocks.ts';
import type { WeatherNow } from '#contract/weather.ts';
import { outlookFrom, type WeatherAt } from '#core/dwell/clock.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import type { Outcome } from '#core/outcome.ts';
import type { Film } from '#core/products/uses.ts';
import { useSession } from '../lib/session.tsx';
import { filmFactorsQuery, weatherQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import type { ClockAsked } from '../workers/dwell.worker.ts';
import { dwell } from './dwellWorker.ts';

/** Windows as they were worked out, by the key of their clock, with what they were worked out from. */
type Windows = { known: Record<string, { from: string; window: Outcome<WorkingWindow> }> };
export const useWindows = create<Windows>()(() => ({ known: {} }));

/** The window of a clock; undefined while it is being worked out, or where nobody knows the weather. */
export const useWindow = (key: string): Outcome<WorkingWindow> | undefined =>
  useWindows((state) => state.known[key]?.window);

/** How much more or less of a product's film stays here than usual. */
export const factorFor = (factors: readonly FilmFactor[], productId: number | null, film: Film): number =>
  factors.find((f) => f.productId === productId && f.film === film)?.k ?? 1;

/** Readings as a window takes them. */
export const readingsOf = (weather: WeatherNow): WeatherAt[] =>
  weather.recent.map(({ at, airC, humidity, windMs, sky, raining }) => ({
    at,
    weather: { airC, humidity, windMs, sky, raining },
  }));

/** What a clock's window is worked out from, all screens the same; null where nobody knows the weather. */
export function askedFor(
  clock: Clock,
  weather: WeatherNow,
  factors: readonly FilmFactor[],
  edgeShare: number,
): ClockAsked | null {
  const startMs = Date.parse(clock.startedAt);
  const outlook = outlookFrom(startMs, readingsOf(weather), weather.ahead, clock.shelter);
  if (!outlook) return null;
  const { key, zones, colour, material, start, layers } = clock;
  const laid = layers.map(({ at, kind, as, productId }: ClockLayer) => ({
    atS: (Date.parse(at) - startMs) / 1_000,
    as,
    again: kind === 'remist',
    factor: factorFor(factors, productId, as.film),
  }));
  return { key, panels: { zones, colour, material, start }, laid, outlook, edgeShare };
}

/** Keeps the windows of clocks up with what was laid, the weather and what was learned: worked out off the main thread. */
export function useClockWindows(clocks: readonly Clock[]): void {
  const { shop } = useSession();
  const { data: weather } = useQuery(weatherQuery);
  const { data: factors } = useQuery(filmFactorsQuery);
  const asked = useMemo(
    () =>
      weather && factors
        ? clocks.flatMap((clock) => askedFor(clock, weather, factors, shop.edgeShare) ?? [])
        : [],
    [clocks, weather, factors, shop.edgeShare],
  );
  useEffect(() => {
    const { known } = useWindows.getState();
    const fresh = asked.flatMap((of) => {
      const from = JSON.stringify(of);
      return known[of.key]?.from === from ? [] : [{ of, from }];
    });
    if (fresh.length === 0) return;
    let wanted = true;
    void dwell()
      .windows(fresh.map((f) => f.of))
      .then((windows) => {
        if (!wanted) return;
        useWindows.setState((state) => ({
          known: {
            ...state.known,
            ...Object.fromEntries(
              windows.map(({ key, window }, i) => [key, { from: fresh[i]?.from ?? '', window }]),
            ),
          },
        }));
      });
    return () => {
      wanted = false;
    };
  }, [asked]);
}
