import type { StationAct } from '#contract/weather.ts';
import type { Weather } from '#core/dwell/weather.ts';

/** What a station tells: the weather, and of its thermometer on a panel how hot that is, where it has one. */
export type StationReading = Weather & { readonly panelC: number | null };

/** Something that tells the weather in the yard, real or not. */
export interface WeatherStation {
  readonly source: 'device' | 'simulated';
  /** The weather at a time, or null while it can't be read. */
  read(at: Date): StationReading | null;
  /** What is forecast for so many coming hours, each on its hour. */
  ahead(at: Date, hours: number): { readonly at: Date; readonly weather: Weather }[];
  /** What can be done to a stand-in; the real thing has none. */
  acts(): { readonly act: StationAct; readonly name: string }[];
  act(act: StationAct): void;
}
