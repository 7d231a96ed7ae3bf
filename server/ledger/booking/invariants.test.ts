import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Movement, Slip } from '#contract/ledger.ts';
import { balancesOf, type Posting } from '#core/stock/postings.ts';
import { type Caller, ServedShop } from '../../testing/demoShop.ts';
import { parts, usedUp } from '../../testing/pours.ts';

// Whatever people do, alone, at once and twice over, the books hold.

let shop: ServedShop;
let crew: Caller[];
/** Every history begins with the same books, so that one that fails can be made shorter. */
async function begin(): Promise<void> {
  shop = await ServedShop.fresh();
  crew = await Promise.all(['Hester Quill', 'Odo Marsh', 'Bram Addy'].map((name) => shop.signIn(name)));
  for (const vessel of [1, 2]) await usedUp(crew[0] as Caller, vessel);
}
beforeAll(begin);
afterAll(() => shop.end());

const ml = (n: number) => n * 1_000;
const FOAM = 2;

type Step = { what: string; who: number; which: number; other: number; ml: number; twice: boolean };
const step: fc.Arbitrary<Step> = fc.record({
  what: fc.constantFrom(
    ...[
      'pour',
      'pour',
      'pour',
      'inTheJug',
      'twoSources',
      'twoSources',
      'twoSources',
      'waste',
      'decant',
      'found',
      'lost',
      'late',
      'correct',
      'takeBack',
      'count',
      'deliver',
      'receipt',
      'open',
    ],
  ),
  who: fc.nat(2),
  which: fc.nat(40),
  other: fc.nat(40),
  ml: fc.integer({ min: 1, max: 1_500 }),
  twice: fc.boolean(),
});

const live = { twoSources: 0, receipt: 0 };
let keys = 0;
/** Sends a command, perhaps a second time under its key: the answer must be the first one's. */
async function send(as: Caller, path: string, body: unknown, twice: boolean) {
  const key = `history-key-${++keys}`;
  const first = await as('post', path, body, { key });
  expect(first.status, JSON.stringify(first.body)).toBeLessThan(500);
  if (twice && first.status < 300) {
    const again = await as('post', path, body, { key });
    expect([again.status, again.body]).toEqual([first.status, first.body]);
  }
  return first;
}

/** Each product has a bottle of its own; now and then somebody takes the other's, and is refused. */
const vesselFor = ({ productId }: Container, other: number): number =>
  other % 7 === 0 ? 1 + (other % 2) : productId === FOAM ? 1 : 2;

const shelf = async (): Promise<Container[]> =>
  (await (crew[0] as Caller)('get', '/api/containers')).body.rows;

