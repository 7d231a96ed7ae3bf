import { accept, type Outcome, refuse } from '../outcome.ts';
import type { DayOrder } from './units.ts';

/** English and Spanish, by their first three letters. */
const MONTHS = 'jan|ene feb mar apr|abr may jun jul aug|ago sep|set oct nov dec|dic'
  .split(' ')
  .map((of) => of.split('|'));
const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/;
const YEAR_LAST = /^(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4}|\d{2})$/;
const WITH_NAME =
  /^(?:(\d{1,2})[-/. ]+)?(?:de )?([a-zñé]{3,10})\.?[-/. ,]+(?:de )?(?:(\d{1,2}),? +)?(\d{4}|\d{2})$/;

/**
 * A day as spreadsheets of the shop's country write it: `2027-05-31`, `31/05/2027`, `31.5.27`, `31-May-2027`, `May 31, 2027`,
 * `31 de mayo de 2027`. Of two bare numbers the one over 12 is the day, whatever the order. Two figures of a year are of this
 * century. A month by itself is refused: which of its days is printed on the container decides.
 *
 * @param order which comes first where both could be a month
 * @returns the day as `2027-05-31`, in the years 1990 to 2200
 * @example parseDay('31/05/2027', 'dayFirst', 'Best before') // { ok: true, value: '2027-05-31' }
 */
export function parseDay(text: string, order: DayOrder, field: string): Outcome<string> {
  const typed = text.slice(0, 40).trim().toLowerCase();
  const [year, month, day] = partsOf(typed, order) ?? [];
  if (year === undefined || month === undefined || day === undefined)
    return refuse('day.unreadable', { field, typed, order });
  const at = new Date(Date.UTC(year, month - 1, day));
  const real = at.getUTCMonth() === month - 1 && at.getUTCDate() === day && year >= 1990 && year <= 2200;
  return real ? accept(at.toISOString().slice(0, 10)) : refuse('day.none', { field, typed });
}

function partsOf(typed: string, order: DayOrder): [year: number, month: number, day: number] | null {
  const first = YEAR_FIRST.exec(typed);
  if (first) return [Number(first[1]), Number(first[2]), Number(first[3])];
  const last = YEAR_LAST.exec(typed);
  if (last) {
    const [a, b] = [Number(last[1]), Number(last[2])];
    const dayFirst = a > 12 || (order === 'dayFirst' && b <= 12);
    return [fullYear(last[3]), dayFirst ? b : a, dayFirst ? a : b];
  }
  const named = WITH_NAME.exec(typed);
  const month = MONTHS.findIndex((names) => names.some((name) => named?.[2]?.startsWith(name))) + 1;
  const day = named?.[1] ?? named?.[3];
  if (!named || month === 0 || day === undefined) return null;
  return [fullYear(named[4]), month, Number(day)];
}

const fullYear = (text = ''): number => (text.length === 2 ? 2_000 + Number(text) : Number(text));
