import { TZDate, tz } from '@date-fns/tz';
import { isValid, lightFormat, parse } from 'date-fns';

/** As a field for date and time has it. */
const FIELD = "yyyy-MM-dd'T'HH:mm";

/** `2026-05-04T09:30`, on the shop's clock. */
export const localTime = (at: Date, zone: string): string => lightFormat(new TZDate(at, zone), FIELD);

/** The instant such a field means in the shop's zone; null where it is not filled in. */
export function readLocalTime(text: string, zone: string): string | null {
  const at = parse(text.slice(0, FIELD.length - 2), FIELD, new Date(0), { in: tz(zone) });
  return isValid(at) ? new Date(at.getTime()).toISOString() : null;
}
