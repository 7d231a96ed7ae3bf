import { sheltered, type Weather } from '../dwell/weather.ts';
import type { Sized } from './assessment.ts';

/** The weather where a vehicle stands: the kindest of the places it can. */
export function weatherWhere({ stands, closedC }: Sized, weather: Weather): Weather {
  if (stands.includes('closed'))
    return { ...weather, airC: closedC, sky: 'indoors', windMs: 0.1, raining: false };
  if (stands.includes('roof')) return sheltered(weather, 'roof');
  return stands.includes('shade') ? sheltered(weather, 'shade') : weather;
}
