import { randomInt } from 'node:crypto';
import { existsSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { Backups } from '#contract/shop.ts';
import { createApp } from './app.ts';
import { wayBack } from './backups/advice.ts';
import { copies } from './backups/backups.ts';
import { Copying } from './backups/copying.ts';
import { Books, BooksDamaged } from './db/books.ts';
import { freeBytes } from './db/room.ts';
import { type Instruments, noInstruments } from './devices/instrument.ts';
import type { LabelPrinter } from './devices/labelPrinter.ts';
import type { WeatherStation } from './devices/weatherStation.ts';
import { Documents } from './documents/office.ts';
import { takeUpImports } from './imports/runner.ts';
import { Live } from './live/live.ts';
import { Works } from './longWork/works.ts';
import { Idle } from './sessions/idle.ts';
import { secretOf } from './sessions/secret.ts';
import type { SteadyTime } from './steadyTime.ts';
import { ownNames, tlsOf } from './tls/authority.ts';
import { bothWays, type Listening } from './tls/bothWays.ts';
import { makeUpkeep } from './upkeep.ts';

const FIRST_PORT = 4600;
const PORTS_TO_TRY = 20;
/** Whoever waited for the shop to open again is served first; then the books are read through. */
const LOOK_AFTER_MS = 5_000;

export type Serving = {
  address: string;
  publicAddress: string;
  /** What tells the shop's own authority from any other; null where connections are plain alone. */
  fingerprint: string | null;
  setupCode: string;
  books: Books;
  /** Rejects where the database refuses to answer. */
  alive: () => Promise<unknown>;
  stop: () => Promise<void>;
};

/**
 * Opens the books and serves the shop from them until `stop` is called.
 *
 * @param options.prepare what to do with freshly opened books before anyone is served (the demo fills empty ones)
 */
export async function serve(options: {
  folder: string;
  host: string;
  port: number | null;
  demo?: boolean;
  /** Safe connections as well, by an authority of the shop's own. */
  safe?: boolean;
  /** Another folder for the copies of the books. */
  copiesTo?: string | null;
  /** Puts a copy in the place of the books; where it is not given, none is. */
  restoreCopy?: (name: string) => void;
  /** The copy that was to be restored last and was not. */
  notRestored?: Backups['notRestored'];
  now: () => Date;
  /** Where the machine's clock was set, the shop's time follows it once nothing runs. */
  time?: SteadyTime;
  log: Logger;
  demoPins: ReadonlyMap<string, string>;
  labelPrinter: LabelPrinter;
  weatherStation: WeatherStation | null;
  /** Connects the shop's instruments once its books are open. */
  connect?: (books: Books) => Promise<Instruments>;
  prepare?: (books: Books) => Promise<void>;
  /** What is to be done with the books before anybody is served. */
  begin?: (books: Books, secret: Buffer) => Promise<void>;
}): Promise<Serving> {
  const { folder, host, port, now, log, demoPins, labelPrinter, weatherStation } = options;
  const books = await openGood(options);
  try {
    const hadShop = (await books.rows('SELECT 1 FROM shop')).length > 0;
    await options.prepare?.(books);
    const setupCode = String(randomInt(1_000_000)).padStart(6, '0');
    const secret = secretOf(folder);
    await options.begin?.(books, secret);
    const live = new Live(now);
    const instruments = (await options.connect?.(books)) ?? noInstruments;
    const documents = new Documents();
    const works = new Works(log);
    let stopping = false;
    const damage = { what: null as string | null, remedy: '' };
    const damaged = (what: string) => {
      // Books that are being closed answer nothing, and are none the worse for it.
      if (damage.what !== null || stopping) return;
      log.error(`the books are damaged: ${what}`);
      Object.assign(damage, {
        what: what.replace(/\.$/, ''),
        remedy: wayBack(folder, options.demo ?? false),
      });
    };
    books.onDamage = damaged;
    const copying = new Copying({
      books,
      folder,
      also: options.copiesTo ?? null,
      log,
      damaged,
      changed: () => live.tell('backups', 0),
    });
    let publicly = '';
    const tls = options.safe ? await tlsOf(folder, ownNames(), new Date()) : null;
    const app = createApp({
      books,
      folder,
      damage,
      copying,
      restoreCopy: options.restoreCopy ?? (() => log.error('no copy is restored here')),
      notRestored: options.notRestored ?? null,
      free: freeBytes,
      now,
      live,
      idle: new Idle(),
      secret,
      log,
      setupCode,
      demoPins,
      documents,
      works,
      labelPrinter,
      weatherStation,
      instruments,
      publicAddress: () => publicly,
      tls,
    });
    const server = bothWays(app, tls, KEEP_ALIVE_MS);
    const listening = await listen(server, host, port);
    const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${listening}/`;
    publicly = host === '0.0.0.0' ? onTheLan(address) : address;
    books.tellAddress(address);
    takeUpImports({ books, folder, free: freeBytes, now, live, log }).catch((error) => log.error(error));
    const endRounds = makeUpkeep(
      { books, copying, weatherStation, now, live, log, folder, free: freeBytes },
      options.time,
    );
    const looking = setTimeout(() => {
      if (hadShop) lookThrough(books, copying, now(), damaged).catch((error) => log.error(error));
    }, LOOK_AFTER_MS);
    const stop = async () => {
      stopping = true;
      clearTimeout(looking);
      endRounds();
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      instruments.close();
      await documents.close();
      await works.stop();
      await copying.ended();
      await books.close();
    };
    return {
      address,
      publicAddress: publicly,
      fingerprint: tls?.fingerprint ?? null,
      setupCode,
      books,
      alive: () => books.rows('SELECT 1'),
      stop,
    };
  } catch (error) {
    await books.close();
    throw error;
  }
}

/** Makes the day's copy, which is read through; books that were cut off are read through even where none is due. */
async function lookThrough(
  books: Books,
  copying: Copying,
  now: Date,
  damaged: (what: string) => void,
): Promise<void> {
  const made = await copying.ifDue(now).catch(() => false);
  if (made || !books.cutOff) return;
  const [fault] = await books.faults();
  if (fault) damaged(fault);
}

/** Opens the books, or says in one sentence what is wrong with them and in another what to do. Makes none over others. */
async function openGood({
  folder,
  demo = false,
  now,
}: {
  folder: string;
  demo?: boolean;
  now: () => Date;
}): Promise<Books> {
  const lost = !existsSync(join(folder, 'books')) && copies(folder).length > 0;
  try {
    if (lost) throw new BooksDamaged('they are not there, and copies of them are');
    return await Books.open(folder, now());
  } catch (error) {
    if (!(error instanceof BooksDamaged)) throw error;
    throw new BooksDamaged(
      `The books under ${folder} are damaged: ${error.message}. Nothing was made in their place. ${wayBack(folder, demo)}`,
    );
  }
}

/** The address other tablets on the shop's network reach this machine at. */
function onTheLan(local: string): string {
  const outside = Object.values(networkInterfaces())
    .flat()
    .find((i) => i && i.family === 'IPv4' && !i.internal);
  return outside ? local.replace('127.0.0.1', outside.address) : local;
}

/** Longer than a device waits before it asks again: a connection it means to use is not closed under it. */
const KEEP_ALIVE_MS = 65_000;

async function listen(server: Listening, host: string, wanted: number | null): Promise<number> {
  const last = wanted ?? FIRST_PORT + PORTS_TO_TRY;
  for (let port = wanted ?? FIRST_PORT; ; port++) {
    try {
      await new Promise<void>((done, failed) => {
        server.once('error', failed);
        server.listen(port, host, () => {
          server.off('error', failed);
          done();
        });
      });
      return (server.address() as { port: number }).port;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE' || port >= last) throw error;
    }
  }
}
