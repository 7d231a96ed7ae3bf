import { beforeAll, describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { parts, pour, usedUp } from '../../testing/pours.ts';

// What a vessel holds and has held comes from the ledger alone: after Undo it is what it was.

const shop = serveShop();
let bram: Caller;
let hester: Caller;
beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
  bram = await shop.signIn('Bram Addy');
});

const BOTTLE = 2;
const FOAM = {
  vesselId: BOTTLE,
  totalUl: 390_000,
  shown: { pourOffUl: 0, waterUl: 360_000, productUl: 30_000 },
};
const IRON = {
  vesselId: BOTTLE,
  acknowledged: true,
  productId: 11,
  containerId: 12,
  strength: { notation: 'percent', percent: 100 } as const,
  totalUl: 100_000,
  shown: { pourOffUl: 0, waterUl: 0, productUl: 100_000 },
};
const ACID = {
  vesselId: BOTTLE,
  acknowledged: true,
  productId: 10,
  containerId: 11,
  strength: parts(10),
  totalUl: 440_000,
  shown: { pourOffUl: 0, waterUl: 400_000, productUl: 40_000 },
};

const book = (change: Partial<PourBody>) => bram('post', '/api/pours', pour(change));
const poured = async (change: Partial<PourBody>): Promise<Slip> => {
  const answer = await book(change);
  expect(answer.status, answer.text).toBe(201);
  return answer.body;
};
const undo = (movementId: number, as = bram) => as('post', `/api/movements/${movementId}/reversals`, {});
const vessel = async (id = BOTTLE) => (await bram('get', `/api/vessels/${id}`)).body as Vessel;
const names = (v: Vessel) => v.held.map((h) => h.productName);
const rinse = (id = BOTTLE) => bram('post', `/api/vessels/${id}/rinses`, {});

describe('a vessel that two are shown empty', () => {
  it('is filled by one of them; the other looks again, and an answer that was lost is had once more', async () => {
    await usedUp(bram, BOTTLE);
    await rinse();
    const fill = pour({ ...FOAM, inVessel: null });
    const key = 'the-first-of-two-pours';
    const first = await bram('post', '/api/pours', fill, { key });
    const second = await hester('post', '/api/pours', fill);
    expect([first.status, second.status, second.body.code]).toEqual([201, 409, 'vessel.changed']);
    expect(second.body.facts.now.code).toBe(first.body.batchCode);
    expect((await bram('post', '/api/pours', fill, { key })).body.batchCode).toBe(first.body.batchCode);
    // Whoever has seen it may take it as used up; taken back, it is empty again, and is not what was seen.
    const seen = pour({ ...FOAM, inVessel: first.body.batchCode });
    await undo(first.body.movementId);
    expect((await hester('post', '/api/pours', seen)).body).toMatchObject({ code: 'vessel.changed' });
    expect((await hester('post', '/api/pours', fill)).status).toBe(201);
    await usedUp(bram, BOTTLE);
  });
});

