import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Slip } from '#contract/ledger.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { copyDemoBooks } from '../../testing/demoSnapshot.ts';
import { freshFolder } from '../../testing/freshBooks.ts';
import { BOTTLE, FOAM, pour, usedUp } from '../../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let ines: Caller;
let odo: Caller;
let hester: Caller;

beforeAll(async () => {
  [bram, ines, odo, hester] = [
    await shop.signIn('Bram Addy'),
    await shop.signIn('Ines Corby'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Hester Quill'),
  ];
});

const PAIL = 1;

const held = async (id: number) => ((await hester('get', `/api/containers/${id}`)).body as Container).heldUl;
const movementCount = async () =>
  (await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM movement'))[0]?.n;

async function balanceSums() {
  return shop.books.rows(
    'SELECT product_id, sum(ul)::bigint AS ul FROM balance GROUP BY 1 HAVING sum(ul) <> 0',
  );
}

/** Balances worked out afresh from every posting, where they differ from those kept. */
async function driftedBalances() {
  return shop.books.rows(
    `SELECT * FROM (
       SELECT account, product_id, sum(ul)::bigint AS ul FROM (
         SELECT from_account AS account, product_id, -ul AS ul FROM posting
         UNION ALL SELECT to_account, product_id, ul FROM posting) s GROUP BY 1, 2) replayed
     FULL JOIN balance b ON b.account_id = replayed.account AND b.product_id = replayed.product_id
     WHERE b.ul IS DISTINCT FROM replayed.ul`,
  );
}

describe('a pour', () => {
  it('takes the product from the container, with the name of who poured', async () => {
    const before = await held(PAIL);
    const answer = await bram('post', '/api/pours', pour());
    expect(answer.status).toBe(201);
    const slip = answer.body as Slip;
    expect(slip).toMatchObject({
      productUl: 57_692,
      waterUl: 692_308,
      containerCode: 'P-1',
      personName: 'Bram Addy',
    });
    expect(slip.leftUl).toBe(before - 57_692);
    expect(await held(PAIL)).toBe(before - 57_692);
    const movements = (await bram('get', `/api/containers/${PAIL}/movements?limit=1`)).body;
    expect(movements.rows[0]).toMatchObject({
      kind: 'pour',
      personName: 'Bram Addy',
      changeUl: -57_692,
      batchCode: slip.batchCode,
    });
  });

  it('uses up what the vessel held, so that the books never have two fills in one bottle', async () => {
    const first = (await bram('post', '/api/pours', pour())).body as Slip;
    const second = (await ines('post', '/api/pours', pour())).body as Slip;
    const batch = `SELECT b.product_id, b.ul FROM batch k JOIN account a ON a.batch_id = k.id JOIN balance b ON b.account_id = a.id
                   WHERE k.code = $1 ORDER BY 1`;
    expect(await shop.books.rows(batch, [first.batchCode])).toEqual([
      { product_id: 1, ul: 0 },
      { product_id: FOAM, ul: 0 },
    ]);
    expect(await shop.books.rows(batch, [second.batchCode])).toEqual([
      { product_id: 1, ul: 692_308 },
      { product_id: FOAM, ul: 57_692 },
    ]);
    const vessels = (await bram('get', '/api/vessels')).body;
    expect(vessels[0].holds).toMatchObject({ code: second.batchCode, ul: 750_000, personName: 'Ines Corby' });
  });

  it('keeps every product at zero over all accounts, and every balance what its postings say', async () => {
    expect(await balanceSums()).toEqual([]);
    expect(await driftedBalances()).toEqual([]);
  });

  it.each([
    [
      'amounts the mix does not need',
      { shown: { pourOffUl: 0, waterUl: 692_307, productUl: 57_693 } },
      409,
      'mix.changed',
      '58 ml|57.7 ml',
    ],
    ['more than the vessel takes', { totalUl: 800_000 }, 422, 'total.overFillLimit', '750 ml'],
    ['less than is sensible', { totalUl: 50_000 }, 422, 'total.underSmallest', '100 ml'],
    ['another product from this container', { productId: 3 }, 409, 'equipment.unusable', 'different product'],
    ['a container not opened', { containerId: 2 }, 409, 'equipment.unusable', 'not open'],
    ['a vessel that is not there', { vesselId: 99 }, 409, 'equipment.unusable', 'not there'],
    [
      'a diluted ready-to-use product',
      { productId: 8, containerId: 9 },
      422,
      'product.readyToUse',
      'ready to use',
    ],
  ])('is refused for %s, and books nothing', async (_, change, status, code, words) => {
    await usedUp(bram, BOTTLE);
    const before = await movementCount();
    const answer = await bram('post', '/api/pours', pour(change));
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    expect(`${answer.body.detail} ${answer.body.remedy}`).toMatch(new RegExp(words));
    expect(await movementCount()).toBe(before);
  });

  it('decants a ready-to-use product neat, with no water', async () => {
    const neat = { productId: 8, containerId: 9, strength: { notation: 'percent', percent: 100 } as const };
    const answer = await bram(
      'post',
      '/api/pours',
      pour({ ...neat, totalUl: 500_000, shown: { pourOffUl: 0, waterUl: 0, productUl: 500_000 } }),
    );
    expect(answer.status).toBe(201);
    await usedUp(bram, BOTTLE);
  });

  it('says what is there when there is too little', async () => {
    const bottle = await hester('post', '/api/containers', {
      productId: FOAM,
      kind: 'bottle',
      sizeUl: 1_000_000,
      levelUl: 40_000,
      placeId: 2,
      lot: '',
      priceMinor: null,
      opened: true,
    });
    const answer = await bram('post', '/api/pours', pour({ containerId: bottle.body.id }));
    expect([answer.status, answer.body.code]).toEqual([409, 'stock.short']);
    expect(answer.body.detail).toBe(`${bottle.body.code} holds 40 ml; this mix needs 57.7 ml.`);
  });

  it('by two people of the last litre at the same instant books one and tells the other what is there', async () => {
    const last = await hester('post', '/api/containers', {
      productId: FOAM,
      kind: 'bottle',
      sizeUl: 1_000_000,
      levelUl: 100_000,
      placeId: 2,
      lot: '',
      priceMinor: null,
      opened: true,
    });
    const containerId = last.body.id;
    const answers = await Promise.all([
      bram('post', '/api/pours', pour({ containerId })),
      ines('post', '/api/pours', pour({ containerId, vesselId: 2, totalUl: 750_000 })),
      ines('post', '/api/pours', pour({ containerId })),
    ]);
    const won = answers.filter((a) => a.status === 201);
    const short = answers.filter((a) => a.body.code === 'stock.short');
    expect([won.length, short.length]).toEqual([1, 1]);
    expect(short[0]?.body.detail).toContain('holds 42.3 ml');
    expect(await held(containerId)).toBe(100_000 - 57_692);
    expect(await balanceSums()).toEqual([]);
  });
});

describe('taking a pour back', () => {
  const pourAs = async (who: Caller) => ((await who('post', '/api/pours', pour())).body as Slip).movementId;
  const undo = (who: Caller, id: number) => who('post', `/api/movements/${id}/reversals`, {});

  it('restores every balance, keeps both in the history, and works once', async () => {
    const balances = 'SELECT account_id, product_id, ul FROM balance WHERE ul <> 0 ORDER BY 1, 2';
    const before = await shop.books.rows(balances);
    const id = await pourAs(bram);
    expect((await undo(bram, id)).status).toBe(201);
    expect(await shop.books.rows(balances)).toEqual(before);
    const history = (await bram('get', `/api/containers/${PAIL}/movements?limit=2`)).body.rows;
    expect(history[0]).toMatchObject({ kind: 'reversal', changeUl: 57_692, reverses: id });
    expect(history[1]).toMatchObject({ kind: 'pour', changeUl: -57_692, reversedBy: history[0].id });
    expect((await undo(bram, id)).body.code).toBe('undo.done');
  });

  it('is for your own pour within ten minutes, for a lead today, for a manager always', async () => {
    const id = await pourAs(bram);
    const early = await pourAs(bram);
    expect((await undo(ines, id)).status).toBe(403);
    expect((await undo(odo, id)).body.code).toBe('undo.usedSince');
    shop.now = new Date(shop.now.getTime() + 11 * 60_000);
    expect((await undo(bram, early)).body.detail).toMatch(/10 minutes/);
    expect((await undo(odo, early)).status).toBe(201);
    shop.now = new Date(shop.now.getTime() + 86_400_000);
    [bram, ines, odo, hester] = [
      await shop.signIn('Bram Addy'),
      await shop.signIn('Ines Corby'),
      await shop.signIn('Odo Marsh'),
      await shop.signIn('Hester Quill'),
    ];
    expect((await undo(odo, id)).status).toBe(403);
    expect((await undo(hester, id)).status).toBe(201);
  });

  it('is refused when what it made has been used since', async () => {
    const first = await pourAs(bram);
    await pourAs(ines);
    expect((await undo(bram, first)).body).toMatchObject({ status: 409, code: 'undo.usedSince' });
  });

  it('takes the day of the pour, not of the undo, out of the daily totals', async () => {
    const today = `SELECT ul, n FROM day_use d WHERE product_id = $1 AND kind = 'pour'
      AND day = ($2::timestamptz AT TIME ZONE 'Europe/London')::date AND person_id = (SELECT id FROM person WHERE name = 'Bram Addy')`;
    const before = await shop.books.rows(today, [FOAM, shop.now]);
    await undo(bram, await pourAs(bram));
    expect(await shop.books.rows(today, [FOAM, shop.now])).toEqual(before);
  });

  it('is for pours that exist', async () => {
    expect((await undo(hester, 999_999)).status).toBe(404);
    expect((await undo(hester, 1)).body.code).toBe('undo.notPour');
  });
});

describe('the ledger as the role requests run under', () => {
  it.each([
    'UPDATE posting SET ul = 1',
    'DELETE FROM posting',
    'TRUNCATE posting',
    'UPDATE movement SET note = $$x$$',
    'DELETE FROM movement',
    'TRUNCATE movement CASCADE',
    'UPDATE balance SET ul = 0',
    'DELETE FROM balance',
    'TRUNCATE balance',
    'INSERT INTO balance VALUES (1, 1, 1, false)',
    'UPDATE day_use SET ul = 0',
    'DELETE FROM account',
    'UPDATE account SET kind = $$waste$$',
    'DELETE FROM person',
    'DELETE FROM container',
    'ALTER TABLE posting DISABLE TRIGGER ALL',
    'DROP TRIGGER keep_balances ON posting',
  ])('refuses %s', async (sql) => {
    const before = await shop.books.rows('SELECT count(*) AS n, sum(ul) AS ul FROM posting');
    await expect(shop.books.rows(sql)).rejects.toMatchObject({ code: '42501' });
    expect(await shop.books.rows('SELECT count(*) AS n, sum(ul) AS ul FROM posting')).toEqual(before);
  });

  it.each([
    'RESET ROLE',
    'SET ROLE postgres',
    'SET SESSION AUTHORIZATION postgres',
    'DISCARD ALL',
    "SELECT set_config('role', 'postgres', false)",
    'DO $$ BEGIN RESET ROLE; END $$',
  ])('is asked as a role that %s leads nobody out of', async (sql) => {
    await expect(shop.books.rows(sql)).rejects.toMatchObject({ code: '42501' });
    await expect(shop.books.transaction((tx) => tx.rows(sql))).rejects.toMatchObject({ code: '42501' });
    expect(await shop.books.rows('SELECT current_user::text AS who')).toEqual([{ who: 'kettle_app' }]);
  });

  it('refuses even its owner to rewrite it', async () => {
    const folder = freshFolder();
    await copyDemoBooks(folder);
    const db = await PGlite.create({ dataDir: join(folder, 'books') });
    for (const sql of [
      'UPDATE posting SET ul = 1',
      'DELETE FROM movement',
      'TRUNCATE posting',
      'TRUNCATE movement CASCADE',
    ]) {
      await expect(db.exec(sql)).rejects.toThrow('only ever added to');
    }
    await db.close();
  });

  it.each([
    ['nothing moved', 0, 1, 2],
    ['less than nothing moved', -5, 1, 2],
    ['a posting to where it came from', 5, 1, 1],
  ])('refuses %s', async (_, ul, from, to) => {
    const posting =
      'INSERT INTO posting (movement_id, product_id, from_account, to_account, ul) VALUES (1, 1, $1, $2, $3)';
    await expect(shop.books.rows(posting, [from, to, ul])).rejects.toMatchObject({ code: '23514' });
  });

  it('refuses to take more out of a container than is in it, however it is asked', async () => {
    const [account] = await shop.books.rows<{ id: number }>(
      'SELECT id FROM account WHERE container_id = $1',
      [PAIL],
    );
    const posting =
      'INSERT INTO posting (movement_id, product_id, from_account, to_account, ul) VALUES (1, $1, $2, 3, $3)';
    await expect(shop.books.rows(posting, [FOAM, account?.id, 900_000_000])).rejects.toMatchObject({
      constraint: 'nothing_physical_below_zero',
    });
  });
});
