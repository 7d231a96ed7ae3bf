import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { TZDate } from '@date-fns/tz';
import { addDays, set } from 'date-fns';
import { ZONE } from './named.ts';

const OPENS_AT = { hours: 9, minutes: 30, seconds: 0, milliseconds: 0 };
/** Hours of the shop's clock between which there is work to be seen. */
const FROM_H = 8;
const UNTIL_H = 16;

/**
 * When the demo opens: now, where the shop would be at work, else at half past nine of its next morning. Its own time never
 * goes back, so that nothing in its books lies ahead of it.
 *
 * @param aheadMs how far its time ran ahead of the machine's until now, in milliseconds, 0 or more
 */
export function opensAt(real: Date, aheadMs: number): Date {
  const now = new TZDate(real.getTime() + aheadMs, ZONE);
  const hour = now.getHours();
  if (hour >= FROM_H && hour < UNTIL_H) return new Date(now.getTime());
  const day = hour < FROM_H ? now : addDays(now, 1);
  return new Date(set(day, OPENS_AT).getTime());
}

/** When the demo in a folder opens today; how far ahead that is is kept beside its books. */
export function openDemoDay(folder: string, real: Date, afresh: boolean): Date {
  const path = join(folder, 'own-time.json');
  const at = opensAt(real, afresh ? 0 : keptAhead(path));
  mkdirSync(folder, { recursive: true });
  writeFileSync(path, JSON.stringify({ aheadMs: at.getTime() - real.getTime() }));
  return at;
}

function keptAhead(path: string): number {
  try {
    const { aheadMs } = JSON.parse(readFileSync(path, 'utf8')) as { aheadMs: unknown };
    return typeof aheadMs === 'number' && aheadMs > 0 ? aheadMs : 0;
  } catch {
    return 0;
  }
}
