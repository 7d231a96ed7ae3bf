import { beforeAll, describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import type { SignOff } from '#contract/people.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { BOTTLE, FOAM, parts, pour, usedUp } from '../../testing/pours.ts';

const shop = serveShop();
let hester: Caller;
let bram: Caller;

beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
  bram = await shop.signIn('Bram Addy');
});

const book = (change: Partial<PourBody>) => bram('post', '/api/pours', pour(change));

describe('what a vessel last held', () => {
  const ACID = {
    acknowledged: true,
    productId: 10,
    containerId: 11,
    strength: parts(10),
    totalUl: 500_000,
    vesselId: 2,
  };
  const IRON = {
    acknowledged: true,
    productId: 11,
    containerId: 12,
    strength: { notation: 'percent', percent: 100 } as const,
    vesselId: 2,
  };
  const neat = { totalUl: 500_000, shown: { pourOffUl: 0, waterUl: 0, productUl: 500_000 } };
  const acid = { shown: { pourOffUl: 0, waterUl: 454_545, productUl: 45_455 } };

  it('acid after an iron remover is refused, by anyone, until the bottle is rinsed', async () => {
    await usedUp(bram, 2);
    expect((await book({ ...IRON, ...neat })).status).toBe(201);
    const hester = await shop.signIn('Hester Quill');
    for (const who of [bram, hester]) {
      const answer = await who('post', '/api/pours', pour({ ...ACID, ...acid }));
      expect([answer.status, answer.body.code]).toEqual([409, 'safety.gas']);
      expect(answer.body.detail).toContain('held Branch Line Iron Remover');
    }
    expect(((await bram('get', '/api/vessels/2')).body as Vessel).held[0]?.productName).toBe(
      'Branch Line Iron Remover',
    );
    const rinsed = await bram('post', '/api/vessels/2/rinses', {});
    expect([rinsed.status, rinsed.body.held, rinsed.body.holds]).toEqual([201, [], null]);
    expect((await book({ ...ACID, ...acid })).status).toBe(201);
    expect((await book({ ...IRON, ...neat })).body.code).toBe('safety.gas');
  });

  it('a product nobody knows counts as if it had every trait, and is called unknown', async () => {
    const hester = await shop.signIn('Hester Quill');
    const products = (await hester('get', '/api/products')).body as {
      id: number;
      revision: number;
      name: string;
    }[];
    const foam = products.find((p) => p.id === FOAM) as Record<string, unknown> & {
      id: number;
      revision: number;
    };
    const { id, revision, retired: _, sheet: ____, ...facts } = foam;
    const unknown = Object.fromEntries(Object.keys(foam.traits as object).map((t) => [t, 'unknown']));
    const labelEntries = (foam.labelEntries as Record<string, unknown>[]).map(
      ({ id: __, fraction: ___, upToFraction: _top, ...e }) => e,
    );
    const patch = { ...facts, labelEntries, traits: unknown, retired: false };
    const changed = await hester('patch', `/api/products/${id}`, patch, { ifMatch: revision });
    expect([changed.status, changed.body.traits?.acid]).toEqual([200, 'unknown']);
    const small = {
      vesselId: 2,
      totalUl: 500_000,
      shown: { pourOffUl: 0, waterUl: 461_538, productUl: 38_462 },
    };
    const answer = await book(small);
    expect([answer.status, answer.body.code]).toEqual([409, 'safety.unknown']);
    expect(answer.body.detail).toContain('Nobody has entered whether Lime Kiln Foam holds');
    expect(answer.body.remedy).toContain('on the page of Lime Kiln Foam');
  });
});