async function take(step: Step, slips: Slip[]): Promise<void> {
  const { what, who, which, other, ml: n, twice } = step;
  const as = crew[who] as Caller;
  const all = (await shelf()).filter((c) => c.productId === FOAM || c.productId === 3);
  // Where nobody finds any of it any more, some has to come first.
  if (all.length === 0 && what !== 'deliver') return take({ ...step, what: 'deliver' }, slips);
  const at = all[which % all.length] as Container;
  const there = all[other % all.length] as Container;
  const pour = async (foundUl?: number) => {
    const productUl = ml(10 + (n % 40));
    const body = {
      productId: at.productId,
      vesselId: vesselFor(at, other),
      containerId: at.id,
      strength: parts(9),
      totalUl: productUl * 10,
      start: { kind: 'empty' },
      how: 'fill',
      measured: [],
      acknowledged: true,
      shown: { pourOffUl: 0, waterUl: productUl * 9, productUl },
      ...(foundUl && { foundUl }),
    };
    const answer = await send(as, '/api/pours', body, twice);
    if (answer.status === 201) slips.push(answer.body);
  };
  switch (what) {
    case 'pour':
      return pour();
    case 'inTheJug':
      return pour(ml(n));
    case 'twoSources': {
      const into = { kind: 'new', containerKind: 'bottle', sizeUl: ml(500), placeId: 2 };
      const jug = await send(as, `/api/containers/${at.id}/decants`, { ul: ml(10 + (n % 200)), into }, false);
      const small = (await shelf()).findLast(
        (c) => c.decantedFrom === at.code && c.heldUl > 0 && c.heldUl < ml(300),
      );
      if (jug.status !== 201 || !small) return;
      const same = all.filter((c) => c.productId === small.productId && c.id !== small.id);
      const productUl = small.heldUl + ml(1 + (n % 60));
      const body = {
        productId: small.productId,
        vesselId: vesselFor(small, other),
        containerId: small.id,
        rest: { containerId: same[other % same.length]?.id ?? there.id },
        ...(other % 3 && { opens: true }),
        strength: parts(1),
        totalUl: productUl * 2,
        start: { kind: 'empty' },
        how: 'fill',
        measured: [],
        acknowledged: true,
        shown: { pourOffUl: 0, waterUl: productUl, productUl },
      };
      const answer = await send(as, '/api/pours', body, twice);
      if (answer.status !== 201) return;
      slips.push(answer.body);
      live.twoSources++;
      return;
    }
    case 'waste':
      return void (await send(
        as,
        `/api/containers/${at.id}/wastes`,
        { ul: ml(n), reason: 'spilt', note: '' },
        twice,
      ));
    case 'decant': {
      const jug = { kind: 'new', containerKind: 'bottle', sizeUl: ml(2_000), placeId: 2 };
      const into = other % 2 ? jug : { kind: 'existing', containerId: there.id };
      return void (await send(as, `/api/containers/${at.id}/decants`, { ul: ml(n), into }, twice));
    }
    case 'found':
      return void (await send(
        as,
        `/api/containers/${at.id}/founds`,
        { ul: ml(n), note: 'behind it' },
        twice,
      ));
    case 'lost':
      if (other % 4) return;
      return void (await send(as, `/api/containers/${at.id}/losses`, { note: 'gone' }, twice));
    case 'late':
      return void (await send(
        as,
        `/api/containers/${at.id}/late-pours`,
        { ul: ml(n), note: 'sills' },
        twice,
      ));
    case 'correct': {
      const slip = slips[other % (slips.length || 1)];
      if (slip)
        await send(
          as,
          `/api/movements/${slip.movementId}/corrections`,
          { containerId: at.id, note: '' },
          twice,
        );
      return;
    }
    case 'takeBack': {
      const rows = (await as('get', `/api/containers/${at.id}/movements`)).body.rows as Movement[];
      const movement = rows[other % (rows.length || 1)];
      if (movement) await send(as, `/api/movements/${movement.id}/reversals`, {}, twice);
      return;
    }
    case 'count': {
      const count = await send(as, '/api/counts', { placeId: at.placeId, blind: true }, twice);
      if (count.status !== 201) return;
      const reading = { kind: 'eye', share: (n % 9) / 8 };
      await send(as, `/api/counts/${count.body.id}/lines`, { containerId: at.id, reading }, twice);
      const reasons = [{ containerId: at.id, reason: 'notKnown', note: '' }];
      const closed = await send(as, `/api/counts/${count.body.id}/closings`, { reasons }, twice);
      if (closed.status !== 201) await send(as, `/api/counts/${count.body.id}/drops`, {}, twice);
      return;
    }
    case 'deliver': {
      const line = { productId: FOAM + (n % 2), kind: 'jug', sizeUl: ml(5_000), count: 1, placeId: 1 };
      const lines = [{ ...line, lot: 'H-1', priceMinor: n % 3 ? n * 7 : null, bestBefore: null }];
      return void (await send(
        as,
        '/api/deliveries',
        { supplier: 'Kiln Bank Supplies', reference: '', lines },
        twice,
      ));
    }
    case 'receipt': {
      const sizeUl = other % 2 ? at.sizeUl : ml(1_000 * (1 + (n % 25)));
      const receipt = { sizeUl, lot: at.lot, priceMinor: n % 4 ? n * 5 : null, bestBefore: at.bestBefore };
      const body = { ...receipt, supplier: at.supplier, reason: 'read again' };
      const answer = await send(as, `/api/containers/${at.id}/receipts`, body, twice);
      if (answer.status === 201) live.receipt++;
      return;
    }
    default:
      return void (await send(as, `/api/containers/${at.id}/openings`, {}, twice));
  }
}

type Row = { account: number; product: number; ul: number; minor: number; physical: boolean };

