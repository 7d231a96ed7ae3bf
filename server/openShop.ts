import { setTimeout as sleep } from 'node:timers/promises';
import type { Logger } from 'pino';
import type { Backups } from '#contract/shop.ts';
import { simulatedInstruments } from '../demo/devices/instruments.ts';
import { simulatedLabelPrinter } from '../demo/devices/simulatedLabelPrinter.ts';
import { SimulatedStation } from '../demo/devices/simulatedStation.ts';
import { loadDemo } from '../demo/loadDemo.ts';
import { loadMorning } from '../demo/loadMorning.ts';
import { loadYear } from '../demo/loadYear.ts';
import { openDemoDay } from '../demo/openDay.ts';
import { demoPins } from '../demo/people.ts';
import { restore } from './backups/restore.ts';
import type { Books } from './db/books.ts';
import { noLabelPrinter } from './devices/labelPrinter.ts';
import { BadOption, type Options } from './options.ts';
import { type Serving, serve } from './serve.ts';
import { giveNewPin } from './sessions/newPin.ts';
import { shopOf } from './shop/queries.ts';
import type { SteadyTime } from './steadyTime.ts';

const TRY_AGAIN_MS = 2_000;

/**
 * Opens the shop that the options ask for, and keeps it open at one address: where a copy of the books is restored, it is
 * closed, and opened again with that one, or with the books that were there if the copy is not good.
 *
 * @throws BadOption where the books are the other kind of shop's
 */
export async function openShop(options: Options, time: SteadyTime, log: Logger): Promise<Serving> {
  let stopped = false;
  let restoring = false;
  let isOpen = true;
  let changing: Promise<void> = Promise.resolve();
  const open = (port: number | null, notRestored: Backups['notRestored']) =>
    openOnce({ ...options, port }, time, log, restoreCopy, notRestored);
  let serving = await open(options.port, null);

  function restoreCopy(name: string): void {
    // Of two who ask at once the first is served: the shop the other one saw is closed.
    if (restoring) return;
    restoring = true;
    changing = changing.then(async () => {
      if (stopped) return;
      // What does not close as it should is opened again all the same.
      await close().catch((error) => log.error(error));
      const why = await restored(name);
      const at = time.now().toISOString();
      await openAgain(why === null ? null : { name, at, why });
      restoring = false;
    });
  }

  /** Nobody is there who would start the program again: it goes on trying until the shop is open, or is stopped. */
  async function openAgain(notRestored: Backups['notRestored']): Promise<void> {
    const port = Number(new URL(serving.address).port);
    while (!stopped) {
      try {
        serving = await open(port, notRestored);
        isOpen = true;
        return;
      } catch (error) {
        log.error(error);
        await sleep(TRY_AGAIN_MS);
      }
    }
  }

  /** Once: between closing and opening again there is nothing to close. */
  async function close(): Promise<void> {
    if (!isOpen) return;
    isOpen = false;
    await serving.stop();
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
    fingerprint: serving.fingerprint,
    setupCode: serving.setupCode,
    get books() {
      return serving.books;
    },
    alive: async () => {
      if (!restoring) await serving.alive();
    },
    stop: async () => {
      stopped = true;
      await changing;
      await close();
    },
  };
}

/** What time it is where the program opens; null for the machine's. The demo keeps its own hours: it is always at work. */
export const opening = ({ startAt, demo, folder, fresh }: Options): Date | null =>
  startAt ?? (demo ? openDemoDay(folder, new Date(), fresh) : null);

/** The demo with its stand-ins, made on its first run, or a shop of one's own. */
const openOnce = (
  options: Options,
  time: SteadyTime,
  log: Logger,
  restoreCopy: (name: string) => void,
  notRestored: Backups['notRestored'],
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
    restoreCopy,
    notRestored,
    safe: options.safe,
    prepare: (books) => prepare(books, options, time.now()),
    begin: async (books, secret) => {
      const { newPin, demo, startAt } = options;
      if (demo && startAt === null) await books.transaction((tx) => loadMorning(tx, time.now()));
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
