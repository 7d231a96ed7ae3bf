import { beforeAll, describe, expect, it } from 'vitest';
import type { Override, Person, SignOffOf } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import type { TrailPage } from '#contract/trail.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { pour } from '../testing/pours.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
let hesterId: number;
beforeAll(async () => {
  [hester, odo, bram] = [
    await shop.signIn('Hester Quill'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Bram Addy'),
  ];
  const people = (await odo('get', '/api/people')).body as { id: number; name: string }[];
  hesterId = people.find((p) => p.name === 'Hester Quill')?.id ?? 0;
});

const later = (minutes: number) => {
  shop.now = new Date(shop.now.getTime() + minutes * 60_000);
};
const word = async (as: Caller, rule: string, subject: string): Promise<Override> =>
  (
    await as('post', '/api/overrides', {
      rule,
      subject,
      personId: hesterId,
      pin: '1357',
      reason: 'I stand beside it',
    })
  ).body;
const by = (token: string) => ({ headers: { Override: token } });

describe('a manager’s word', () => {
  it('lets somebody mix once what they are not signed off for, and not a second time', async () => {
    const products = (await bram('get', '/api/products')).body as Product[];
    const foam = products.find((p) => p.id === 2) as Product;
    const { id: _, revision, retired: __, sheet: ___, labelEntries, ...rest } = foam;
    const entries = labelEntries.map(({ id: ____, fraction: _____, upToFraction: _top, ...entry }) => entry);
    const care = { ...foam.record.care, signOff: true };
    const body = { ...rest, labelEntries: entries, record: { ...foam.record, care }, retired: false };
    expect((await hester('patch', '/api/products/2', body, { ifMatch: revision })).status).toBe(200);
    const refused = await bram('post', '/api/pours', pour({}));
    expect(refused.body).toMatchObject({
      code: 'safety.notSignedOff',
      override: { rule: 'signOff', subject: '2' },
    });
    const { token, givenBy } = await word(bram, 'signOff', '2');
    expect(givenBy).toBe('Hester Quill');
    expect((await bram('post', '/api/pours', pour({}), by(token))).status).toBe(201);
    expect((await bram('post', '/api/pours', pour({}), by(token))).body).toMatchObject({
      code: 'safety.notSignedOff',
    });
    const trail = (await odo('get', '/api/trail?kind=override')).body as TrailPage;
    expect(trail.rows.map((r) => [r.by, r.rule, r.givenBy])).toEqual(
      expect.arrayContaining([
        ['Hester Quill', 'signOff', 'Hester Quill'],
        ['Bram Addy', 'signOff', 'Hester Quill'],
      ]),
    );
    const back = (await hester('get', '/api/products/2')).body as Product;
    const plain = { ...body, record: { ...foam.record } };
    expect((await hester('patch', '/api/products/2', plain, { ifMatch: back.revision })).status).toBe(200);
  });

  it('takes back what is too late for whoever poured it, within its five minutes and at their tablet alone', async () => {
    const slip = (await bram('post', '/api/pours', pour({}))).body;
    later(11);
    const undo = (as: Caller, token = '') =>
      as('post', `/api/movements/${slip.movementId}/reversals`, {}, token ? by(token) : {});
    expect((await undo(bram)).body).toMatchObject({ code: 'undo.notYours', override: { rule: 'undo' } });
    const old = await word(bram, 'undo', String(slip.movementId));
    later(6);
    expect((await undo(bram, old.token)).status).toBe(403);
    const theirs = await word(await shop.signIn('Ines Corby'), 'undo', String(slip.movementId));
    expect((await undo(bram, theirs.token)).status).toBe(403);
    const wrongRule = await word(bram, 'waste', String(slip.movementId));
    expect((await undo(bram, wrongRule.token)).status).toBe(403);
    const good = await word(bram, 'undo', String(slip.movementId));
    expect((await undo(bram, good.token)).status).toBe(201);
  });

  it('books a large waste, and is not spent where what it was for is refused for another reason', async () => {
    const spill = (ul: number, token: string) =>
      bram('post', '/api/containers/1/wastes', { ul, reason: 'spilt', note: '' }, by(token));
    const { token } = await word(bram, 'waste', '1');
    expect((await spill(900_000_000, token)).body).toMatchObject({ code: 'stock.short' });
    expect((await spill(700_000, token)).status).toBe(201);
    expect((await spill(700_000, token)).body).toMatchObject({ code: 'waste.tooMuch' });
  });

  it('is a manager’s, with their PIN and a reason; what gives off gas has no such rule', async () => {
    const ask = (change: object) =>
      bram('post', '/api/overrides', {
        rule: 'undo',
        subject: '1',
        personId: hesterId,
        pin: '1357',
        reason: 'So be it',
        ...change,
      });
    expect((await ask({ reason: '  ' })).body.errors[0]).toMatchObject({ pointer: '/reason' });
    expect((await ask({ rule: 'gas' })).body.errors[0]).toMatchObject({ pointer: '/rule' });
    expect((await ask({ personId: 99_999 })).status).toBe(404);
    for (let i = 0; i < 5; i++) await ask({ pin: '9999' });
    expect((await ask({})).body).toMatchObject({ code: 'pin.locked' });
    later(20);
    expect((await ask({})).status).toBe(201);
  });
});

describe('a tablet that was left alone', () => {
  it('shows its clocks and nothing else until somebody types a PIN', async () => {
    const noor = await shop.signIn('Noor Pell');
    expect((await noor('post', '/api/sessions/current/locks', {})).status).toBe(204);
    expect((await noor('get', '/api/sessions/current')).body).toMatchObject({
      name: 'Noor Pell',
      locked: true,
    });
    for (const seen of ['clocks', 'weather', 'places', 'products']) {
      expect((await noor('get', `/api/${seen}`)).status, seen).toBe(200);
    }
    for (const kept of ['containers', 'movements', 'people', 'trail']) {
      expect((await noor('get', `/api/${kept}`)).body, kept).toMatchObject({ code: 'session.locked' });
    }
    expect((await noor('post', '/api/pours', pour({}))).body).toMatchObject({ code: 'session.locked' });
    expect((await noor('post', '/api/overrides', {})).body).toMatchObject({ code: 'session.locked' });
    // A manager's is no different, their own settings included.
    const locked = await shop.signIn('Hester Quill');
    await locked('post', '/api/sessions/current/locks', {});
    const patched = await locked('patch', '/api/shop', { name: 'Elsewhere' }, { ifMatch: 1 });
    expect(patched.body).toMatchObject({ code: 'session.locked' });
    expect((await locked('post', '/api/backups/shop.json', { passphrase: '' })).status).toBe(401);
    const again = await shop.signIn('Noor Pell');
    expect((await again('get', '/api/containers')).status).toBe(200);
  });
});

describe('what is done about people', () => {
  it('is in the trail: a new PIN, another role, leaving, coming back and sign-offs, with who did it', async () => {
    const added = await hester('post', '/api/people', { name: 'Tam Reed', role: 'technician', pin: '4371' });
    const { id } = added.body;
    let { revision } = added.body;
    for (const change of [{ pin: '8762' }, { role: 'lead' }, { retired: true }, { retired: false }]) {
      const answer = await hester('patch', `/api/people/${id}`, change, { ifMatch: revision });
      expect(answer.status).toBe(200);
      revision = answer.body.revision;
    }
    await hester('post', `/api/people/${id}/sign-offs`, { productId: 2, given: true, until: '2026-12-31' });
    await hester('post', `/api/people/${id}/sign-offs`, { productId: 2, given: false, until: null });
    const trail = (await odo('get', `/api/trail?person=${id}&kind=crew`)).body as TrailPage;
    expect(trail.rows.map((r) => r.event).reverse()).toEqual([
      'joined',
      'pin',
      'role',
      'left',
      'back',
      'signedOff',
      'signOffEnded',
    ]);
    expect(trail.rows.every((r) => r.by === 'Hester Quill' && r.about === 'Tam Reed')).toBe(true);
    expect(trail.rows.find((r) => r.event === 'signedOff')?.note).toBe('Lime Kiln Foam until 2026-12-31');
    expect((await odo('get', '/api/trail?kind=magic')).status).toBe(400);
    expect((await odo('get', '/api/trail?before=soon')).status).toBe(400);
  });

  it('signs off several at once, all of them or none, over what they were signed off for before', async () => {
    const ids = ((await hester('get', '/api/people')).body as Person[])
      .filter((p) => p.role === 'technician' && !p.retired)
      .map((p) => p.id);
    const give = (personIds: number[], until: string | null) =>
      hester('post', '/api/people/sign-offs', { personIds, productId: 2, until });
    const of = async () =>
      ((await odo('get', '/api/people/sign-offs')).body as SignOffOf[])
        .filter((s) => s.productId === 2)
        .map((s) => [s.personId, s.until]);
    const before = await of();
    expect((await give([...ids, 9_999], null)).status).toBe(404);
    expect(await of()).toEqual(before);
    expect((await give(ids, '2026-12-31')).status).toBe(201);
    const again = await give(ids, null);
    expect(again.status, again.text).toBe(201);
    expect(await of()).toEqual(expect.arrayContaining(ids.map((id) => [id, null])));
    expect((await of()).filter(([id]) => id === ids[0])).toHaveLength(1);
    expect((await give([], null)).body.errors[0].pointer).toBe('/personIds');
  });
});
