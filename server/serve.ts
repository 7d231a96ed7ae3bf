import { randomInt } from 'node:crypto';
import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { createServer } from 'node:http';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { createApp } from './app.ts';
import { copyIfDue } from './backups/backups.ts';
import { Books } from './db/books.ts';
import { type Instruments, noInstruments } from './devices/instrument.ts';
import type { LabelPrinter } from './devices/labelPrinter.ts';
import type { WeatherStation } from './devices/weatherStation.ts';
import { takeUpImports } from './imports/runner.ts';
import { Live } from './live/live.ts';
import { Papers } from './papers/office.ts';
import { makeRounds } from './rounds.ts';
import { Idle } from './sessions/idle.ts';
import { secretOf } from './sessions/secret.ts';
import type { SteadyClock } from './steadyClock.ts';

const FIRST_PORT = 4600;
const PORTS_TO_TRY = 20;

export type Serving = {
  address: string;
  publicAddress: string;
  setupCode: string;
  books: Books;
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
  now: () => Date;
  /** Where the machine's clock was set, the shop's time follows it once nothing runs. */
  time?: SteadyClock;
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
  const hadBooks = existsSync(join(folder, 'books'));
  const books = await Books.open(folder, now());
  try {
    if (hadBooks) await copyIfDue(books, folder, now());
    await options.prepare?.(books);
    const setupCode = String(randomInt(1_000_000)).padStart(6, '0');
    const secret = secretOf(folder);
    await options.begin?.(books, secret);
    const live = new Live(now);
    const instruments = (await options.connect?.(books)) ?? noInstruments;
    const papers = new Papers();
    let publicly = '';
    const app = createApp({
      books,
      folder,
      now,
      live,
      idle: new Idle(),
      secret,
      log,
      setupCode,
      demoPins,
      papers,
      labelPrinter,
      weatherStation,
      instruments,
      publicAddress: () => publicly,
    });
    const server = createServer(app);
    const listening = await listen(server, host, port);
    const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${listening}/`;
    publicly = host === '0.0.0.0' ? onTheLan(address) : address;
    books.tellAddress(address);
    takeUpImports({ books, now, live, log }).catch((error) => log.error(error));
    const endRounds = makeRounds({ books, folder, weatherStation, now, live, log }, options.time);
    const stop = async () => {
      endRounds();
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      instruments.close();
      await papers.close();
      await books.close();
    };
    return { address, publicAddress: publicly, setupCode, books, stop };
  } catch (error) {
    await books.close();
    throw error;
  }
}

/** The address other tablets on the shop's network reach this machine at. */
function onTheLan(local: string): string {
  const outside = Object.values(networkInterfaces())
    .flat()
    .find((i) => i && i.family === 'IPv4' && !i.internal);
  return outside ? local.replace('127.0.0.1', outside.address) : local;
}

async function listen(server: Server, host: string, wanted: number | null): Promise<number> {
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
