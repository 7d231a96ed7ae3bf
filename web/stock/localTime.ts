import { TZDate } from '@date-fns/tz';

const two = (n: number) => String(n).padStart(2, '0');

/** `2026-05-04T09:30`, as a field for date and time has it, on the shop's clock. */
export function localTime(at: Date, zone: string): string {
  const there = new TZDate(at, zone);
  const day = `${there.getFullYear()}-${two(there.getMonth() + 1)}-${two(there.getDate())}`;
  return `${day}T${two(there.getHours())}:${two(there.getMinutes())}`;
}

/** The instant such a field means in the shop's zone; null where it is not filled in. */
export function readLocalTime(text: string, zone: string): string | null {
  const read = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})/.exec(text);
  if (!read) return null;
  const [year, month, day, hour, minute] = read.slice(1).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  return new Date(new TZDate(year, month - 1, day, hour, minute, zone).getTime()).toISOString();
}
