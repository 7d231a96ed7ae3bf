import { createServer, type Server } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Container, NO_RIG, type Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { recordStart, startOfUse } from '#core/products/starts.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { BOTTLE, FOAM, pour, usedUp } from '../testing/pours.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;

beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
  odo = await shop.signIn('Odo Marsh');
  bram = await shop.signIn('Bram Addy');
});

const soak = {
  name: 'Hedgerow Insect Soak',
  state: 'concentrate',
  caution: '',
  gPerMl: 1.01,
  capUl: 10_000,
  shakeFirst: true,
  suds: false,
  record: recordStart('insectSoak'),
  uses: [startOfUse('insectSoak', 'insectSoak')],
  traits: { ...ALL_UNKNOWN, acid: 'no', strongAlkali: 'yes' },
  labelEntries: [
    {
      whatFor: 'Insects',
      printed: '30 g/l',
      strength: { notation: 'grams', gramsPerL: 30, gPerMl: 1.01 },
      basis: 'bottle',
      use: 'insectSoak',
    },
    {
      whatFor: 'Bucket',
      printed: '1 us oz/us gal',
      strength: {
        notation: 'dose',
        dose: { amount: 1, unit: 'usFlOz' },
        per: { amount: 1, unit: 'usGal' },
        reading: 'madeUp',
      },
      basis: 'bucket',
      use: 'insectSoak',
    },
  ],
};

describe('a product', () => {
  it('keeps all that was entered: density, cap, traits, label strengths with their basis', async () => {
    const made = await hester('post', '/api/products', soak);
    expect([made.status, made.body.detail]).toEqual([201, undefined]);
    const product = (await bram('get', `/api/products/${made.body.id}`)).body as Product;
    expect(product).toMatchObject({ gPerMl: 1.01, capUl: 10_000, shakeFirst: true, revision: 1 });
    expect(product.traits).toEqual(soak.traits);
    expect(product.labelEntries.map((e) => [e.whatFor, e.basis])).toEqual([
      ['Insects', 'bottle'],
      ['Bucket', 'bucket'],
    ]);
    expect(product.labelEntries[0]?.fraction).toBeCloseTo(30 / 1_010, 12);
    expect(product.labelEntries[1]?.fraction).toBeCloseTo(1 / 128, 9);
  });

  it('is changed as a whole, its old label strengths kept in the books but no longer shown', async () => {
    const [before] = ((await hester('get', '/api/products')).body as Product[]).filter(
      (p) => p.name === soak.name,
    );
    if (!before) throw new Error('the product is gone');
    const change = {
      ...soak,
      labelEntries: soak.labelEntries.slice(0, 1),
      traits: ALL_UNKNOWN,
      retired: false,
    };
    const changed = await hester('patch', `/api/products/${before.id}`, change, { ifMatch: before.revision });
    expect([changed.status, changed.body.labelEntries.length, changed.body.traits]).toEqual([
      200,
      1,
      ALL_UNKNOWN,
    ]);
    const kept = await shop.books.rows('SELECT count(*)::int AS n FROM label_entry WHERE product_id = $1', [
      before.id,
    ]);
    expect(kept).toEqual([{ n: 3 }]);
  });

  it('that is retired is listed apart, and can be brought back', async () => {
    const [before] = ((await hester('get', '/api/products')).body as Product[]).filter(
      (p) => p.name === soak.name,
    );
    if (!before) throw new Error('the product is gone');
    const { id } = before;
    await hester('patch', `/api/products/${id}`, { ...soak, retired: true }, { ifMatch: before.revision });
    const names = async (query: string) =>
      ((await hester('get', `/api/products${query}`)).body as Product[]).map((p) => p.name);
    expect(await names('')).not.toContain(soak.name);
    expect(await names('?retired=true')).toEqual([soak.name]);
    await hester(
      'patch',
      `/api/products/${id}`,
      { ...soak, retired: false },
      { ifMatch: before.revision + 1 },
    );
    expect(await names('')).toContain(soak.name);
  });

  it.each([
    ['a density no liquid has', { gPerMl: 9 }, '/gPerMl'],
    ['a cap of nothing', { capUl: 0 }, '/capUl'],
    ['a trait that is half there', { traits: { ...ALL_UNKNOWN, acid: 'maybe' } }, '/traits/acid'],
    ['a trait missing', { traits: { acid: 'yes' } }, '/traits/chlorine'],
    [
      'a basis that is none',
      { labelEntries: [{ ...soak.labelEntries[0], basis: 'roof' }] },
      '/labelEntries/0/basis',
    ],
    [
      'a strength over neat',
      {
        labelEntries: [
          { ...soak.labelEntries[0], strength: { notation: 'grams', gramsPerL: 2_000, gPerMl: 1 } },
        ],
      },
      '/labelEntries/0/strength',
    ],
  ])('with %s is refused at the field', async (_, change, pointer) => {
    const answer = await hester('post', '/api/products', { ...soak, name: 'Another', ...change });
    expect(answer.status).toBe(422);
    expect(answer.body.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer);
  });
});

