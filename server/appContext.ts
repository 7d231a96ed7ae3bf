import type { Logger } from 'pino';
import type { Backups } from '#contract/shop.ts';
import type { Copying } from './backups/copying.ts';
import type { Books } from './db/books.ts';
import type { Instruments } from './devices/instrument.ts';
import type { LabelPrinter } from './devices/labelPrinter.ts';
import type { WeatherStation } from './devices/weatherStation.ts';
import type { Documents } from './documents/office.ts';
import type { Live } from './live/live.ts';
import type { Works } from './longWork/works.ts';
import type { Idle } from './sessions/idle.ts';
import type { Tls } from './tls/authority.ts';

/** What every route is handed: the books, the time, who is listening, and how this shop was opened. */
export type AppContext = {
  readonly books: Books;
  /** Where the books lie, and their copies beside them. */
  readonly folder: string;
  /** What is wrong with the books; null while nothing is known to be. */
  readonly damage: { what: string | null; remedy: string };
  readonly copying: Copying;
  /** Closes the shop, puts a copy in the place of the books, and opens it again. */
  readonly restoreCopy: (name: string) => void;
  readonly notRestored: Backups['notRestored'];
  /** What is free where a folder lies, in bytes. */
  readonly free: (folder: string) => number;
  readonly now: () => Date;
  readonly live: Live;
  /** What PINs are hashed with besides themselves. */
  readonly secret: Buffer;
  /** When each session was last used. */
  readonly idle: Idle;
  readonly log: Logger;
  /** Asked for when a shop is set up, so that only who started the program can. */
  readonly setupCode: string;
  /** Lays documents out on paper, off the main thread. */
  readonly documents: Documents;
  /** Long work, one piece after the other beside everything else. */
  readonly works: Works;
  readonly labelPrinter: LabelPrinter;
  /** Scales and flow meters, real or stand-ins. */
  readonly instruments: Instruments;
  /** Tells the weather in the yard; null where none is connected. */
  readonly weatherStation: WeatherStation | null;
  /** Where the shop is reached from other devices: what QR codes lead to. */
  readonly publicAddress: () => string;
  /** What devices trust for a safe connection; null where there is none. */
  readonly tls: Tls | null;
  /** PINs to show on the sign-in page: the demo's alone. */
  readonly demoPins: ReadonlyMap<string, string>;
};
