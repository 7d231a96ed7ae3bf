// How fast things are, each as a ratio to a baseline measured in the same run, so that the machine cancels out.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { pino } from 'pino';
import { normalFrom, uniformFrom } from '#core/mixing/random.ts';
import { solveMix } from '#core/mixing/solveMix.ts';
import { simulateStrength, type UncertainMix } from '#core/mixing/tolerance.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { loadDemo } from '../demo/loadDemo.ts';
import { demoPins } from '../demo/people.ts';
import { sourcesOf } from '../server/containers/queries.ts';
import type { Books, Queryable } from '../server/db/books.ts';
import { noLabelPrinter } from '../server/devices/labelPrinter.ts';
import { measures } from '../server/equipment/queries.ts';
import { bookBatch } from '../server/ledger/booking/book.ts';
import { fillContext } from '../server/ledger/booking/fillContext.ts';
import { serve } from '../server/serve.ts';
import { bookTimes } from './benchBook.ts';
import { clocksRunning, dwellTimes } from './benchClocks.ts';
import { demoForecasts, forecastTimes } from './benchForecast.ts';
import { growing } from './benchGrow.ts';
import { committing } from './benchKeep.ts';
import { keyTimes } from './benchKeys.ts';
import { planTimes } from './benchPlan.ts';
import { runTimes } from './benchRun.ts';
import { median, say } from './benchSay.ts';
import { ROOT } from './sources.ts';

/** 130 ml at 1:12: small, so that a pail lasts. */
const POUR = {
  productId: 2,
  vesselId: 1,
  containerId: 1,
  strength: { notation: 'parts', water: 12 },
  totalUl: 130_000,
  start: { kind: 'empty' },
  how: 'fill',
  measured: [],
  shown: { pourOffUl: 0, waterUl: 120_000, productUl: 10_000 },
} as const;

const FRAME_MS = 16.7;
const NOW = new Date('2026-05-04T08:30:00Z');
const folder = mkdtempSync(join(tmpdir(), 'kettle-bench-'));
try {
  mixing();
  spreading();
  drying();
  planTimes();
  forecastTimes();
  await demoForecasts(join(folder, 'year'), NOW);
  const { address, books, stop } = await serve({
    folder,
    host: '127.0.0.1',
    port: 0,
    now: () => NOW,
    log: pino({ level: 'fatal' }),
    demoPins,
    labelPrinter: noLabelPrinter,
    weatherStation: null,
    prepare: (fresh) => loadDemo(fresh, NOW),
  });
  await pouring(address, books);
  await typing(address);
  await reading(address, books);
  await watching(address, books);
  await runTimes(address, books, NOW);
  await stop();
  await committing();
  await growing(folder, NOW);
  firstScreen();
} finally {
  rmSync(folder, { recursive: true, force: true });
}

function mixing(): void {
  const million = 1_000_000;
  const vessel = {
    brimfulUl: microlitres(810_000),
    fillLimitUl: microlitres(750_000),
    smallestUl: microlitres(100_000),
  };
  const time = (work: (i: number) => number) => {
    let sum = 0;
    const start = performance.now();
    for (let i = 0; i < million; i++) sum += work(i);
    return { ms: performance.now() - start, sum };
  };
  const bare = (i: number) => Math.round((750_000 - (i % 1_000)) / (1 + (i % 40)));
  const mix = (i: number) => {
    const solved = solveMix({
      state: 'concentrate',
      fraction: (1 / (1 + (i % 40))) as Fraction,
      vessel,
      totalUl: microlitres(750_000 - (i % 1_000)),
    });
    return solved.ok ? solved.value.productUl : 0;
  };
  time(bare);
  time(mix);
  const [base, solved] = [time(bare), time(mix)];
  if (base.sum !== solved.sum) throw new Error('solveMix and the bare division disagree');
  say(
    'solveMix, a million times / the bare division',
    `${(solved.ms / base.ms).toFixed(1)} x`,
    `${solved.ms.toFixed(0)} ms, ${base.ms.toFixed(0)} ms`,
  );
}

