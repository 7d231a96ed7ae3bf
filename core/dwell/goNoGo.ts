import type { Weather } from './weather.ts';

/** What the weather does to work outside. */
export const HINDRANCES = ['freezing', 'rain', 'windStops', 'wind', 'sun'] as const;
export type HindranceKind = (typeof HINDRANCES)[number];

/** Mind it, or leave the work where it stops it. */
export type Hindrance = { readonly kind: HindranceKind; readonly stops: boolean };

/** Nothing is sprayed outside under this, in degrees C. */
export const FREEZING_C = 2;
/** Seeds, in m/s: mist drifts from here, and from there nothing lands where it is aimed. */
export const WIND_WATCH_MS = 5;
export const WIND_STOP_MS = 9;

/** What wind, rain, sun and cold mean for what is sprayed and for what touches the paint; empty where nothing hinders. */
export function hindrances({ airC, windMs, sky, raining = false }: Weather): Hindrance[] {
  if (sky === 'indoors') return [];
  return [
    ...(airC < FREEZING_C ? [{ kind: 'freezing', stops: true } as const] : []),
    ...(raining ? [{ kind: 'rain', stops: true } as const] : []),
    ...(windMs >= WIND_STOP_MS
      ? [{ kind: 'windStops', stops: true } as const]
      : windMs >= WIND_WATCH_MS
        ? [{ kind: 'wind', stops: false } as const]
        : []),
    ...(sky === 'sun' ? [{ kind: 'sun', stops: false } as const] : []),
  ];
}