describe('who may mix what asks for care', () => {
  const LIME = 10;
  const acid = {
    productId: LIME,
    containerId: 11,
    strength: parts(10),
    vesselId: 3,
    totalUl: 500_000,
    shown: { pourOffUl: 0, waterUl: 454_545, productUl: 45_455 },
  };
  const idOf = async (name: string): Promise<number> =>
    ((await hester('get', '/api/people')).body as { id: number; name: string }[]).find((p) => p.name === name)
      ?.id ?? 0;
  const signOff = async (name: string, change: object) =>
    hester('post', `/api/people/${await idOf(name)}/sign-offs`, {
      productId: LIME,
      given: true,
      until: null,
      ...change,
    });

  it('nobody pours before saying that the cautions were read', async () => {
    await usedUp(bram, 3);
    const answer = await book({ ...acid });
    expect([answer.status, answer.body.code, answer.body.errors[0].pointer]).toEqual([
      409,
      'safety.notAcknowledged',
      '/acknowledged',
    ]);
    expect((await book({ ...acid, acknowledged: true })).status).toBe(201);
  });

  it('someone who is not signed off is refused, until a manager signs them off, and again after its last day', async () => {
    const noor = await shop.signIn('Noor Pell');
    const tries = () => noor('post', '/api/pours', pour({ ...acid, acknowledged: true }));
    expect((await tries()).body.code).toBe('safety.notSignedOff');
    expect((await bram('post', `/api/people/${await idOf('Noor Pell')}/sign-offs`, {})).status).toBe(403);
    const given = await signOff('Noor Pell', { until: '2026-05-04' });
    expect(given.status).toBe(201);
    expect(given.body).toMatchObject([
      { productId: LIME, until: '2026-05-04', givenBy: 'Hester Quill' },
    ] satisfies SignOff[]);
    expect((await tries()).status).toBe(201);
    await signOff('Noor Pell', { until: '2026-05-03' });
    expect((await tries()).body.code).toBe('safety.notSignedOff');
    expect((await signOff('Noor Pell', { given: false })).body).toEqual([]);
    expect((await signOff('Noor Pell', { until: '2026-02-31x' })).body.errors[0].message).toBe(
      'Until is not a day.',
    );
  });

  it('a manager answers for it', async () => {
    expect((await hester('post', '/api/pours', pour({ ...acid, acknowledged: true }))).status).toBe(201);
  });
});

describe('how long a batch keeps', () => {
  const later = (days: number) => {
    shop.now = new Date(shop.now.getTime() + days * 86_400_000);
  };

  it('is as its product says from the day it was made, and a top-up makes nothing last longer', async () => {
    const sessions = async () => {
      bram = await shop.signIn('Bram Addy');
    };
    const fresh = (await book({ vesselId: BOTTLE, productId: FOAM })).body as Slip;
    expect(fresh.useBy).toBe('2026-06-03');
    later(10);
    await sessions();
    const topped = await book({
      start: { kind: 'leftover', leftUl: 350_000, strength: parts(12) },
      how: 'inPlace',
      shown: { pourOffUl: 0, waterUl: 369_231, productUl: 30_769 },
    });
    expect([topped.status, topped.body.useBy]).toEqual([201, '2026-06-03']);
    expect((await book({})).body.useBy).toBe('2026-06-13');
    const held = ((await bram('get', `/api/vessels/${BOTTLE}`)).body as Vessel).holds;
    expect([held?.useBy, held?.water]).toEqual(['2026-06-13', 'tap']);
  });

  it('says what water it was made with', async () => {
    const softened = (await book({ water: 'softened' })).body as Slip;
    const [batch] = await shop.books.rows<{ water: string }>('SELECT water FROM batch WHERE id = $1', [
      softened.batchId,
    ]);
    expect(batch?.water).toBe('softened');
  });
});

describe('a note that stands before a product', () => {
  it('is read by each before they mix it, or holds everyone up until a lead lifts it', async () => {
    const [odo, bram] = [await shop.signIn('Odo Marsh'), await shop.signIn('Bram Addy')];
    const write = (as: typeof odo, gate: string) =>
      as('post', '/api/notes/2', { gate, words: 'Lot LK-2207 is thicker: shake it well' });
    expect((await write(bram, 'read')).status).toBe(403);
    const [note] = (await write(odo, 'read')).body;
    const refused = await bram('post', '/api/pours', pour({}));
    expect(refused.body).toMatchObject({ code: 'note.unread', detail: expect.stringContaining('thicker') });
    expect((await bram('post', `/api/notes/${note.id}/readings`, {})).body[0]).toMatchObject({
      read: true,
      readers: 1,
    });
    expect((await bram('post', '/api/pours', pour({}))).status).toBe(201);
    const held = (await write(odo, 'hold')).body.at(-1);
    expect((await bram('post', '/api/pours', pour({}))).body).toMatchObject({ code: 'note.hold' });
    expect((await bram('post', `/api/notes/${held.id}/lifts`, {})).status).toBe(403);
    expect((await odo('post', `/api/notes/${held.id}/lifts`, {})).body).toHaveLength(1);
    expect((await bram('post', '/api/pours', pour({}))).status).toBe(201);
    expect((await odo('post', `/api/notes/${held.id}/lifts`, {})).status).toBe(404);
  });
});
