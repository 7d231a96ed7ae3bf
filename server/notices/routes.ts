import { createHash, randomBytes } from 'node:crypto';
import { type RequestHandler, Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import type { Feed, NewFeed } from '#contract/notices.ts';
import { atLeast, type Role } from '#contract/roles.ts';
import { en } from '#contract/words/en.ts';
import { es } from '#contract/words/es.ts';
import { foremost, type Notice } from '#core/notices/notices.ts';
import { fillIn } from '#core/say.ts';
import type { UnitSystem } from '#core/units/units.ts';
import type { AppContext } from '../appContext.ts';
import type { RunOuts } from '../forecast/runOuts.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { whoOf } from '../http/signedIn.ts';
import { shopOf } from '../shop/queries.ts';
import { noticeCalendar } from './feed.ts';
import { gather } from './gather.ts';

/** What needs somebody, and a calendar of it with an address of one's own. */
export class Notices {
  readonly #context: AppContext;
  readonly #runOuts: RunOuts;

  constructor(context: AppContext, runOuts: RunOuts) {
    this.#context = context;
    this.#runOuts = runOuts;
  }

  routes(): Router {
    const context = this.#context;
    const routes = Router();
    routes.get('/', async (_req, res) => {
      const { role } = signedIn(res);
      const { today } = await this.#today();
      res.json(foremost(await this.#all(role, today), today));
    });
    routes.get('/feed', async (_req, res) => {
      const [feed] = await context.books.rows<Feed>(
        'SELECT made_at AS "madeAt" FROM person_feed WHERE person_id = $1',
        [signedIn(res).personId],
      );
      res.json(feed ?? { madeAt: null });
    });
    // A new address; the one before is good for nothing from then on.
    routes.post(
      '/feed',
      command(context, nothing, async ({ tx, who, now }) => {
        const token = randomBytes(24).toString('base64url');
        await tx.rows(
          `INSERT INTO person_feed (person_id, token_hash, made_at) VALUES ($1, $2, $3)
           ON CONFLICT (person_id) DO UPDATE SET token_hash = excluded.token_hash, made_at = excluded.made_at`,
          [who.personId, hashOf(token), now],
        );
        const made: NewFeed = { madeAt: now.toISOString(), path: `/api/feeds/${token}.ics` };
        return { status: 201, body: made, touched: [] };
      }),
    );
    routes.delete('/feed', async (_req, res) => {
      await context.books.rows('DELETE FROM person_feed WHERE person_id = $1', [signedIn(res).personId]);
      res.status(204).end();
    });
    return routes;
  }

  /** The calendar of whoever's address it is: as long as that person works here. */
  readonly feed: RequestHandler = async (req, res) => {
    const [person] = await this.#context.books.rows<{ role: Role; language: string }>(
      `SELECT p.role, p.language FROM person_feed f JOIN person p ON p.id = f.person_id
       WHERE f.token_hash = $1 AND p.retired_at IS NULL`,
      [hashOf(String(req.params.token))],
    );
    if (!person) throw missing('calendar');
    const { today, name, units } = await this.#today();
    const { screens } = person.language === 'es' ? es : en;
    const calendar = noticeCalendar(await this.#all(person.role, today), {
      today,
      now: this.#context.now(),
      base: this.#context.publicAddress(),
      shop: name,
      units,
      say: (text, ...filled) => fillIn(screens[text] ?? text, filled),
    });
    res.set('Cache-Control', 'no-store').type('text/calendar; charset=utf-8').send(calendar);
  };

  async #today(): Promise<{ today: string; name: string; units: UnitSystem }> {
    const shop = await shopOf(this.#context.books);
    const zone = shop?.zone ?? 'UTC';
    const today = new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(this.#context.now());
    return { today, name: shop?.name ?? '', units: shop?.units ?? 'metric' };
  }

  async #all(role: Role, today: string): Promise<Notice[]> {
    const { books, now } = this.#context;
    const all = await gather(books, { now: now(), today }, await this.#runOuts.told());
    return all.filter((n) => !n.lead || atLeast(role, 'lead'));
  }
}

const signedIn = (res: Parameters<typeof whoOf>[0]) => whoOf(res) as NonNullable<ReturnType<typeof whoOf>>;
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
