import { pino } from 'pino';
import { demoPins } from '../demo/people.ts';
import { Books } from '../server/db/books.ts';
import { noLabelPrinter } from '../server/devices/labelPrinter.ts';
import { serve } from '../server/serve.ts';
import { keeping } from './benchKeep.ts';
import { median, say } from './benchSay.ts';

/** A million, unless fewer are asked for to have an answer sooner. */
const MANY = Number(process.env.BENCH_MANY ?? 1_000_000);
const FEW = 1_000;

/** What people look at most, with a million movements against a thousand, and a long file on its way in. */
export async function growing(folder: string, now: Date): Promise<void> {
  const few = await look(folder, FEW, now);
  const many = await look(folder, MANY, now);
  for (const [what, fewMs] of Object.entries(few)) {
    const manyMs = many[what] ?? 0;
    say(
      `${what} at ${MANY.toLocaleString('en-GB')} movements / at 1,000`,
      `${(manyMs / fewMs).toFixed(2)} x`,
      `${manyMs.toFixed(2)} ms, ${fewMs.toFixed(2)} ms`,
    );
  }
}

const PAGES: Record<string, string[]> = {
  'the shelf': ['/api/containers', '/api/products', '/api/places'],
  'a product’s page': ['/api/products/2', '/api/containers'],
  'the movements': ['/api/movements'],
  'the movements of a person': ['/api/movements?person=3'],
  'the movements of a product in a place': ['/api/movements?product=2&place=2'],
  'the movements of a month': ['/api/movements?from=2026-04-01&to=2026-04-30'],
  'what was found': ['/api/movements?kind=found'],
  'what it cost by product': ['/api/movements/sums?by=product'],
  'the trail': ['/api/trail'],
  'a container’s history': ['/api/containers/1/movements'],
};

async function look(folder: string, movements: number, now: Date): Promise<Record<string, number>> {
  const filling = await Books.open(folder, now);
  await grow(filling, movements, now);
  await counting(filling, now);
  await filling.close();
  const { address, stop } = await serve({
    folder,
    host: '127.0.0.1',
    port: 0,
    now: () => now,
    log: pino({ level: 'fatal' }),
    demoPins,
    labelPrinter: noLabelPrinter,
    weatherStation: null,
  });
  const cookie = await signedIn(address, 'Hester Quill');
  const ask = async (path: string) => {
    const answer = await fetch(new URL(path, address), { headers: { cookie } });
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    await answer.arrayBuffer();
  };
  const times: Record<string, number> = {};
  for (const [what, paths] of Object.entries(PAGES)) {
    for (const path of paths) await ask(path);
    times[what] = await median(150, async () => {
      for (const path of paths) await ask(path);
    });
  }
  if (movements === MANY) {
    await reviewing(address, cookie, ask);
    await importing(address, cookie, ask);
  }
  await stop();
  await keeping(folder, movements, now);
  return times;
}

async function signedIn(address: string, name: string): Promise<string> {
  const names = (await (await fetch(new URL('/api/sessions/names', address))).json()) as {
    id: number;
    name: string;
  }[];
  const answer = await fetch(new URL('/api/sessions', address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId: names.find((n) => n.name === name)?.id, pin: demoPins.get(name) }),
  });
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
}

/** Where it went, of all counts there are, while somebody else goes on working; and the first chart of Review. */
async function reviewing(
  address: string,
  cookie: string,
  ask: (path: string) => Promise<void>,
): Promise<void> {
  const first = await median(9, () => ask('/api/review/costs'));
  say('the first chart of Review / 1 s', `${(first / 1_000).toFixed(3)} x`, `${first.toFixed(1)} ms`);
  const start = performance.now();
  const asked = await fetch(new URL('/api/variance', address), {
    method: 'POST',
    headers: { cookie, 'Content-Type': 'application/json' },
    body: '{"from":null,"to":null}',
  });
  const { id } = (await asked.json()) as { id: string };
  const taken: number[] = [];
  for (;;) {
    const at = performance.now();
    await ask('/api/containers/1');
    taken.push(performance.now() - at);
    const answer = await fetch(new URL(`/api/works/${id}`, address), { headers: { cookie } });
    const { state } = (await answer.json()) as { state: string };
    if (state === 'done') break;
    if (state !== 'running') throw new Error(`where it went ${state}`);
    await new Promise((r) => setTimeout(r, 20));
  }
  const took = performance.now() - start;
  taken.sort((a, b) => a - b);
  const [worst, most] = [taken.at(-1) ?? 0, taken[Math.floor(taken.length * 0.95)] ?? 0];
  say('where it went / 20 s', `${(took / 20_000).toFixed(3)} x`, `${(took / 1_000).toFixed(1)} s`);
  say(
    'another request meanwhile, the worst / 50 ms',
    `${(worst / 50).toFixed(2)} x`,
    `worst ${worst.toFixed(1)} ms, 95th percentile ${most.toFixed(1)} ms`,
  );
}

