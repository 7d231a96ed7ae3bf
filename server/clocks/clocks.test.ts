import { beforeAll, describe, expect, it } from 'vitest';
import type { Clock, FilmFactor, Unsettled } from '#contract/clocks.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
let recipes: RecipeRow[];
let products: Product[];
beforeAll(async () => {
  [hester, odo, bram] = [
    await shop.signIn('Hester Quill'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Bram Addy'),
  ];
  recipes = (await bram('get', '/api/recipes')).body;
  products = (await bram('get', '/api/products')).body;
});

let keys = 0;
const newKey = () => `clockkey${String(++keys).padStart(10, '0')}`;
const versionOf = (name: string) =>
  recipes.find((r) => r.published?.name === name)?.published?.versionId ?? 0;
const productId = (name: string) => products.find((p) => p.name === name)?.id ?? 0;
const later = (seconds: number) => {
  shop.now = new Date(shop.now.getTime() + seconds * 1_000);
};
const bodyFor = (more = {}) => ({
  key: newKey(),
  placeId: 3,
  vehicle: 'Silver taxi',
  body: 'hatchback',
  colour: 'silver',
  material: 'steel',
  zones: ['uppers', 'lowers'],
  shelter: 'open',
  start: { kind: 'rinsed', waterC: 15 },
  laid: { kind: 'recipe', versionId: versionOf('Snow foam, all over'), soil: 2 },
  batchId: null,
  again: false,
  ...more,
});
async function started(more = {}, as = bram): Promise<Clock> {
  const answer = await as('post', '/api/clocks', bodyFor({ vehicle: `Taxi ${keys}`, again: true, ...more }));
  if (answer.status !== 201) throw new Error(answer.text);
  return answer.body as Clock;
}
const running = async (as = bram) =>
  ((await as('get', '/api/clocks')).body as Clock[]).filter((c) => c.endedAt === null);

describe('clocks', () => {
  it('start from a recipe with what it says, run for everyone, and end with how it went', async () => {
    const clock = await started();
    expect(clock).toMatchObject({
      startedBy: 'Bram Addy',
      recipe: { name: 'Snow foam, all over', soil: 2 },
      layers: [
        {
          kind: 'first',
          name: 'Snow foam, all over, grime',
          as: { film: 'foam', timing: { shortestS: 60, fromS: 240, toS: 360, longestS: 360 } },
        },
      ],
    });
    expect(clock.layers[0]?.as.q).toBeLessThan(0.2);
    expect((await running(odo)).map((c) => c.key)).toContain(clock.key);
    later(250);
    const ended = await odo('post', `/api/clocks/${clock.key}/ends`, { how: 'rinsed' });
    expect(ended.body).toMatchObject({ endedBy: 'Odo Marsh', end: 'rinsed' });
    const noted = await odo('post', `/api/clocks/${clock.key}/outcomes`, { kind: 'film' });
    expect(noted.body.outcomes).toMatchObject([{ kind: 'film', personName: 'Odo Marsh' }]);
    const known = (await bram('get', '/api/recipes/outcomes')).body as { kinds: string[]; soil: number }[];
    expect(known.some((o) => o.soil === 2 && o.kinds.includes('film'))).toBe(true);
    const undone = await odo('post', `/api/outcomes/${noted.body.outcomes[0].id}/withdrawals`, {});
    expect(undone.status).toBe(201);
    expect((await bram('get', `/api/clocks/${clock.key}`)).body.outcomes).toEqual([]);
  });

  it('a command sent twice starts one clock; the same again is asked about, another is another', async () => {
    const body = bodyFor({ vehicle: 'Hearse' });
    const first = await bram('post', '/api/clocks', body, { key: 'same-key-twice' });
    const second = await bram('post', '/api/clocks', body, { key: 'same-key-twice' });
    expect(second.body).toEqual(first.body);
    const twice = await odo('post', '/api/clocks', bodyFor({ vehicle: 'Hearse' }));
    expect(twice.body).toMatchObject({
      code: 'clock.twice',
      detail: expect.stringContaining('Bram Addy started it'),
    });
    expect(twice.body.current.key).toBe(body.key);
    expect((await odo('post', '/api/clocks', bodyFor({ vehicle: 'Hearse', again: true }))).status).toBe(201);
    const wheels = bodyFor({ zones: ['wheels'], laid: { kind: 'water' }, vehicle: 'Hearse' });
    expect((await odo('post', '/api/clocks', wheels)).body.layers[0]).toMatchObject({
      name: 'Rinse water',
      productId: null,
    });
  });

  it('of two who end it, the second is told who was quicker; an end is taken back for a while', async () => {
    const clock = await started();
    later(200);
    const [a, b] = await Promise.all([
      bram('post', `/api/clocks/${clock.key}/ends`, { how: 'rinsed' }),
      odo('post', `/api/clocks/${clock.key}/ends`, { how: 'rinsed' }),
    ]);
    expect([a.status, b.status].sort()).toEqual([201, 409]);
    const told = a.status === 409 ? a : b;
    expect(told.body).toMatchObject({
      code: 'clock.ended',
      detail: expect.stringMatching(/ended it after 3 min 20 s/),
    });
    expect(told.body.current.endedAt).toMatch(/Z$/);
    expect((await odo('post', `/api/clocks/${clock.key}/resumptions`, {})).body.endedAt).toBeNull();
    await odo('post', `/api/clocks/${clock.key}/ends`, { how: 'cancelled' });
    later(11 * 60);
    expect((await odo('post', `/api/clocks/${clock.key}/resumptions`, {})).body.code).toBe('clock.tooLate');
  });

  it('keeps what is laid again and over it, each from its own time; what gives off gas is refused', async () => {
    const clock = await started();
    later(120);
    const again = await bram('post', `/api/clocks/${clock.key}/layers`, { kind: 'remist' });
    expect(again.body.layers).toMatchObject([
      { kind: 'first' },
      { kind: 'remist', name: clock.layers[0]?.name },
    ]);
    const undone = await bram('post', `/api/clocks/${clock.key}/layer-withdrawals`, {});
    expect(undone.body.layers).toHaveLength(1);
    const citrus = { kind: 'recipe', versionId: versionOf('Snow foam, all over'), soil: 1 };
    const over = await bram('post', `/api/clocks/${clock.key}/layers`, { kind: 'over', laid: citrus });
    expect(over.body.layers[1]).toMatchObject({ kind: 'over', name: 'Snow foam, all over, film' });

    const iron = {
      kind: 'product',
      productId: productId('Branch Line Iron Remover'),
      use: 'iron',
      vesselId: 2,
      dialId: null,
      machineId: null,
    };
    const acid = { ...iron, productId: productId('Lime Splash Remover'), use: 'lime' };
    const soaking = await started({ laid: iron, zones: ['wheels'], vehicle: 'Camper' });
    expect(soaking.layers[0]).toMatchObject({
      neverLonger: true,
      as: { film: 'trigger', timing: { longestS: 300 } },
    });
    const gas = await bram('post', `/api/clocks/${soaking.key}/layers`, { kind: 'over', laid: acid });
    expect(gas.status).toBe(409);
    expect(gas.body).toMatchObject({ code: 'safety.gas', detail: expect.stringContaining('gas') });
    const beside = await bram(
      'post',
      '/api/clocks',
      bodyFor({ laid: acid, zones: ['wheels'], vehicle: 'camper', again: true }),
    );
    expect(beside.body.code).toBe('safety.gas');
    const elsewhere = bodyFor({ laid: acid, zones: ['glass'], vehicle: 'Camper', again: true });
    expect((await bram('post', '/api/clocks', elsewhere)).status).toBe(201);
  });

  it('takes what happened while nobody was connected, up to a day back, and nothing absurd', async () => {
    const at = (seconds: number) => new Date(shop.now.getTime() + seconds * 1_000).toISOString();
    const clock = await started({ occurredAt: at(-240) });
    expect(clock.startedAt).toBe(at(-240));
    const end = (occurredAt: string) =>
      bram('post', `/api/clocks/${clock.key}/ends`, { how: 'rinsed', occurredAt });
    expect((await end(at(-300))).body).toMatchObject({
      code: 'when.beforeBegun',
      errors: [{ pointer: '/occurredAt' }],
    });
    expect((await end(at(60))).body.detail).toContain('future');
    expect((await end('yesterday')).body.errors[0].message).toBe('When is not a time.');
    expect((await end(at(-20))).body.endedAt).toBe(at(-20));
    const old = await bram('post', '/api/clocks', bodyFor({ occurredAt: at(-90_000) }));
    expect(old.body.detail).toContain('over a day ago');
    const ahead = await started({ occurredAt: at(3) });
    expect(ahead.startedAt).toBe(at(0));
  });

  it('nonsense names its field and starts nothing', async () => {
    const before = (await running()).length;
    for (const [bad, pointer] of [
      [{ key: 'x' }, '/key'],
      [{ zones: [] }, '/zones'],
      [{ zones: ['moon'] }, '/zones/0'],
      [{ start: { kind: 'measured', panelC: 400 } }, '/start/panelC'],
      [{ colour: 'beige' }, '/colour'],
      [{ laid: { kind: 'recipe', versionId: 999_999, soil: 2 } }, '/laid/versionId'],
      [{ laid: { kind: 'recipe', versionId: versionOf('Rail iron'), soil: 4 } }, '/laid/soil'],
      [{ occurredAt: '2026-13-40T00:00:00Z' }, '/occurredAt'],
    ] as const) {
      const answer = await bram('post', '/api/clocks', bodyFor(bad));
      expect(answer.status).toBe(422);
      expect(answer.body.errors[0]).toMatchObject({ pointer, remedy: expect.stringMatching(/\S/) });
    }
    expect((await bram('post', '/api/clocks', bodyFor({ placeId: 999 }))).body.code).toBe(
      'reference.unknown',
    );
    expect((await bram('post', '/api/clocks/nosuchclock/ends', { how: 'rinsed' })).status).toBe(404);
    expect((await running()).length).toBe(before);
  });

  it('is not begun on a panel too hot to touch, unless it was cooled; what lies there already is taken', async () => {
    await hester('post', '/api/weather/acts', { act: 'sunOut' });
    const hot = { colour: 'black', start: { kind: 'measured', panelC: 55 }, vehicle: 'Black hearse' };
    const refused = await bram('post', '/api/clocks', bodyFor(hot));
    expect(refused.body).toMatchObject({ code: 'dwell.hotPanel', errors: [{ pointer: '/start' }] });
    expect(
      (
        await bram(
          'post',
          '/api/clocks',
          bodyFor({ ...hot, again: true, start: { kind: 'rinsed', waterC: 15 } }),
        )
      ).status,
    ).toBe(201);
    const minutesAgo = new Date(shop.now.getTime() - 180_000).toISOString();
    expect(
      (
        await bram(
          'post',
          '/api/clocks',
          bodyFor({ ...hot, vehicle: 'Another', again: true, occurredAt: minutesAgo }),
        )
      ).status,
    ).toBe(201);
    await hester('post', '/api/weather/acts', { act: 'asItComes' });
  });

  it('learns from a film that was seen to dry; anyone sees it, a lead starts it afresh', async () => {
    await hester('post', '/api/weather/acts', { act: 'sunOut' });
    const clock = await started({ zones: ['uppers'], colour: 'dark' });
    later(60);
    const seen = await bram('post', `/api/clocks/${clock.key}/dryings`, {});
    expect(seen.body.dryings).toMatchObject([{ personName: 'Bram Addy' }]);
    const factors = async () => (await bram('get', '/api/film-factors')).body as FilmFactor[];
    const [factor] = await factors();
    expect(factor).toMatchObject({
      productName: 'Lime Kiln Foam',
      film: 'foam',
      seen: [{ weather: { sky: 'sun' } }],
    });
    const [s, k] = [factor?.seen[0]?.factor ?? 0, factor?.k ?? 0];
    expect(Math.log(k)).toBeCloseTo(Math.log(s) / 4, 9);
    const reset = { productId: factor?.productId, film: 'foam' };
    expect((await bram('post', '/api/film-factors/resets', reset)).status).toBe(403);
    expect((await odo('post', '/api/film-factors/resets', reset)).body).toEqual([]);
    const again = await bram('post', `/api/clocks/${clock.key}/dryings`, {});
    const path = `/api/clocks/${clock.key}/dryings/${again.body.dryings[0].id}/withdrawals`;
    expect((await odo('post', path, {})).body.code).toBe('note.notYours');
    expect((await bram('post', path, {})).status).toBe(201);
    expect(await factors()).toEqual([]);
    await bram('post', `/api/clocks/${clock.key}/ends`, { how: 'rinsed' });
    later(5);
    expect((await bram('post', `/api/clocks/${clock.key}/dryings`, {})).body.code).toBe('clock.ended');
    await hester('post', '/api/weather/acts', { act: 'asItComes' });
  });

  it('what came too late to fit waits for a lead', async () => {
    const late = {
      what: ['Rinsed: {0} in {1}', 'Foam', 'Bay 1'],
      refusal: { code: 'clock.ended', facts: { by: 'Odo' }, detail: 'It was ended before.' },
      path: '/clocks/abc/ends',
      body: '{}',
    };
    const kept = await bram('post', '/api/unsettled', late);
    const [row] = kept.body as Unsettled[];
    expect(row).toMatchObject({
      ...{ what: late.what, refusal: late.refusal },
      personName: 'Bram Addy',
      settledAt: null,
    });
    expect((await bram('post', `/api/unsettled/${row?.id}/settlements`, {})).status).toBe(403);
    expect((await odo('post', `/api/unsettled/${row?.id}/settlements`, {})).body).toEqual([]);
    expect((await odo('post', `/api/unsettled/${row?.id}/settlements`, {})).status).toBe(404);
  });

  it('tells the shop’s time with every answer', async () => {
    const answer = await bram('get', '/api/clocks');
    expect(Number(answer.headers['x-shop-time'])).toBe(shop.now.getTime());
  });
});
