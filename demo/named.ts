import { tz } from '@date-fns/tz';
import { set, subDays } from 'date-fns';

export const ZONE = 'Europe/London';

/** An hour of the shop's clock, so many days before now. */
export function at(now: Date, daysAgo: number, clock: string): Date {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number);
  const day = subDays(now, daysAgo, { in: tz(ZONE) });
  return new Date(set(day, { hours, minutes, seconds: 0, milliseconds: 0 }, { in: tz(ZONE) }).getTime());
}

export function known(ids: Map<string, number>, name: string): number {
  const id = ids.get(name);
  if (id === undefined) throw new Error(`the demo has no ${name}`);
  return id;
}

export function named<R extends { name: string }>(rows: R[], name: string): R {
  const row = rows.find((r) => r.name === name);
  if (!row) throw new Error(`the demo has no ${name}`);
  return row;
}

/** Two suppliers that never were. */
export const SUPPLIERS = ['Kiln Bank Supplies', 'Orchard Side Trade'];
