import type { Weather } from '#core/dwell/weather.ts';

/** Something that tells the weather in the yard, real or not. */
export interface WeatherStation {
  readonly source: 'device' | 'simulated';
  /** The weather at a time, or null while it can't be read. */
  read(at: Date): Weather | null;
}

const HOUR_MS = 3_600_000;

/** Slow, even noise in -1 to 1: the same at the same hour on every machine. */
const drift = (hours: number, period: number, phase: number): number =>
  Math.sin((hours / period) * 2 * Math.PI + phase) * 0.6 +
  Math.sin((hours / (period * 0.37)) * 2 * Math.PI) * 0.4;

/**
 * A stand-in for a weather station: a temperate day that warms until mid-afternoon, its damp going the other way, cloud
 * coming and going. It follows from the clock alone.
 */
export const simulatedWeather: WeatherStation = {
  source: 'simulated',
  read(at) {
    const hours = at.getTime() / HOUR_MS;
    const day = (hours % 24) - 14.5;
    const season = Math.cos(((hours / 24 - 200) / 365.25) * 2 * Math.PI);
    const warmth = Math.cos((day / 24) * 2 * Math.PI);
    const cloud = drift(hours, 31, 0.8);
    const airC = 10.5 + 7 * season + (cloud < 0 ? 5 : 3) * warmth + drift(hours, 77, 2.1);
    const humidity = Math.min(1, Math.max(0.25, 0.7 - 0.16 * warmth + 0.1 * cloud));
    const windMs = Math.max(0, 2.2 + 1.6 * drift(hours, 19, 4.2));
    const light = warmth > -0.35;
    const sky = !light ? 'night' : cloud > 0.25 ? 'overcast' : cloud > -0.25 ? 'bright' : 'sun';
    return { airC, humidity, windMs, sky };
  },
};
