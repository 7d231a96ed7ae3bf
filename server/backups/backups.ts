import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { TZDate } from '@date-fns/tz';
import type { Backups } from '#contract/shop.ts';
import type { Books } from '../db/books.ts';

/** Copies of the books, one for each day they were used: so many are kept. */
const KEPT = 14;
/** And the last one of so many months. */
const MONTHS = 12;
const NAME = /^day-(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2})$/;
/** The hour of the shop's day at which the books are copied while they are open. */
const HOUR = 3;

const folderOf = (folder: string) => join(folder, 'backups');
const nameAt = (now: Date) => `day-${now.toISOString().slice(0, 19).replaceAll(':', '-')}`;
const timeOf = (name: string): string | null => {
  const [day, time] = NAME.exec(name)?.[1]?.split('T') ?? [];
  return day && time ? `${day}T${time.replaceAll('-', ':')}Z` : null;
};

/** The daily copies there are, newest first. */
export function copies(folder: string): { name: string; at: string }[] {
  if (!existsSync(folderOf(folder))) return [];
  return readdirSync(folderOf(folder))
    .flatMap((name) => {
      const at = timeOf(name);
      return at ? [{ name, at }] : [];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}

export function backupsOf(folder: string): Backups {
  const all = copies(folder);
  return { newestAt: all[0]?.at ?? null, kept: all.length, copies: all };
}

/** Whether the day's copy is due: none was made since the last time it struck three in the shop. */
export function isDue(newestAt: string | null, now: Date, zone: string): boolean {
  const struck = new TZDate(now, zone);
  struck.setHours(HOUR, 0, 0, 0);
  if (struck > now) struck.setDate(struck.getDate() - 1);
  return newestAt === null || new Date(newestAt) < struck;
}

/** Makes the day's copy where it is due; it can be put back as it is. A copy cut short leaves nothing that looks finished. */
export async function copyIfDue(books: Books, folder: string, now: Date): Promise<boolean> {
  const [shop] = await books.rows<{ zone: string }>('SELECT zone FROM shop');
  // One that was made while the machine's clock was wrong, in a day that has not come yet, holds up none.
  const newestAt = copies(folder).find((copy) => new Date(copy.at) <= now)?.at ?? null;
  if (!shop || !isDue(newestAt, now, shop.zone)) return false;
  mkdirSync(folderOf(folder), { recursive: true });
  const to = join(folderOf(folder), nameAt(now));
  const unfinished = `${to}.unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  await books.copyTo(unfinished);
  renameSync(unfinished, to);
  for (const { name } of spare(copies(folder))) {
    rmSync(join(folderOf(folder), name), { recursive: true, force: true });
  }
  return true;
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
