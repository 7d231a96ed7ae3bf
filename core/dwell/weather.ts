import { accept, type Outcome, refuse } from '../outcome.ts';
import { inEnglish, type Say } from '../say.ts';
import { parseNumber, parseWithUnit } from '../units/parseNumber.ts';
import { formatTemperature, formatWind, parseCelsius } from '../units/temperature.ts';
import type { UnitSystem } from '../units/units.ts';

/** What is above the vehicle. */
export const SKIES = ['indoors', 'shade', 'overcast', 'bright', 'sun', 'night'] as const;
export type Sky = (typeof SKIES)[number];
export const SKY_NAMES: Record<Sky, string> = {
  indoors: 'indoors',
  shade: 'in the shade',
  overcast: 'overcast',
  bright: 'bright cloud',
  sun: 'sun',
  night: 'night',
};

/** The weather as far as it dries what is on a panel. */
export type Weather = {
  /** In degrees C, -30 to 50. */
  readonly airC: number;
  /** Relative humidity as a share, 0.05 to 1. */
  readonly humidity: number;
  /** In metres a second, 0 to 40. */
  readonly windMs: number;
  readonly sky: Sky;
  /** Left out where nobody said so. */
  readonly raining?: boolean | undefined;
};

/** Where the vehicle stands. */
export const SHELTERS = ['open', 'shade', 'roof'] as const;
export type Shelter = (typeof SHELTERS)[number];
export const SHELTER_NAMES: Record<Shelter, string> = {
  open: 'in the open',
  shade: 'in the shade',
  roof: 'under a roof',
};
/** Seed: so much of the wind comes in under a roof. */
const DRAUGHT = 0.3;

/** The weather where the vehicle stands: shade keeps the sun off, a roof the rain and most of the wind too. */
export function sheltered(weather: Weather, shelter: Shelter): Weather {
  if (shelter === 'roof') {
    return { ...weather, sky: 'indoors', raining: false, windMs: weather.windMs * DRAUGHT };
  }
  const sunny = weather.sky === 'sun' || weather.sky === 'bright';
  return shelter === 'shade' && sunny ? { ...weather, sky: 'shade' } : weather;
}

export const WEATHER_RANGES = { airC: [-30, 50], humidity: [0.05, 1], windMs: [0, 40] } as const;

/**
 * Humidity as people type it: `55`, `55 %`.
 *
 * @returns a share, 0.05 to 1
 */
export function parseHumidity(text: string, field: string): Outcome<number> {
  const read = parseWithUnit(text.trim(), /\s*%\s*(?:rh)?$/i, field, 'humidity');
  if (!read.ok) return read;
  const share = read.value / 100;
  const [least, most] = WEATHER_RANGES.humidity;
  if (share >= least && share <= most) return accept(share);
  return refuse('weather.humidity', { field });
}

const TO_MS: Record<string, number> = { '': 1, 'm/s': 1, ms: 1, 'km/h': 1 / 3.6, kmh: 1 / 3.6, mph: 0.44704 };

/**
 * Wind as people type it: `2`, `2 m/s`, `7 km/h`, `5 mph`; a bare number is in what the shop counts in.
 *
 * @returns metres a second, 0 to 40
 */
export function parseWind(text: string, field: string, show: UnitSystem = 'metric'): Outcome<number> {
  const typed = text.trim().toLowerCase();
  if (/^(?:calm|still|none)$/.test(typed)) return accept(0);
  const unit = /[a-z/]+$/.exec(typed)?.[0] ?? '';
  const counted = unit === '' && show !== 'metric' ? 'mph' : unit;
  const by = Object.hasOwn(TO_MS, counted) ? TO_MS[counted] : undefined;
  const number = typed.slice(0, typed.length - unit.length);
  const read = /^\s*0+([.,]0*)?\s*$/.test(number) ? accept(0) : parseNumber(number, field);
  if (!read.ok || by === undefined) {
    return refuse('weather.wind', { field, overMs: null });
  }
  const ms = read.value * by;
  if (ms <= WEATHER_RANGES.windMs[1]) return accept(ms);
  return refuse('weather.wind', { field, overMs: WEATHER_RANGES.windMs[1] });
}

/** Air temperature as people type it, in degrees C, -30 to 50. */
export const parseAir = (text: string, field: string, show: UnitSystem = 'metric'): Outcome<number> =>
  parseCelsius(text, field, [...WEATHER_RANGES.airC], show);

/**
 * The weather in a line.
 *
 * @example '14 °C, 60 % humidity, wind 2 m/s, bright cloud'
 */
export function weatherInWords(
  { airC, humidity, windMs, sky, raining }: Weather,
  show: UnitSystem = 'metric',
  say: Say = inEnglish,
): string {
  const wind = windMs < 0.25 ? say('no wind') : say('wind {0}', formatWind(windMs, show));
  const damp = say('{0} % humidity', Math.round(humidity * 100));
  const rain = raining ? `, ${say('rain')}` : '';
  return `${formatTemperature(airC, show)}, ${damp}, ${wind}, ${say(SKY_NAMES[sky])}${rain}`;
}
