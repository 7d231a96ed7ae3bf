import type { Logger } from 'pino';
import type { Backups } from '#contract/shop.ts';
import { simulatedInstruments } from '../demo/instruments.ts';
import { loadDemo } from '../demo/loadDemo.ts';
import { loadYear } from '../demo/loadYear.ts';
import { demoPins } from '../demo/people.ts';
import { restore } from './backups/restore.ts';
import type { Books } from './db/books.ts';
import { noLabelPrinter, simulatedLabelPrinter } from './devices/labelPrinter.ts';
import { SimulatedStation } from './devices/weatherStation.ts';
import { BadOption, type Options } from './options.ts';
import { type Serving, serve } from './serve.ts';
import { giveNewPin } from './sessions/newPin.ts';
import { shopOf } from './shop/queries.ts';
import type { SteadyClock } from './steadyClock.ts';

/**
 * Opens the shop that the options ask for, and keeps it open at one address: where a copy of the books is put back, it is
 * closed, and opened again with that one, or with the books that were there if the copy is not good.
 *
 * @throws BadOption where the books are the other kind of shop's
 */
export async function openShop(options: Options, time: SteadyClock, log: Logger): Promise<Serving> {
  let stopped = false;
  let puttingBack = false;
  let changing: Promise<void> = Promise.resolve();
  const open = (port: number | null, notPutBack: Backups['notPutBack']) =>
    openOnce({ ...options, port }, time, log, putBack, notPutBack);
  let serving = await open(options.port, null);

  function putBack(name: string): void {
    // Of two who ask at once the first is served: the shop the other one saw is closed.
    if (puttingBack) return;
    puttingBack = true;
    changing = changing.then(async () => {
      if (stopped) return;
      await serving.stop();
      const why = await restored(name);
      const at = time.now().toISOString();
      serving = await open(Number(new URL(serving.address).port), why === null ? null : { name, at, why });
      puttingBack = false;
    });
    changing.catch((error) => {
      log.fatal(error);
      process.exit(1);
    });
  }

  async function restored(name: string): Promise<string | null> {
    try {
      await restore(options.folder, name, time.now());
      return null;
    } catch (error) {
      log.error(error);
      return (error as Error).message;
    }
  }

  return {
    address: serving.address,
    publicAddress: serving.publicAddress,
    setupCode: serving.setupCode,
    get books() {
      return serving.books;
    },
    alive: async () => {
      if (!puttingBack) await serving.alive();
    },
    stop: async () => {
      stopped = true;
      await changing;
      await serving.stop();
    },
  };
}

/** The demo with its stand-ins, made on its first run, or a shop of one's own. */
const openOnce = (
  options: Options,
  time: SteadyClock,
  log: Logger,
  putBack: (name: string) => void,
  notPutBack: Backups['notPutBack'],
): Promise<Serving> =>
  serve({
    ...options,
    now: time.now,
    time,
    log,
    demoPins: options.demo ? demoPins : new Map(),
    labelPrinter: options.demo ? simulatedLabelPrinter : noLabelPrinter,
    weatherStation: options.demo ? new SimulatedStation() : null,
    ...(options.demo && { connect: simulatedInstruments }),
    putBack,
    notPutBack,
    prepare: (books) => prepare(books, options, time.now()),
    begin: async (books, secret) => {
      const { newPin } = options;
      if (newPin === null) return;
      const pin = await giveNewPin(books, newPin, secret, time.now());
      console.log(`The new PIN of ${newPin} is ${pin}. It is not shown again.`);
    },
  });

async function prepare(books: Books, { demo }: Options, now: Date): Promise<void> {
  const shop = await shopOf(books);
  if (demo && !shop) {
    await loadDemo(books, now);
    await books.transaction((tx) => loadYear(tx, now));
  }
  if (shop && shop.demo !== demo) {
    throw new BadOption(
      demo
        ? "These are a real shop's books, not the demo's. Use npm run shop, or give another folder with --data."
        : "These are the demo's books. Use npm start, or give another folder with --data.",
    );
  }
}
