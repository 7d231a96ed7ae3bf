import type { Logger } from 'pino';
import { simulatedInstruments } from '../demo/instruments.ts';
import { loadDemo } from '../demo/loadDemo.ts';
import { loadYear } from '../demo/loadYear.ts';
import { demoPins } from '../demo/people.ts';
import type { Books } from './db/books.ts';
import { noLabelPrinter, simulatedLabelPrinter } from './devices/labelPrinter.ts';
import { SimulatedStation } from './devices/weatherStation.ts';
import { BadOption, type Options } from './options.ts';
import { type Serving, serve } from './serve.ts';
import { giveNewPin } from './sessions/newPin.ts';
import { shopOf } from './shop/queries.ts';
import type { SteadyClock } from './steadyClock.ts';

/**
 * Opens the shop that the options ask for: the demo with its stand-ins, made on its first run, or a shop of one's own.
 *
 * @throws BadOption where the books are the other kind of shop's
 */
export const openShop = (options: Options, time: SteadyClock, log: Logger): Promise<Serving> =>
  serve({
    ...options,
    now: time.now,
    time,
    log,
    demoPins: options.demo ? demoPins : new Map(),
    labelPrinter: options.demo ? simulatedLabelPrinter : noLabelPrinter,
    weatherStation: options.demo ? new SimulatedStation() : null,
    ...(options.demo && { connect: simulatedInstruments }),
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
