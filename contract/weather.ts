import { SKIES, WEATHER_RANGES, type Weather } from '#core/dwell/weather.ts';
import { exactly, finite, oneOf, yes } from './fields.ts';

/** The weather as somebody looked at it. */
export const weatherBody = exactly({
  airC: finite('Air', ...WEATHER_RANGES.airC),
  humidity: finite('Humidity', ...WEATHER_RANGES.humidity),
  windMs: finite('Wind', ...WEATHER_RANGES.windMs),
  sky: oneOf('Sky', SKIES),
  raining: yes('Rain').optional().default(undefined),
});

export const WEATHER_SOURCES = ['typed', 'station'] as const;
export type WeatherSource = (typeof WEATHER_SOURCES)[number];

/** A reading, and where it is from: typed by someone, or of a station, real or a stand-in. */
export type WeatherReading = Weather & {
  at: string;
  source: 'typed' | 'device' | 'simulated';
  personName: string | null;
  /** Of the station's thermometer on a panel, where it has one. */
  panelC?: number | null;
};

/** What can be done to a stand-in for a station. */
export const STATION_ACTS = [
  'sunOut',
  'cloudOver',
  'asItComes',
  'rain',
  'rainStops',
  'unplug',
  'plugIn',
] as const;
export type StationAct = (typeof STATION_ACTS)[number];
export const stationActBody = exactly({ act: oneOf('What', STATION_ACTS) });

/** The weather as it is known now; null where nobody has looked. */
export type WeatherNow = {
  reading: WeatherReading | null;
  station: 'device' | 'simulated' | null;
  /** Whether the station can be read now; an older reading holds until it can. */
  connected: boolean;
  /** What was read in the last hours, oldest first. */
  recent: WeatherReading[];
  /** What is forecast for the coming hours. */
  ahead: { at: string; weather: Weather }[];
  /** Of a stand-in. */
  acts: { act: StationAct; name: string }[];
};
