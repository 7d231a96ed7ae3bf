import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from './parseNumber.ts';
import type { UnitSystem } from './units.ts';

/**
 * The temperature a person typed, in degrees C: `5`, `5 C`, `41 F`, `-2°C`. A bare number is in the degrees the shop shows.
 *
 * @param range the coldest and warmest that make sense, in degrees C
 * @example parseCelsius('41 F', 'Store from', [-40, 80]) // { ok: true, value: 5 }
 */
export function parseCelsius(
  text: string,
  field: string,
  [least, most]: readonly [number, number],
  show: UnitSystem = 'metric',
): Outcome<number> {
  const typed = text.slice(0, 40).trim();
  const match = /^([-−]?)\s*(.*?)\s*(?:°|º)?\s*([cf])?$/i.exec(typed);
  const [, sign, figures, degree] = match ?? [];
  const amount = parseNumber(figures || typed, field, 'temperature');
  if (!amount.ok) return amount;
  const degrees = sign ? -amount.value : amount.value;
  const unit = degree?.toLowerCase() ?? (show === 'us' ? 'f' : 'c');
  const celsius = unit === 'f' ? ((degrees - 32) * 5) / 9 : degrees;
  if (celsius >= least && celsius <= most) return accept(Number(celsius.toFixed(2)));
  return refuse('temperature.range', { field, leastC: least, mostC: most });
}

const inShopDegrees = (celsius: number, show: UnitSystem): number =>
  Math.round(show === 'us' ? (celsius * 9) / 5 + 32 : celsius);

/**
 * A temperature as a thermometer on the wall is read: whole degrees, F in a US shop, C anywhere else.
 *
 * @example formatTemperature(20, 'us') // '68 °F'
 */
export const formatTemperature = (celsius: number, show: UnitSystem): string =>
  // Minus nought is nought.
  `${inShopDegrees(celsius, show) + 0} ${show === 'us' ? '°F' : '°C'}`;

const MPH_MS = 0.44704;

/**
 * Wind as it is told: two figures of metres a second, or whole miles an hour where the shop counts in those.
 *
 * @example formatWind(4.5, 'us') // '10 mph'
 */
export const formatWind = (ms: number, show: UnitSystem): string =>
  show === 'metric' ? `${Number(ms.toPrecision(2))} m/s` : `${Math.round(ms / MPH_MS)} mph`;
