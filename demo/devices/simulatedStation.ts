import type { StationAct } from '#contract/weather.ts';
import { dryEquilibriumC, surroundingsOf } from '#core/dwell/surroundings.ts';
import type { Sky, Weather } from '#core/dwell/weather.ts';
import type { StationReading, WeatherStation } from '../../server/devices/weatherStation.ts';

const HOUR_MS = 3_600_000;

/** Slow, even noise in -1 to 1: the same at the same hour on every machine. */
const drift = (hours: number, period: number, phase: number): number =>
  Math.sin((hours / period) * 2 * Math.PI + phase) * 0.6 +
  Math.sin((hours / (period * 0.37)) * 2 * Math.PI) * 0.4;

/** A temperate day that warms until mid-afternoon, its damp going the other way, cloud coming and going. */
export function simulatedDay(at: Date): Weather {
  const hours = at.getTime() / HOUR_MS;
  const day = (hours % 24) - 14.5;
  const season = Math.cos(((hours / 24 - 200) / 365.25) * 2 * Math.PI);
  const warmth = Math.cos((day / 24) * 2 * Math.PI);
  const cloud = drift(hours, 31, 0.8);
  const airC = 10.5 + 7 * season + (4 - cloud) * warmth + drift(hours, 77, 2.1);
  const humidity = Math.min(1, Math.max(0.25, 0.7 - 0.16 * warmth + 0.1 * cloud));
  const windMs = Math.max(0, 2.2 + 1.6 * drift(hours, 19, 4.2));
  const light = warmth > -0.35;
  const sky = !light ? 'night' : cloud > 0.25 ? 'overcast' : cloud > -0.25 ? 'bright' : 'sun';
  return { airC, humidity, windMs, sky, raining: false };
}

/**
 * A stand-in for a weather station with a thermometer on a dark panel. It follows from the clock alone, until someone has
 * the sun come out, cloud over, rain, or pulls its plug.
 */
export class SimulatedStation implements WeatherStation {
  readonly source = 'simulated';
  #sky: Sky | null = null;
  #raining = false;
  #connected = true;

  read(at: Date): StationReading | null {
    if (!this.#connected) return null;
    const weather = { ...simulatedDay(at), ...(this.#sky && { sky: this.#sky }), raining: this.#raining };
    const around = surroundingsOf(weather);
    return { ...weather, panelC: around.ok ? dryEquilibriumC('dark', around.value) : null };
  }

  ahead(at: Date, hours: number): { at: Date; weather: Weather }[] {
    const next = Math.floor(at.getTime() / HOUR_MS) + 1;
    return Array.from({ length: hours }, (_, i) => {
      const hour = new Date((next + i) * HOUR_MS);
      return { at: hour, weather: simulatedDay(hour) };
    });
  }

  acts(): { act: StationAct; name: string }[] {
    return [
      { act: 'sunOut', name: 'The sun comes out' },
      { act: 'cloudOver', name: 'It clouds over' },
      this.#raining ? { act: 'rainStops', name: 'The rain stops' } : { act: 'rain', name: 'It rains' },
      { act: 'asItComes', name: 'As the day goes' },
      this.#connected ? { act: 'unplug', name: 'Unplug it' } : { act: 'plugIn', name: 'Plug it in again' },
    ];
  }

  act(act: StationAct): void {
    if (act === 'sunOut') this.#sky = 'sun';
    else if (act === 'cloudOver') this.#sky = 'overcast';
    else if (act === 'asItComes') [this.#sky, this.#raining] = [null, false];
    else if (act === 'rain' || act === 'rainStops') this.#raining = act === 'rain';
    else this.#connected = act === 'plugIn';
  }
}
