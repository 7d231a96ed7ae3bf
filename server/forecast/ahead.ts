import { differenceInCalendarDays, parseISO } from 'date-fns';
import { planShop } from '#contract/planShop.ts';
import type { UseAhead } from '#contract/stock.ts';
import { DONE_DAYS, LISTED_DAYS } from '#core/forecast/booked.ts';
import { dayAfter } from '#core/notices/notices.ts';
import { dueOn } from '#core/planning/intervals.ts';
import type { AppContext } from '../appContext.ts';
import { filmFactors } from '../clocks/queries.ts';
import type { Queryable } from '../db/books.ts';
import { vessels } from '../equipment/queries.ts';
import { jobs } from '../jobs/queries.ts';
import { products } from '../products/queries.ts';
import { recipes } from '../recipes/queries.ts';
import { learnedNow } from '../runs/learned.ts';
import { shopOf } from '../shop/queries.ts';
import { askWorker } from '../workers/ask.ts';
import type { NeedsAsked, NeedsTold } from './needs.worker.ts';

/** What is to come is planned as if there were enough: what is short is what this is asked for. */
const ENOUGH_UL = 1e9;
/** A plan weeks ahead goes by mild weather, and by somebody who may mix all of it. */
const MILD = { airC: 15, humidity: 0.7, windMs: 1, sky: 'overcast' } as const;
const WITHIN_MS = 60_000;

type Needs = Pick<UseAhead, 'jobs' | 'unplanned' | 'lastDay'> & Pick<NeedsTold, 'need'>;
const NO_JOBS: Needs = { jobs: 0, unplanned: 0, lastDay: null, need: [] };

/** What the jobs on the list take. Their plans are made by a worker, and made again only where something of them changed. */
export class Ahead {
  readonly #context: AppContext;
  #needs: Promise<Needs> | null = null;
  #madeOf = '';

  constructor(context: AppContext) {
    this.#context = context;
  }

  async told(): Promise<UseAhead> {
    const { books, now } = this.#context;
    const [today, madeOf] = await plannedFrom(books, now());
    if (!this.#needs || madeOf !== this.#madeOf) {
      this.#madeOf = madeOf;
      this.#needs = needsFrom(books, today).catch((error: unknown) => {
        this.#needs = null;
        throw error;
      });
    }
    // Waited for together: a plan that fails while the books are asked is somebody's to see at once.
    const [{ need, ...of }, kept, mixed] = await Promise.all([
      this.#needs,
      listKept(books, today),
      mixedForJobs(books, today),
    ]);
    const ids = new Set([...need.map(([productId]) => productId), ...mixed.map((m) => m.productId)]);
    return {
      ...of,
      ...kept,
      products: [...ids].map((productId) => {
        const { plannedUl = 0, pouredUl = 0 } = mixed.find((m) => m.productId === productId) ?? {};
        const byDay = new Map<number, number>();
        for (const [id, ahead, ul] of need)
          if (id === productId) byDay.set(ahead, (byDay.get(ahead) ?? 0) + Math.round(ul));
        return { productId, need: [...byDay], plannedUl, pouredUl };
      }),
    };
  }
}

/** Today in the shop, and what the plans of the list are made of, as one text: as long as that is the same, so are they. */
async function plannedFrom(db: Queryable, now: Date): Promise<[today: string, madeOf: string]> {
  const [row] = await db.rows<{ today: string; of: string }>(
    `SELECT to_char(t.day, 'YYYY-MM-DD') AS today, concat_ws(' ', t.day,
       (SELECT concat_ws('.', count(*), max(j.id), sum(j.revision)) FROM job j WHERE j.state = 'waits' AND j.day >= t.day),
       (SELECT concat_ws('.', count(*), max(id)) FROM job_word), (SELECT max(id) FROM learned_reset), (SELECT max(id) FROM recipe_version), (SELECT concat_ws('.', count(*), sum(revision)) FROM recipe),
       (SELECT concat_ws('.', count(*), sum(revision)) FROM product), (SELECT concat_ws('.', count(*), sum(revision)) FROM vessel),
       (SELECT revision FROM shop), (SELECT max(id) FROM vehicle_treatment), (SELECT max(run_id) FROM run_sample)) AS of
     FROM (SELECT ($1::timestamptz AT TIME ZONE zone)::date AS day FROM shop) t`,
    [now],
  );
  return [row?.today ?? '', row?.of ?? ''];
}