describe('a container', () => {
  const jug = {
    productId: 2,
    kind: 'jug',
    sizeUl: 5_000_000,
    levelUl: 5_000_000,
    placeId: 1,
    lot: 'LK-9',
    priceMinor: 2_450,
    opened: false,
  };

  it('that is full comes from the supplier, part-full from a count, each with its name and price', async () => {
    const full = await odo('post', '/api/containers', jug);
    expect([full.status, full.body.priceMinor]).toEqual([201, 2_450]);
    const part = await odo('post', '/api/containers', { ...jug, levelUl: 1_200_000, priceMinor: null });
    expect(part.body).toMatchObject({ heldUl: 1_200_000, priceMinor: null });
    const kindOf = async (c: Container) =>
      (await bram('get', `/api/containers/${c.id}/movements`)).body.rows[0];
    expect(await kindOf(full.body)).toMatchObject({
      kind: 'receive',
      changeUl: 5_000_000,
      personName: 'Odo Marsh',
    });
    expect(await kindOf(part.body)).toMatchObject({ kind: 'count', changeUl: 1_200_000 });
  });

  it('is opened once, and put away only when it is empty by the books', async () => {
    const { id } = (await odo('post', '/api/containers', jug)).body as Container;
    expect((await bram('post', `/api/containers/${id}/openings`, {})).body.openedAt).toBe(
      shop.now.toISOString(),
    );
    expect((await bram('post', `/api/containers/${id}/openings`, {})).body.code).toBe('container.open');
    expect((await odo('post', `/api/containers/${id}/retirements`, {})).body.code).toBe('container.notEmpty');
    expect((await bram('post', `/api/containers/${id}/retirements`, {})).status).toBe(403);
  });

  it.each([
    ['a price below nothing', { priceMinor: -1 }, '/priceMinor'],
    ['half a penny', { priceMinor: 0.5 }, '/priceMinor'],
    ['more in it than it holds', { levelUl: 6_000_000 }, '/levelUl'],
    ['nothing in it', { levelUl: 0 }, '/levelUl'],
  ])('with %s is refused at the field', async (_, change, pointer) => {
    const answer = await odo('post', '/api/containers', { ...jug, ...change });
    expect([answer.status, answer.body.errors[0].pointer]).toEqual([422, pointer]);
  });

  it('comes in pages, each once', async () => {
    for (let i = 0; i < 3; i++) await odo('post', '/api/containers', jug);
    const all = (await bram('get', '/api/containers')).body.rows as Container[];
    const after = all[all.length - 3]?.id ?? 0;
    const rest = (await bram('get', `/api/containers?after=${after}`)).body;
    expect([rest.rows.length, rest.next]).toEqual([2, null]);
    const history = (await bram('get', '/api/containers/1/movements?limit=5')).body;
    expect([history.rows.length, history.next]).toEqual([5, history.rows[4].id]);
    const older = (await bram('get', `/api/containers/1/movements?limit=5&after=${history.next}`)).body;
    expect(older.rows[0].id).toBeLessThan(history.next);
  });
});

describe('a vessel', () => {
  it('is rinsed by anyone: then nothing is in it, and only what is mixed from then on counts', async () => {
    const before = (await bram('get', '/api/vessels/1')).body as Vessel;
    expect(before.held[0]?.productName).toBe('Lime Kiln Foam');
    expect(before.holds?.ul).toBeGreaterThan(0);
    const rinsed = await bram('post', '/api/vessels/1/rinses', {});
    expect([rinsed.status, rinsed.body.held, rinsed.body.holds]).toEqual([201, [], null]);
    expect((await bram('post', '/api/vessels/999/rinses', {})).status).toBe(404);
  });

  it('with a guard that leaves no room is refused', async () => {
    const vessel = {
      name: 'Tight bucket',
      kind: 'bucket',
      brimfulUl: 1_000_000,
      fillLimitUl: 900_000,
      smallestUl: 100_000,
      deadUl: 0,
      ...NO_RIG,
      displacementUl: 900_000,
      twoLines: false,
      depth: null,
    };
    const answer = await hester('post', '/api/vessels', vessel);
    expect([answer.status, answer.body.errors[0].pointer]).toEqual([422, '/displacementUl']);
  });
});