async function holds(): Promise<void> {
  const balances = await shop.books.rows<Row>(
    'SELECT account_id AS account, product_id AS product, ul, minor, physical FROM balance',
  );
  const postings = await shop.books.rows<Posting & { minor: number }>(
    'SELECT product_id AS product, from_account AS "from", to_account AS "to", ul, minor FROM posting ORDER BY id',
  );
  const sums = new Map<number, number>();
  for (const b of balances) sums.set(b.product, (sums.get(b.product) ?? 0) + b.ul);
  expect([...sums.values()].every((ul) => ul === 0)).toBe(true);
  expect(balances.reduce((sum, b) => sum + b.minor, 0)).toBe(0);
  for (const b of balances.filter((b) => b.physical)) {
    expect(b.ul).toBeGreaterThanOrEqual(0);
    expect(b.minor).toBeGreaterThanOrEqual(0);
    if (b.ul === 0) expect(b.minor, `what costs ${b.minor} in an empty account ${b.account}`).toBe(0);
  }
  // Replayed from nothing the movements give the balances that are kept, and what they cost, bit for bit.
  const replayed = balancesOf(postings);
  const costs = balancesOf(postings.filter((p) => p.minor > 0).map((p) => ({ ...p, ul: p.minor })));
  for (const b of balances) {
    expect(replayed.get(b.account)?.get(b.product) ?? 0).toBe(b.ul);
    expect(costs.get(b.account)?.get(b.product) ?? 0).toBe(b.minor);
  }
  const [off] = await shop.books.rows<{ n: number }>(
    `SELECT count(*)::int AS n FROM movement r JOIN movement m ON m.id = r.reverses WHERE EXISTS (
       SELECT FROM posting p WHERE p.movement_id = m.id AND NOT EXISTS (
         SELECT FROM posting q WHERE q.movement_id = r.id AND q.product_id = p.product_id AND q.ul = p.ul
           AND q.from_account = p.to_account AND q.to_account = p.from_account))`,
  );
  expect(off?.n).toBe(0);
  // A vessel holds what its batches hold, one at most, and remembers all that is in it.
  const unlike = await shop.books.rows(
    `(SELECT k.vessel_id, k.id FROM batch k JOIN account a ON a.batch_id = k.id JOIN balance l ON l.account_id = a.id WHERE l.ul > 0
      EXCEPT SELECT vessel_id, batch_id FROM vessel_holds)
     UNION ALL (SELECT vessel_id, batch_id FROM vessel_holds EXCEPT
      SELECT k.vessel_id, k.id FROM batch k JOIN account a ON a.batch_id = k.id JOIN balance l ON l.account_id = a.id WHERE l.ul > 0)
     UNION ALL SELECT vessel_id, count(*) FROM vessel_holds GROUP BY 1 HAVING count(*) > 1
     UNION ALL SELECT h.vessel_id, l.product_id FROM vessel_holds h JOIN account a ON a.batch_id = h.batch_id
      JOIN balance l ON l.account_id = a.id AND l.ul > 0 JOIN product p ON p.id = l.product_id AND p.state <> 'water'
      WHERE NOT EXISTS (SELECT FROM vessel_held m WHERE m.vessel_id = h.vessel_id AND m.product_id = l.product_id)`,
  );
  expect(unlike).toEqual([]);
  // What each day's sums say is what its movements come to.
  const days = await shop.books.rows<{ apart: number }>(
    `SELECT (SELECT coalesce(sum(ul), 0) FROM day_use)::bigint - (
       SELECT coalesce(sum(CASE WHEN (m.reverses IS NULL) = (m.kind <> 'amend' OR t.kind = 'container') THEN p.ul ELSE -p.ul END), 0)
       FROM posting p JOIN movement m ON m.id = p.movement_id JOIN account t ON t.id = p.to_account
       WHERE EXISTS (SELECT FROM account a WHERE a.id IN (p.from_account, p.to_account) AND a.kind = 'container'))::bigint AS apart`,
  );
  expect(days[0]?.apart).toBe(0);
  const apart = await shop.books.rows(
    `SELECT product_id, person_id, place_id, kind, sum(ul) AS ul, sum(n) AS n, sum(minor) AS minor FROM day_use GROUP BY 1, 2, 3, 4
     EXCEPT SELECT product_id, person_id, place_id, kind, ul, n, minor FROM total_use`,
  );
  expect(apart).toEqual([]);
}

describe('any history', () => {
  it('leaves books in which nothing appears, vanishes, goes below nothing, is done twice, or costs a cent more or less', async () => {
    const kinds = new Set<string>();
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 8, maxLength: 24 }), fc.nat(3), async (steps, atOnce) => {
        await shop.end();
        await begin();
        const slips: Slip[] = [];
        for (let i = 0; i < steps.length; i += atOnce + 1) {
          await Promise.all(steps.slice(i, i + atOnce + 1).map((s) => take(s, slips)));
        }
        await holds();
        for (const { kind } of await shop.books.rows<{ kind: string }>('SELECT DISTINCT kind FROM movement'))
          kinds.add(kind);
      }),
      { numRuns: 9 },
    );
    expect(kinds.size).toBeGreaterThanOrEqual(7);
    expect(Math.min(live.twoSources, live.receipt), JSON.stringify(live)).toBeGreaterThan(0);
  }, 600_000);

  it('can’t be rewritten by any statement the program may make', async () => {
    for (const table of [
      'movement',
      'posting',
      'account',
      'balance',
      'day_use',
      'count_line',
      'person_event',
    ]) {
      await expect(shop.books.rows(`DELETE FROM ${table}`)).rejects.toThrow(/permission|only ever added/);
      await expect(shop.books.rows(`TRUNCATE ${table} CASCADE`)).rejects.toThrow(
        /permission|only ever added/,
      );
    }
    for (const change of [
      'posting SET ul = 1',
      'movement SET person_id = 1',
      'balance SET ul = 0',
      'count_line SET counted_ul = 0',
    ]) {
      await expect(shop.books.rows(`UPDATE ${change}`)).rejects.toThrow(/permission|only ever added/);
    }
  });
});