/** 200,000 draws against the same ones kept as objects in a list, as one would write it first. */
function spreading(): void {
  const draws = 200_000;
  const mix: UncertainMix = {
    product: [{ name: 'syringe', ul: 58_000, spread: { ul: 500 } }],
    water: { name: 'fill line', ul: 692_000, spread: { relative: 0.02 } },
    assay: 0.03,
  };
  const naive = () => {
    const normal = normalFrom(uniformFrom(1));
    const all = Array.from({ length: draws }, () => {
      const c = Math.max(0, 58_000 + 500 * normal());
      const w = 692_000 * Math.exp(0.02 * normal());
      return { f: (Math.exp(0.03 * normal()) * c) / (c + w) };
    });
    all.sort((a, b) => a.f - b.f);
    return all[draws / 2]?.f ?? 0;
  };
  const time = (work: () => number) => {
    work();
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  const [typed, listed] = [time(() => simulateStrength(mix, draws, 1).median), time(naive)];
  say(
    '200,000 draws in typed arrays / kept as objects',
    `${(typed / listed).toFixed(2)} x`,
    `${typed.toFixed(0)} ms, ${listed.toFixed(0)} ms`,
  );
}

/** A book of 300 recipes against one of 3: the first row on the screen, a scroll, and a step in a cell. */
async function reading(address: string, books: Books): Promise<void> {
  const few = await bookTimes(address, books, 3);
  const many = await bookTimes(address, books, 300);
  say(
    'first row of a book of 300 recipes / of 3',
    `${(many.firstRowMs / few.firstRowMs).toFixed(2)} x`,
    `${many.firstRowMs.toFixed(0)} ms, ${few.firstRowMs.toFixed(0)} ms`,
  );
  say(
    'a scroll in a book of 300, 95th percentile / one frame',
    `${(many.scrollMs / FRAME_MS).toFixed(2)} x`,
    `${many.scrollMs.toFixed(1)} ms of work; with 3 ${few.scrollMs.toFixed(1)} ms`,
  );
  say(
    'a key in a cell of a book of 300, 95th percentile / one frame',
    `${(many.keyMs / FRAME_MS).toFixed(2)} x`,
    `${many.keyMs.toFixed(1)} ms of work; with 3 ${few.keyMs.toFixed(1)} ms`,
  );
}

/** Against what is asked of them: a window in 5 ms, the search for sections in 200 ms. */
function drying(): void {
  dwellTimes();
  const { windowMs, searchMs } = dwellTimes();
  say(
    'a working window, 95th percentile / 5 ms',
    `${(windowMs / 5).toFixed(2)} x`,
    `${windowMs.toFixed(2)} ms`,
  );
  say(
    'a camper zone by zone, 95th percentile / 200 ms',
    `${(searchMs / 200).toFixed(2)} x`,
    `${searchMs.toFixed(1)} ms`,
  );
}

/** A hundred clocks that run, against none: what they cost the page that shows them. */
async function watching(address: string, books: Books): Promise<void> {
  const none = await clocksRunning(address, books, 0);
  const many = await clocksRunning(address, books, 100);
  say(
    'a hundred running clocks, of a core / 2 %',
    `${(many.share / 0.02).toFixed(2)} x`,
    `${(many.share * 100).toFixed(2)} %, with none ${(none.share * 100).toFixed(2)} %; ${many.layouts.toFixed(1)} layouts a second, off the screen ${many.unseen.layouts.toFixed(1)}`,
  );
}

async function typing(address: string): Promise<void> {
  const { benchMs, emptyMs, longTasks, quiet, rounds } = await keyTimes(address);
  say(
    'a keystroke at the Bench, 95th percentile / one frame',
    `${(benchMs / FRAME_MS).toFixed(2)} x`,
    `${benchMs.toFixed(1)} ms; an empty one ${emptyMs.toFixed(1)} ms; ${quiet} of ${rounds} rounds quiet`,
  );
  say('main-thread tasks over 50 ms while typing', String(longTasks), 'the draws run in a worker');
}

async function pouring(address: string, books: Books): Promise<void> {
  const signIn = await fetch(`${address}api/sessions`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId: 3, pin: '1122' }),
  });
  const cookie = signIn.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  const overHttp = async (i: number) => {
    const answer = await fetch(`${address}api/pours`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Idempotency-Key': `bench-pour-${i}`, Cookie: cookie },
      body: JSON.stringify(POUR),
    });
    if (answer.status !== 201) throw new Error(await answer.text());
    await answer.json();
  };
  await median(30, (i) => overHttp(10_000 + i));
  await median(30, () => books.transaction(sameSql));
  // In turns, so that whatever else the machine does is shared by both.
  const direct: number[] = [];
  const request: number[] = [];
  for (let i = 0; i < 200; i++) {
    direct.push(await median(1, () => books.transaction(sameSql)));
    request.push(await median(1, () => overHttp(i)));
  }
  const middle = (taken: number[]) => taken.sort((x, y) => x - y)[taken.length / 2] as number;
  const [sqlMs, requestMs] = [middle(direct), middle(request)];
  say(
    'a pour request / its own SQL in one transaction',
    `${(requestMs / sqlMs).toFixed(2)} x`,
    `${requestMs.toFixed(2)} ms, ${sqlMs.toFixed(2)} ms`,
  );
}

