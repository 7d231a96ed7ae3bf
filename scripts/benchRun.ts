import { planOf } from '#core/run/madeUpRun.ts';
import type { RunDone } from '#core/run/runEvents.ts';
import { runStand } from '#core/run/runState.ts';
import type { Books, Queryable } from '../server/db/books.ts';
import * as queries from '../server/runs/queries.ts';
import { median, say } from './benchSay.ts';

const NOTE: RunDone = { kind: 'noted', task: null, text: 'a stone chip' };

/** What happens in a run: a request against what it asks of the books, and late in a long run against early in it. */
export async function runTimes(address: string, books: Books, now: Date): Promise<void> {
  const cookie = await signedIn(address);
  const sent = async (path: string, body: object, key: string): Promise<unknown> => {
    const answer = await fetch(`${address}api/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Idempotency-Key': `bench-run-${key}`, Cookie: cookie },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return answer.json();
  };
  const plan = planOf({ level: 3, body: 'hatchback' });
  const job = (await sent(
    'jobs',
    {
      vehicle: 'Bench estate',
      day: '2026-05-04',
      atMin: null,
      placeId: 1,
      personId: null,
      priceMinor: null,
      note: '',
      said: {},
    },
    'the-job',
  )) as { id: number };
  const run = 'benchrunbenchrun0001';
  await sent('runs', { key: run, jobId: job.id, plan }, 'the-run');
  let n = 0;
  const tell = () => {
    const key = `benchevent${String(++n).padStart(10, '0')}`;
    return sent(`runs/${run}/events`, { key, done: NOTE }, key);
  };
  const direct = () => books.transaction((tx) => sameSql(tx, run, ++n, now));
  await median(20, tell);
  await median(20, direct);
  const [sqlMs, earlyMs] = [await median(60, direct), await median(60, tell)];
  say(
    'an event of a run / its own SQL in one transaction',
    `${(earlyMs / sqlMs).toFixed(2)} x`,
    `${earlyMs.toFixed(2)} ms, ${sqlMs.toFixed(2)} ms`,
  );
  for (const task of plan.tasks) {
    const key = `benchended${String(++n).padStart(10, '0')}`;
    await sent(`runs/${run}/events`, { key, done: { kind: 'ended', task: task.id } }, key);
  }
  const lateMs = await median(60, tell);
  say(
    'an event once all is done / one near the beginning',
    `${(lateMs / earlyMs).toFixed(2)} x`,
    `${lateMs.toFixed(2)} ms, ${earlyMs.toFixed(2)} ms`,
  );
  const events = await books.transaction(async (tx) => {
    const row = await queries.runRow(tx, run);
    return row ? queries.eventsOf(tx, row.id) : [];
  });
  const foldMs = await median(40, async () => runStand(plan, events));
  say(
    `how a run stands, of ${events.length} events / a frame`,
    `${(foldMs / FRAME_MS).toFixed(3)} x`,
    `${foldMs.toFixed(2)} ms`,
  );
}

const FRAME_MS = 16.7;

/** What an event asks of the database, without anything around it. */
async function sameSql(tx: Queryable, key: string, n: number, now: Date): Promise<void> {
  await tx.rows('SELECT request_hash, status, body FROM answered WHERE person_id = $1 AND key = $2', [
    3,
    'none',
  ]);
  const row = await queries.runRow(tx, key);
  if (!row) throw new Error('the run is gone');
  const event = { key: `benchdirect${String(n).padStart(10, '0')}`, done: NOTE };
  await queries.insertEvent(tx, row.id, event, { personId: 3, at: now, now });
  const news = await queries.newsOf(tx, row, await queries.eventsOf(tx, row.id));
  await tx.rows(
    `INSERT INTO answered (person_id, key, request_hash, status, body, answered_at) VALUES ($1, $2, $3, $4, $5, $6)`,
    [3, event.key, 'none', 201, JSON.stringify(news), now],
  );
}

async function signedIn(address: string): Promise<string> {
  const answer = await fetch(`${address}api/sessions`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId: 3, pin: '1122' }),
  });
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
}
