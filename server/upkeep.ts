import type { AppContext } from './appContext.ts';
import { KEPT_FREE_BYTES } from './db/room.ts';
import { prune } from './prune.ts';
import type { SteadyTime } from './steadyTime.ts';
import { noteStation } from './weather/station.ts';

const STATION_EVERY_MS = 20_000;
const BACKUP_EVERY_MS = 60_000;
/** So much of the log is gone through at most after a power cut, before the shop opens. */
const SETTLE_EVERY_MS = 2 * 60_000;
const PRUNE_EVERY_MS = 6 * 3_600_000;

/**
 * What the program does by itself while it runs: reads the weather station, copies the books at night, lets go of what is
 * of no more use, and follows the machine's clock where that was set, once no clock of the shop's runs. On a full disk it
 * writes nothing: a checkpoint there is the end of the database.
 *
 * @returns what ends it
 */
export function makeUpkeep(
  context: Pick<
    AppContext,
    'books' | 'copying' | 'weatherStation' | 'now' | 'live' | 'log' | 'folder' | 'free'
  >,
  time: SteadyTime | undefined,
): () => void {
  const { books, now, log, folder, free } = context;
  const room = () => free(folder) >= KEPT_FREE_BYTES;
  const failed = (error: unknown) => log.error(error);
  const station = setInterval(() => {
    if (room()) noteStation(context).catch(failed);
    if (time && time.apartMs !== 0) followClock(context, time).catch(failed);
  }, STATION_EVERY_MS);
  const backup = setInterval(() => {
    context.copying.ifDue(now()).catch(failed);
  }, BACKUP_EVERY_MS);
  const settling = setInterval(() => room() && void books.settle().catch(failed), SETTLE_EVERY_MS);
  const pruning = setInterval(() => room() && void prune(books, now()).catch(failed), PRUNE_EVERY_MS);
  return () => {
    clearInterval(pruning);
    clearInterval(settling);
    clearInterval(station);
    clearInterval(backup);
  };
}

async function followClock(
  { books, log }: Pick<AppContext, 'books' | 'log'>,
  time: SteadyTime,
): Promise<void> {
  const running = await books.rows('SELECT 1 FROM clock WHERE ended_at IS NULL LIMIT 1');
  if (running.length > 0) return;
  log.warn(`the machine's clock was set by ${Math.round(time.apartMs / 1_000)} s: the shop follows it now`);
  time.follow();
}