describe('a vessel', () => {
  it('holds again what it held when a pour over it is taken back, and acid over it is refused as before', async () => {
    await rinse();
    const iron = await poured(IRON);
    expect((await book(FOAM)).body.code).toBe('vessel.occupied');
    const used = await usedUp(bram, BOTTLE);
    const foam = await poured(FOAM);
    expect((await vessel()).holds?.code).toBe(foam.batchCode);
    for (const movement of [foam.movementId, used]) expect((await undo(movement)).status).toBe(201);
    const after = await vessel();
    expect([after.holds?.code, after.holds?.ul]).toEqual([iron.batchCode, 100_000]);
    expect(names(after)).toEqual(['Branch Line Iron Remover']);
    for (const who of [bram, hester]) {
      const answer = await who('post', '/api/pours', pour(ACID));
      expect([answer.status, answer.body.code]).toEqual([409, 'safety.gas']);
    }
    // What is poured next takes the place of what is really in it: nothing is left behind in the books.
    await poured(IRON);
    const [left] = await shop.books.rows<{ ul: number }>(
      `SELECT coalesce(sum(l.ul), 0)::int AS ul FROM account a JOIN balance l ON l.account_id = a.id WHERE a.batch_id = $1`,
      [iron.batchId],
    );
    expect(left?.ul).toBe(0);
  });

  it('remembers everything since it was rinsed: acid is refused after a neutral that came after a sulfide', async () => {
    await rinse();
    await poured(IRON);
    await usedUp(bram, BOTTLE);
    await poured(FOAM);
    expect(names(await vessel())).toEqual(['Lime Kiln Foam', 'Branch Line Iron Remover']);
    const answer = await book(ACID);
    expect([answer.status, answer.body.code]).toEqual([409, 'safety.gas']);
    expect(answer.body.detail).toContain('held Branch Line Iron Remover');
    await rinse();
    expect((await book(ACID)).status).toBe(201);
  });

  it('forgets what was taken back', async () => {
    await rinse();
    await undo((await poured(IRON)).movementId);
    expect(await vessel()).toMatchObject({ holds: null, held: [] });
    await undo((await poured(ACID)).movementId);
    await poured(IRON);
  });

  it('is empty once it is rinsed, and what it held and had held is there again when that is taken back', async () => {
    await rinse();
    await poured(IRON);
    await usedUp(bram, BOTTLE);
    const foam = await poured(FOAM);
    expect(await (await rinse()).body).toMatchObject({ holds: null, held: [] });
    const [rinsing] = await shop.books.rows<{ id: number }>(
      `SELECT id FROM movement WHERE reason = 'rinsedOut' ORDER BY id DESC LIMIT 1`,
    );
    expect((await undo(rinsing?.id ?? 0)).status).toBe(201);
    const after = await vessel();
    expect(after.holds?.code).toBe(foam.batchCode);
    expect(names(after)).toEqual(['Lime Kiln Foam', 'Branch Line Iron Remover']);
    expect((await book(ACID)).body.code).toBe('safety.gas');
  });

  it('never gets two mixes: what left it is not put back over what was filled in since', async () => {
    await rinse();
    const first = await poured(FOAM);
    const away = await bram('post', `/api/batches/${first.batchId}/uses`, { ul: 390_000 });
    expect(away.status, away.text).toBe(201);
    const second = await poured(FOAM);
    const refused = await undo(away.body.movementId, hester);
    expect([refused.status, refused.body.code]).toEqual([409, 'undo.filledSince']);
    expect((await vessel()).holds?.code).toBe(second.batchCode);
    await undo(second.movementId);
    expect((await undo(away.body.movementId, hester)).status).toBe(201);
    expect((await vessel()).holds?.code).toBe(first.batchCode);
  });

  it('of two taken back in turn holds what was there before both', async () => {
    await rinse();
    const first = await poured(FOAM);
    const second = await poured({
      ...FOAM,
      totalUl: 260_000,
      shown: { pourOffUl: 0, waterUl: 240_000, productUl: 20_000 },
    });
    const refused = await undo(first.movementId);
    expect([refused.status, refused.body.code]).toEqual([409, 'undo.usedSince']);
    await undo(second.movementId);
    await undo(first.movementId);
    expect(await vessel()).toMatchObject({ holds: null, held: [] });
  });

  it('a mix that was taken back says so, and is not labelled, used or judged', async () => {
    await rinse();
    const foam = await poured(FOAM);
    await undo(foam.movementId);
    expect((await bram('get', `/api/batches/${foam.batchId}`)).body).toMatchObject({
      takenBack: true,
      heldUl: 0,
    });
    for (const [path, body] of [
      ['uses', { ul: 1_000 }],
      ['dumps', { reason: 'other', note: 'gone' }],
      ['outcomes', { kind: 'film' }],
    ] as const) {
      const answer = await bram('post', `/api/batches/${foam.batchId}/${path}`, body);
      expect([answer.status, answer.body.code], path).toEqual([409, 'batch.takenBack']);
    }
    expect((await bram('get', `/api/batches/${foam.batchId}/label.pdf`)).status).toBe(409);
    const other = await poured(FOAM);
    expect((await bram('get', `/api/batches/${other.batchId}`)).body.takenBack).toBe(false);
    // One verdict each: a second takes the place of the first.
    for (const kind of ['film', 'good']) {
      const answer = await bram('post', `/api/batches/${other.batchId}/outcomes`, { kind });
      expect(answer.status, answer.text).toBe(201);
    }
    const both = await hester('post', `/api/batches/${other.batchId}/outcomes`, { kind: 'film' });
    expect(
      both.body.outcomes.map((o: { kind: string; personName: string }) => [o.personName, o.kind]),
    ).toEqual([
      ['Hester Quill', 'film'],
      ['Bram Addy', 'good'],
    ]);
  });
});
