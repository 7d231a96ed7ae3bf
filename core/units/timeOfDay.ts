import { accept, type Outcome, refuse } from '../outcome.ts';

const WRITTEN = /^(\d{1,2})(?:[:.h](\d{2}))?\s*([ap]m)?$/;

/**
 * A time of day as people write it: `9:30`, `09.30`, `9h30`, `9:30 pm`, `9 am`. A bare number is refused: it may be minutes.
 *
 * @returns minutes from midnight, 0 to 1439
 * @example parseTimeOfDay('9:30 pm', 'Time') // { ok: true, value: 1290 }
 */
export function parseTimeOfDay(typed: string, field: string): Outcome<number> {
  const text = typed.slice(0, 20).trim().toLowerCase();
  const [, hours, minutes, half] = WRITTEN.exec(text) ?? [];
  const [h, m] = [Number(hours), Number(minutes ?? 0)];
  const bare = minutes === undefined && half === undefined;
  const most = half ? 12 : 23;
  if (hours === undefined || bare || m > 59 || h > most || (half && h === 0)) {
    return refuse('time.unreadable', { field });
  }
  const from = half === 'pm' ? 12 : 0;
  return accept((from + (half ? h % 12 : h)) * 60 + m);
}

/** @example formatTimeOfDay(570) // '09:30' */
export const formatTimeOfDay = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
