import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { pino } from 'pino';
import QRCode from 'qrcode';
import { BooksDamaged } from './db/books.ts';
import { BooksInUse, takeLock } from './db/lock.ts';
import { BooksTooNew } from './db/migrate.ts';
import { untilRoom } from './db/room.ts';
import { opening, openShop } from './openShop.ts';
import { BadOption, type Options, readOptions } from './options.ts';
import type { Serving } from './serve.ts';
import { NoSuchManager } from './sessions/newPin.ts';
import { isSetUp, shopOf } from './shop/queries.ts';
import { SteadyTime } from './steadyTime.ts';
import { afterTheOther, watchOver } from './watchdog.ts';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

main().catch((error) => {
  if (
    error instanceof BooksInUse ||
    error instanceof BooksDamaged ||
    error instanceof BooksTooNew ||
    error instanceof BadOption ||
    error instanceof NoSuchManager
  ) {
    console.error(error.message);
  } else if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE') {
    console.error('That port is taken by another program. Give another with --port.');
  } else {
    console.error(error);
  }
  process.exit(1);
});

async function main(): Promise<void> {
  await afterTheOther();
  const options = readOptions(process.argv.slice(2));
  const time = new SteadyTime(opening(options));
  await untilRoom(options.folder, (words) => console.error(words));
  if (options.fresh) forgetDemo(options.folder, time.now());
  const serving = await openShop(options, time, log);
  stopOnSignal(serving, watchOver({ ask: serving.alive }));
  await sayWhere(serving, options, time.now());
}

function forgetDemo(folder: string, now: Date): void {
  const lock = takeLock(join(folder, 'books.lock'), now);
  for (const of of ['books', 'backups']) rmSync(join(folder, of), { recursive: true, force: true });
  lock.release();
}

async function sayWhere(serving: Serving, { demo }: Options, now: Date): Promise<void> {
  if (demo) {
    const shop = await shopOf(serving.books);
    const old = shop && shop.madeOn < now.toISOString().slice(0, 10);
    const afresh = old ? ` (made on ${shop.madeOn}; npm start -- --fresh makes it anew)` : '';
    console.log(`Limepit Lane, the demo shop, is open at ${serving.address}${afresh}`);
    if (Math.abs(now.getTime() - Date.now()) > 60_000) {
      console.log(
        `Its own time is ${now.toLocaleString('en-GB', { timeZone: shop?.zone, dateStyle: 'medium', timeStyle: 'short' })}: it opens by day.`,
      );
    }
    return;
  }
  const path = (await isSetUp(serving.books)) ? '' : `first-run?code=${serving.setupCode}`;
  const address = `${serving.publicAddress}${path}`;
  console.log(await QRCode.toString(address, { type: 'terminal', small: true }));
  console.log(
    path
      ? `Set up your shop at ${address}\nSet-up code: ${serving.setupCode}`
      : `Your shop is open at ${address}`,
  );
  if (serving.fingerprint)
    console.log(
      `For a safe connection, open ${serving.publicAddress}trust on each device once. The shop's certificate is\n${serving.fingerprint}`,
    );
}

function stopOnSignal(serving: Serving, endWatch: () => void): void {
  let stopping = false;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) {
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      endWatch();
      serving.stop().then(
        () => process.exit(0),
        (error) => {
          log.error(error);
          process.exit(1);
        },
      );
    });
  }
}
