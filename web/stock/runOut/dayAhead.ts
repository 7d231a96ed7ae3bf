import { addDays, lightFormat, parse } from 'date-fns';

/** The day so many days after another, as `2026-05-04`. */
export const dayAhead = (day: string, days: number): string =>
  lightFormat(addDays(parse(day, 'yyyy-MM-dd', new Date()), days), 'yyyy-MM-dd');