async function needsFrom(db: Queryable, today: string): Promise<Needs> {
  const shop = await shopOf(db);
  const waiting = (await jobs(db, { from: today, to: dayAfter(today, LISTED_DAYS - 1) })).filter(
    (j) => j.state === 'waits',
  );
  if (!shop || waiting.length === 0) return NO_JOBS;
  const all = await products(db);
  const of = planShop({
    recipes: await recipes(db, {}, false),
    products: all,
    vessels: await vessels(db),
    containers: [],
    today,
    edgeShare: shop.edgeShare,
    schools: shop.schools,
    soilHere: shop.soilHere,
    filmFactors: await filmFactors(db),
    learned: await learnedNow(db),
  });
  const asked: NeedsAsked = {
    shop: {
      ...of,
      stockUl: new Map(all.map((p) => [p.id, ENOUGH_UL])),
      weather: MILD,
      signedOff: 'all',
    },
    jobs: waiting.map(({ day, said, treated, words }) => ({
      ahead: differenceInCalendarDays(parseISO(day), parseISO(today)),
      said: { ...said, due: dueOn(treated, day, shop.everyDays), words: words.map((w) => w.rule) },
    })),
  };
  const told = await askWorker<NeedsTold>('server/forecast/needs.worker.ts', asked, WITHIN_MS);
  return { jobs: waiting.length, lastDay: waiting.at(-1)?.day ?? null, ...told };
}

/** How far ahead the jobs that are done were put on the list, and how many of them were done by a run. */
async function listKept(db: Queryable, today: string): Promise<Pick<UseAhead, 'leadDays' | 'runs'>> {
  const rows = await db.rows<{ lead: number; run: boolean }>(
    `SELECT greatest(0, j.day - (j.made_at AT TIME ZONE s.zone)::date)::int AS lead,
       EXISTS (SELECT FROM run r WHERE r.job_id = j.id AND r.finished_at IS NOT NULL) AS run
     FROM job j, shop s WHERE j.day >= $1::date - $2::int AND j.day < $1::date AND j.state = 'done'`,
    [today, DONE_DAYS],
  );
  return { leadDays: rows.map((r) => r.lead), runs: rows.filter((r) => r.run).length };
}

/** What the runs of the same days were to take of each product, and what was mixed of it for jobs that are done. */
const mixedForJobs = (
  db: Queryable,
  today: string,
): Promise<{ productId: number; plannedUl: number; pouredUl: number }[]> =>
  db.rows(
    `WITH done AS (SELECT id FROM job WHERE day >= $1::date - $2::int AND day < $1::date AND state = 'done'),
       planned AS (
         SELECT p.product_id, sum(p.ul) AS ul FROM done JOIN run r ON r.job_id = done.id AND r.finished_at IS NOT NULL
           JOIN run_planned p ON p.run_id = r.id GROUP BY 1
       ), poured AS (
         SELECT g.product_id, sum(g.ul) AS ul FROM done JOIN movement m ON m.job_id = done.id AND m.kind = 'pour'
           JOIN posting g ON g.movement_id = m.id JOIN account f ON f.id = g.from_account AND f.kind = 'container'
         WHERE NOT EXISTS (SELECT FROM movement x WHERE x.reverses = m.id) GROUP BY 1
       )
     SELECT product_id AS "productId", coalesce(planned.ul, 0)::bigint AS "plannedUl", coalesce(poured.ul, 0)::bigint AS "pouredUl"
     FROM planned FULL JOIN poured USING (product_id)`,
    [today, DONE_DAYS],
  );
