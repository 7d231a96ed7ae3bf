import type { WeatherNow, WeatherReading } from '#contract/weather.ts';
import { formatDuration } from '#core/units/duration.ts';
import { t } from '../lib/speech.ts';
import { timeOfDay } from '../ui/dates.ts';

const FROM: () => Record<WeatherReading['source'], string> = () => ({
  typed: t('typed'),
  device: t('from the station'),
  simulated: t('from the simulated station'),
});

/** Where a reading is from, by whom and when. */
export const weatherFrom = ({ source, personName, at }: WeatherReading, zone: string): string =>
  [FROM()[source], personName && t('by {0}', personName), t('at {0}', timeOfDay(at, zone))]
    .filter(Boolean)
    .join(' ');

/** Older than this, a reading of a station that can't be read is told with its age. */
const FRESH_S = 120;

/** How old the last reading is, where the station can't be asked for a new one; null where it can. */
export function staleFor({ reading, station, connected }: WeatherNow, nowMs: number): string | null {
  if (!reading || station === null || connected || reading.source === 'typed') return null;
  const s = Math.max(0, (nowMs - Date.parse(reading.at)) / 1_000);
  return s < FRESH_S ? t('a moment') : formatDuration(Math.floor(s / 60) * 60);
}
