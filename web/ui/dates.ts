import { shopNow } from '../lib/shopNow.ts';
import { locale } from '../lib/speech.ts';
/** `14:05`, on the shop's clock. */
export const timeOfDay = (iso: string, zone: string): string => formatter('time', zone).format(new Date(iso));

/** `Mon 4 May 2026`, the shop's day. */
export const shopDay = (iso: string, zone: string): string => formatter('day', zone).format(new Date(iso));

/** `2026-05-04`, the day it is in the shop. */
export const dayOf = (at: Date, zone: string): string => formatter('iso', zone).format(at);

/** `4 May`, a day without its time; one of another year than this says which: `4 May 2028`. */
export const dayInWords = (day: string): string =>
  formatter(Number(day.slice(0, 4)) === shopNow().getUTCFullYear() ? 'short' : 'long', 'UTC').format(
    new Date(`${day}T12:00:00Z`),
  );

const LOOKS: Record<'time' | 'day' | 'short' | 'long' | 'iso', Intl.DateTimeFormatOptions> = {
  short: { day: 'numeric', month: 'short' },
  long: { day: 'numeric', month: 'short', year: 'numeric' },
  iso: { year: 'numeric', month: '2-digit', day: '2-digit' },
  time: { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
  day: { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' },
};

const made = new Map<string, Intl.DateTimeFormat>();

/** Making a formatter costs a hundred times what using it does. */
function formatter(look: keyof typeof LOOKS, timeZone: string): Intl.DateTimeFormat {
  const key = `${look} ${timeZone} ${locale()}`;
  const known =
    made.get(key) ??
    new Intl.DateTimeFormat(look === 'iso' ? 'en-CA' : locale(), { ...LOOKS[look], timeZone });
  made.set(key, known);
  return known;
}