/** What a pour asks of the database, without anything around it. */
async function sameSql(tx: Queryable): Promise<void> {
  await tx.rows('SELECT request_hash, status, body FROM answered WHERE person_id = $1 AND key = $2', [
    3,
    'none',
  ]);
  const fill = await fillContext(tx, POUR, { personId: 3, role: 'technician' }, NOW);
  const [source] = await sourcesOf(tx, POUR.containerId);
  await measures(tx);
  if (!source) throw new Error('nothing to pour from');
  const { accounts, water } = fill;
  const used = fill.earlier.flatMap(({ account, held }) =>
    held.map((h) => ({ product: h.product, from: account, to: accounts.used, ul: h.ul })),
  );
  await bookBatch(tx, {
    kind: 'pour',
    personId: 3,
    now: NOW,
    containerId: 1,
    placeId: source.placeId,
    productId: 2,
    vesselId: 1,
    strength: POUR.strength,
    fraction: 1 / 13,
    measured: [],
    estimate: true,
    useByDays: 30,
    postings: [
      ...used,
      { product: 2, from: source.accountId, to: 0, ul: 10_000 },
      { product: water, from: accounts.tap, to: 0, ul: 120_000 },
    ],
  });
  await tx.rows(
    `INSERT INTO answered (person_id, key, request_hash, status, body, answered_at) VALUES (3, md5(random()::text), '', 201, '{}', $1)`,
    [NOW],
  );
}

function firstScreen(): void {
  const manifest = JSON.parse(readFileSync(join(ROOT, 'dist/web/.vite/manifest.json'), 'utf8')) as Record<
    string,
    { file: string; imports?: string[]; isEntry?: boolean }
  >;
  const entry = Object.keys(manifest).find((key) => manifest[key]?.isEntry) ?? '';
  const pages = { 'the sign-in page': [entry], 'the Bench, all told': [entry, 'bench/Bench.tsx'] };
  for (const [page, keys] of Object.entries(pages)) {
    const files = new Set<string>();
    const follow = (key: string) => {
      const chunk = manifest[key];
      if (!chunk) throw new Error(`${key} was not built`);
      if (files.has(chunk.file)) return;
      files.add(chunk.file);
      chunk.imports?.forEach(follow);
    };
    keys.forEach(follow);
    let bytes = 0;
    for (const file of files) bytes += gzipSync(readFileSync(join(ROOT, 'dist/web', file))).length;
    say(
      `JavaScript of ${page}, gzipped / 200 kB`,
      `${(bytes / 200_000).toFixed(2)} x`,
      `${(bytes / 1_000).toFixed(0)} kB`,
    );
  }
}