describe('a pump head that sits on a product', () => {
  const head = { name: 'Pump head on the foam', kind: 'pump', capacityUl: 30_000, stepUl: 30_000 };

  it('is a pump head, and sits on a product there is', async () => {
    const jug = await hester('post', '/api/measures', { ...head, kind: 'jug', productId: FOAM });
    expect([jug.status, jug.body.errors[0].pointer]).toEqual([422, '/productId']);
    expect((await hester('post', '/api/measures', { ...head, productId: 9_999 })).status).toBe(422);
  });

  it('measures that product and no other, a diluted stock neither', async () => {
    const made = await hester('post', '/api/measures', { ...head, productId: FOAM });
    expect([made.status, made.body.productId]).toEqual([201, FOAM]);
    const measured = [{ measureId: made.body.id as number, ul: 60_000 }];
    const shown = { pourOffUl: 0, waterUl: 690_000, productUl: 60_000 };
    await usedUp(bram, BOTTLE);
    const foam = await bram('post', '/api/pours', pour({ measured, shown }));
    expect(foam.status, foam.text).toBe(201);
    const batch = (await bram('get', `/api/batches/${foam.body.batchId}`)).body;
    expect(batch.measured).toEqual([{ name: head.name, ul: 60_000 }]);

    // Put on another product's container, it is none of this one's any more.
    const { id, revision, retired } = made.body;
    const moved = { ...head, productId: 1, retired };
    await hester('patch', `/api/measures/${id}`, moved, { ifMatch: revision });
    await usedUp(bram, BOTTLE);
    const after = await bram('post', '/api/pours', pour({ measured, shown }));
    expect([after.status, after.body.code]).toEqual([409, 'mix.changed']);
  });
});

describe('what changes', () => {
  let server: Server;
  let address: string;
  beforeAll(async () => {
    server = createServer(shop.app);
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    address = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });

  async function cookieOf(name: string, pin: string): Promise<string> {
    const names = (await shop.anyone('get', '/api/sessions/names')).body as { id: number; name: string }[];
    const personId = names.find((n) => n.name === name)?.id;
    const answer = await shop.anyone('post', '/api/sessions', { personId, pin }, { key: null });
    return ([answer.get('Set-Cookie')].flat().filter(Boolean) as string[])
      .map((c) => c.split(';')[0])
      .join('; ');
  }

  it('is told to every open page, and to one that was away what it missed', async () => {
    const cookie = await cookieOf('Ines Corby', '3344');
    const listen = async (lastId: string | null, until: string, after = ''): Promise<string> => {
      const stop = new AbortController();
      const headers: Record<string, string> = { Cookie: cookie, ...(lastId && { 'Last-Event-ID': lastId }) };
      const stream = await fetch(`${address}/api/live?after=${after}`, { headers, signal: stop.signal });
      let heard = '';
      const reader = stream.body?.getReader();
      setTimeout(() => void bram('post', '/api/vessels/3/rinses', {}), 50);
      while (reader && !heard.includes(until)) {
        const { value, done } = await reader.read();
        if (done) break;
        heard += new TextDecoder().decode(value);
      }
      stop.abort();
      return heard;
    };
    const first = await listen(null, '"topic":"vessels"');
    const id = /id: ?(\d+)/.exec(first.slice(first.indexOf('changed')))?.[1] ?? /id: ?(\d+)/.exec(first)?.[1];
    expect(Number(id)).toBeGreaterThan(0);
    await hester('post', '/api/places', { name: 'Loft', kind: 'store' });
    const missed = await listen(id ?? '', '"topic":"places"');
    expect(missed).toContain('"topic":"places"');
    expect(await listen('17', 'refetch')).toContain('refetch');
    // What changes after a page was answered and before it listens.
    const before = await hester('get', '/api/places');
    await hester('post', '/api/places', { name: 'Cellar', kind: 'store' });
    const seq = String(before.headers['x-shop-seq']);
    expect(await listen(null, '"topic":"places"', seq)).toContain('"topic":"places"');
    expect(await listen(null, 'refetch', '17')).toContain('refetch');
  });
});
