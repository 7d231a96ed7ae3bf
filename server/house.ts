import type { Logger } from 'pino';
import type { Books } from './db/books.ts';
import type { Live } from './live/live.ts';

/** What every route is handed: the books, the time, who is listening, and how this shop was opened. */
export type House = {
  readonly books: Books;
  readonly now: () => Date;
  readonly live: Live;
  readonly log: Logger;
  /** Asked for when a shop is set up, so that only who started the program can. */
  readonly setupCode: string;
  /** PINs to show on the sign-in page: the demo's alone. */
  readonly demoPins: ReadonlyMap<string, string>;
};