/** Every container counted every four weeks for three years, with what a dipstick is off by. */
async function counting(books: Books, now: Date): Promise<void> {
  await books.rows(
    `WITH made AS (
       INSERT INTO count (place_id, started_by, started_at, compared_at, closed_by, closed_at)
       SELECT (SELECT min(id) FROM place), 1, t.at, t.at, 1, t.at
       FROM generate_series(1, 38) i CROSS JOIN LATERAL (SELECT $1::timestamptz - i * interval '28 days' AS at) t
       WHERE NOT EXISTS (SELECT FROM count) RETURNING id, closed_at
     )
     INSERT INTO count_line (count_id, container_id, method, reading, counted_ul, within_ul, book_ul, counted_by, counted_at)
     SELECT made.id, c.id, 'dip', '{"kind":"dip","depthMm":90}', 2000000 + (hashint4(made.id * 31 + c.id) % 60000), 60000, 2000000, 1, made.closed_at
     FROM made CROSS JOIN container c WHERE c.id <= 24`,
    [now],
  );
}

/** Ten thousand rows of a file, while somebody else goes on working. */
async function importing(
  address: string,
  cookie: string,
  ask: (path: string) => Promise<void>,
): Promise<void> {
  const rows = Array.from({ length: 10_000 }, (_, n) => `Lime Kiln Foam,jug,5 L,Store,B-${n},22.50`);
  const before = await median(60, () => ask('/api/containers/1'));
  const send = (path: string, body: string, type: string) =>
    fetch(new URL(path, address), {
      method: 'POST',
      headers: { cookie, 'Content-Type': type, 'Idempotency-Key': `bench-${path.replace(/\W/g, '-')}-1` },
      body,
    });
  const start = performance.now();
  const text = ['Product,Kind,Size,Where,Lot,Price', ...rows].join('\n');
  const { id } = (await (await send('/api/imports/containers', text, 'text/csv')).json()) as { id: number };
  const taken: number[] = [];
  let asked = false;
  for (;;) {
    const at = performance.now();
    await ask('/api/containers/1');
    taken.push(performance.now() - at);
    const { state } = (await (
      await fetch(new URL(`/api/imports/${id}`, address), { headers: { cookie } })
    ).json()) as {
      state: string;
    };
    if (state === 'ready' && !asked) {
      asked = true;
      await send(`/api/imports/${id}/bookings`, '{}', 'application/json');
    }
    if (state === 'done') break;
    if (state === 'refused') throw new Error('the file of the benchmark is refused');
    await new Promise((r) => setTimeout(r, 5));
  }
  taken.sort((a, b) => a - b);
  const [worst, most] = [taken.at(-1) ?? 0, taken[Math.floor(taken.length * 0.95)] ?? 0];
  say(
    'another request while 10,000 rows come in, the worst / 50 ms',
    `${(worst / 50).toFixed(2)} x`,
    `worst ${worst.toFixed(1)} ms, 95th percentile ${most.toFixed(1)} ms, alone ${before.toFixed(1)} ms; ${((performance.now() - start) / 1_000).toFixed(1)} s in all`,
  );
}

/** Adds pours of a millilitre until the ledger holds so many movements: over three years, all containers and the crew. */
async function grow(books: Books, wanted: number, now: Date): Promise<void> {
  const [{ n = 0, supplier = 0, used = 0 } = {}] = await books.rows<Record<string, number>>(
    `SELECT (SELECT count(*)::int FROM movement) AS n, (SELECT id FROM account WHERE kind = 'supplier') AS supplier,
            (SELECT id FROM account WHERE kind = 'used') AS used`,
  );
  for (let at = n; at < wanted; at += 5_000) {
    const some = Math.min(5_000, wanted - at);
    await books.rows(
      `WITH shelf AS (
         SELECT c.id, c.product_id, c.place_id, a.id AS account, row_number() OVER (ORDER BY c.id) - 1 AS k, count(*) OVER () AS n
         FROM container c JOIN account a ON a.container_id = c.id WHERE c.id <= 24
       ), moved AS (
         INSERT INTO movement (kind, person_id, container_id, place_id, product_id, booked_at, happened_at, measured_with, measure_id)
         SELECT CASE WHEN i % 2 = 0 THEN 'pour' ELSE 'receive' END, 1 + (i / 2) % 6, s.id, s.place_id, s.product_id, t.at, t.at,
           CASE WHEN i % 2 = 0 THEN 'measure' END, CASE WHEN i % 2 = 0 THEN 1 + (i / 7) % 4 END
         FROM generate_series(1, $1::int) i JOIN shelf s ON s.k = (i / 2) % s.n
         CROSS JOIN LATERAL (SELECT $4::timestamptz - (($5::bigint + i) * 1.6) * interval '1 minute' AS at) t
         RETURNING id, kind, container_id, product_id
       )
       INSERT INTO posting (movement_id, product_id, from_account, to_account, ul)
       SELECT m.id, m.product_id, CASE WHEN m.kind = 'receive' THEN $2::int ELSE s.account END,
         CASE WHEN m.kind = 'receive' THEN s.account ELSE $3::int END, 1000
       FROM moved m JOIN shelf s ON s.id = m.container_id`,
      [some, supplier, used, now, at],
    );
  }
}
