import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { TZDate } from '@date-fns/tz';
import type { Backups } from '#contract/shop.ts';
import { isSealed } from './seal.ts';

/** Copies of the books, one for each day they were used: so many are kept. */
const KEPT = 14;
/** And the last one of so many months. */
const MONTHS = 12;
const NAME = /^day-(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2})$/;
/** The hour of the shop's day at which the books are copied while they are open. */
const HOUR = 3;

export const copiesFolder = (folder: string) => join(folder, 'backups');
export const nameAt = (now: Date) => `day-${now.toISOString().slice(0, 19).replaceAll(':', '-')}`;
const timeOf = (name: string): string | null => {
  const [day, time] = NAME.exec(name)?.[1]?.split('T') ?? [];
  return day && time ? `${day}T${time.replaceAll('-', ':')}Z` : null;
};

/** The daily copies there are, newest first, and whether each was read through when it was made. */
export function copies(folder: string, inside = 'backups'): Backups['copies'] {
  const where = join(folder, inside);
  if (!existsSync(where)) return [];
  return readdirSync(where)
    .flatMap((name) => {
      const at = timeOf(name);
      return at ? [{ name, at, checked: isSealed(join(where, name)) }] : [];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}

/** Whether the day's copy is due: none was made since the last time it struck three in the shop. */
export function isDue(newestAt: string | null, now: Date, zone: string): boolean {
  const struck = new TZDate(now, zone);
  struck.setHours(HOUR, 0, 0, 0);
  if (struck > now) struck.setDate(struck.getDate() - 1);
  return newestAt === null || new Date(newestAt) < struck;
}

/** Which copies are no longer kept: neither among the newest, nor the last one of their month. */
export function spare<C extends { at: string }>(newestFirst: readonly C[]): C[] {
  const lastOfMonth = new Map<string, C>();
  for (const copy of newestFirst) {
    const month = copy.at.slice(0, 7);
    if (!lastOfMonth.has(month) && lastOfMonth.size < MONTHS) lastOfMonth.set(month, copy);
  }
  return newestFirst.filter((copy, i) => i >= KEPT && lastOfMonth.get(copy.at.slice(0, 7)) !== copy);
}
