import { formatTemperature } from '../units/temperature.ts';
import type { UnitSystem } from '../units/volume.ts';
import type { Weather } from './weather.ts';

/** What the weather does to work outside: mind it, or leave it. */
export type Hindrance = { readonly look: 'watch' | 'stop'; readonly word: string; readonly words: string };

/** Seeds, in m/s: mist drifts from here, and from there nothing lands where it is aimed. */
export const WIND_WATCH_MS = 5;
export const WIND_STOP_MS = 9;

/** What wind, rain, sun and cold mean for what is sprayed and for what touches the paint; empty where nothing hinders. */
export function hindrances(
  { airC, windMs, sky, raining = false }: Weather,
  show: UnitSystem = 'metric',
): Hindrance[] {
  if (sky === 'indoors') return [];
  const found: Hindrance[] = [];
  if (airC < 2) {
    found.push({
      look: 'stop',
      word: 'Freezing',
      words: `nothing is sprayed outside under ${formatTemperature(2, show)}`,
    });
  }
  if (raining) {
    found.push({
      look: 'stop',
      word: 'Rain',
      words: 'it thins and washes off what is laid, and carries it into the drain: work under a roof',
    });
  }
  if (windMs >= WIND_STOP_MS) {
    found.push({ look: 'stop', word: 'Wind', words: 'mist lands on people and other cars: work indoors' });
  } else if (windMs >= WIND_WATCH_MS) {
    found.push({ look: 'watch', word: 'Wind', words: 'mist drifts; grit blows onto what is wiped' });
  }
  if (sky === 'sun') {
    found.push({
      look: 'watch',
      word: 'Sun',
      words: 'contact and clay steps wait for shade; feel the panel first',
    });
  }
  return found;
}
