import type * as yup from 'yup';
import { SKIES, WEATHER_RANGES, type Weather } from '#core/dwell/weather.ts';
import { exactly, finite, oneOf } from './fields.ts';

/** The weather as somebody looked at it. */
export const weatherBody = exactly({
  airC: finite('Air', ...WEATHER_RANGES.airC),
  humidity: finite('Humidity', ...WEATHER_RANGES.humidity),
  windMs: finite('Wind', ...WEATHER_RANGES.windMs),
  sky: oneOf('Sky', SKIES),
}) as unknown as yup.Schema<Weather>;

export const WEATHER_SOURCES = ['typed', 'station'] as const;
export type WeatherSource = (typeof WEATHER_SOURCES)[number];

/** A reading, and where it is from: typed by someone, or of a station, real or a stand-in. */
export type WeatherReading = Weather & {
  at: string;
  source: 'typed' | 'device' | 'simulated';
  personName: string | null;
};

/** The weather as it is known now; null where nobody has looked. */
export type WeatherNow = { reading: WeatherReading | null; station: 'device' | 'simulated' | null };
