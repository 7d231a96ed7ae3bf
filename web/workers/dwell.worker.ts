import { expose } from 'comlink';
import { type LaidThen, type PanelsAsked, tightestOf, type WeatherAt } from '#core/dwell/clock.ts';
import { type Rates, type WindowOrRemedies, windowOrRemedies } from '#core/dwell/remedies.ts';
import {
  type HourPieces,
  piecesByHour,
  type VehicleAnswer,
  type VehicleAsked,
  vehicleWindow,
} from '#core/dwell/vehicleWindow.ts';
import type { Outlook, WindowAsked, WorkingWindow } from '#core/dwell/workingWindow.ts';
import type { Outcome } from '#core/outcome.ts';
import { zonesM2 } from '#core/soil/bodies.ts';

/** What a clock's window is worked out from. */
export type ClockAsked = {
  key: string;
  panels: PanelsAsked;
  laid: LaidThen[];
  outlook: Outlook;
  edgeShare: number;
};

/** A window, and the remedies where there is none; with the walk across the vehicle. */
export type StartAsked = {
  window: WindowAsked;
  rates: Rates;
  hours: WeatherAt[];
  vehicle: VehicleAsked;
};
export type StartAnswer = { window: Outcome<WindowOrRemedies>; vehicle: Outcome<VehicleAnswer> };

/** Follows films off the main thread. */
const dwell = {
  windows: (asked: ClockAsked[]): { key: string; window: Outcome<WorkingWindow> }[] =>
    asked.map(({ key, panels, laid, outlook, edgeShare }) => ({
      key,
      window: tightestOf(panels, laid, outlook, edgeShare).window,
    })),
  start: ({ window, rates, hours, vehicle }: StartAsked): StartAnswer => ({
    window: windowOrRemedies(window, { ...rates, wholeM2: wholeOf(vehicle) }, hours),
    vehicle: vehicleWindow(vehicle),
  }),
  hours: (asked: Omit<VehicleAsked, 'outlook'>, hours: WeatherAt[]): HourPieces[] =>
    piecesByHour(asked, hours),
};

function wholeOf({ zones, body }: VehicleAsked): number {
  return zonesM2(
    zones.map((z) => z.zone),
    body,
  );
}

export type Dwell = typeof dwell;

expose(dwell);
