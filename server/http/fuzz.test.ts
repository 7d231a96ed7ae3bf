import fc from 'fast-check';
import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Schema } from 'yup';
import * as batches from '#contract/batches.ts';
import * as clocks from '#contract/clocks.ts';
import * as counts from '#contract/counts.ts';
import * as dispensers from '#contract/dispensers.ts';
import * as equipment from '#contract/equipment.ts';
import * as ledger from '#contract/ledger.ts';
import * as notes from '#contract/notes.ts';
import * as people from '#contract/people.ts';
import * as products from '#contract/products.ts';
import * as recipes from '#contract/recipes.ts';
import * as rigs from '#contract/rigs.ts';
import * as shops from '#contract/shop.ts';
import * as stock from '#contract/stock.ts';
import * as trials from '#contract/trials.ts';
import * as weather from '#contract/weather.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { bodiesFor } from '../testing/fuzzed.ts';

// Whatever is sent, it is answered: with what was done, or with a no in words. Never with a fault of the program.

const RUNS = Number(process.env.FUZZ_RUNS ?? 2_000);

/** Enough on a slow machine. */
const LIMIT_MS = Math.max(180_000, RUNS * 100);

const shop = serveShop();
let hester: Caller;
beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
});

const COMMANDS = (
  [
    ['post', '/api/pours', ledger.pourBody],
    ['post', '/api/merges', ledger.mergeBody],
    ['post', '/api/diluted-stocks', ledger.diluteStockBody],
    ['post', '/api/movements/{}/reversals', ledger.nothing],
    ['post', '/api/movements/{}/corrections', ledger.correctionBody],
    ['post', '/api/vessels', equipment.vesselBody],
    ['patch', '/api/vessels/{}', equipment.vesselPatch],
    ['post', '/api/vessels/{}/rinses', ledger.nothing],
    ['post', '/api/vessels/{}/outputs', rigs.outputBody],
    ['post', '/api/vessels/{}/calibrations', rigs.calibrationBody],
    ['post', '/api/devices', rigs.deviceBody],
    ['post', '/api/measures', equipment.measureBody],
    ['post', '/api/places', equipment.placeBody],
    ['post', '/api/products', products.productBody],
    ['patch', '/api/products/{}', products.productPatch],
    ['post', '/api/products/{}/rates', products.rateBody],
    ['post', '/api/notes/{}', notes.noteBody],
    ['post', '/api/recipes', recipes.recipeBody],
    ['patch', '/api/recipes/{}', recipes.recipePatch],
    ['post', '/api/recipes/drafts', recipes.draftsBody],
    ['post', '/api/recipes/publications', recipes.publishBody],
    ['post', '/api/tips', dispensers.tipBody],
    ['post', '/api/lines', dispensers.lineBody],
    ['post', '/api/lines/{}/checks', dispensers.checkBody],
    ['post', '/api/lines/{}/changeovers', dispensers.changeoverBody],
    ['post', '/api/line-fills', dispensers.lineFillBody],
    ['post', '/api/containers', equipment.containerBody],
    ['post', '/api/containers/{}/wastes', stock.wasteBody],
    ['post', '/api/containers/{}/decants', stock.decantBody],
    ['post', '/api/containers/{}/late-pours', stock.latePourBody],
    ['post', '/api/containers/{}/founds', stock.foundBody],
    ['post', '/api/deliveries', stock.deliveryBody],
    ['post', '/api/lots/{}/holds', stock.lotHoldBody],
    ['post', '/api/counts', counts.countBody],
    ['post', '/api/counts/{}/lines', counts.countLineBody],
    ['post', '/api/counts/{}/closings', counts.closeCountBody],
    ['post', '/api/batches/{}/uses', batches.useBatchBody],
    ['post', '/api/batches/{}/dumps', batches.dumpBatchBody],
    ['post', '/api/batches/{}/outcomes', recipes.outcomeBody],
    ['post', '/api/clocks', clocks.clockBody],
    ['post', '/api/clocks/fuzzed0000000001/layers', clocks.layerBody],
    ['post', '/api/clocks/fuzzed0000000001/ends', clocks.endBody],
    ['post', '/api/unsettled', clocks.unsettledBody],
    ['post', '/api/trials', trials.trialBody],
    ['post', '/api/weather', weather.weatherBody],
    ['patch', '/api/shop', shops.shopPatch],
    ['post', '/api/people', people.personBody],
    ['post', '/api/people/{}/sign-offs', people.signOffBody],
    ['post', '/api/people/sign-offs', people.signOffsBody],
    ['post', '/api/containers/moves', stock.movesBody],
    ['post', '/api/containers/prices', stock.pricesBody],
    ['post', '/api/containers/retirements', stock.retirementsBody],
  ] as unknown as [method: 'post' | 'patch', path: string, schema: Schema][]
).map(([method, path, schema]) => ({
  method,
  path,
  bodies: 'describe' in schema && schema.type !== 'lazy' ? bodiesFor(schema) : fc.jsonValue(),
}));

const command = fc.constantFrom(...COMMANDS).chain(({ method, path, bodies }) =>
  fc.record({
    method: fc.constant(method),
    path: fc
      .oneof(
        { weight: 9, arbitrary: fc.integer({ min: 1, max: 20 }).map(String) },
        { weight: 1, arbitrary: fc.constantFrom('0', '-1', '1e3', '%00', '%ff', '99999999999', 'x') },
      )
      .map((id) => path.replace('{}', id)),
    body: bodies as fc.Arbitrary<unknown>,
    revision: fc.integer({ min: 1, max: 3 }),
  }),
);

describe('whatever is sent', () => {
  it(
    'as a command is answered in words, and never with a fault',
    async () => {
      const statuses = new Map<number, number>();
      await fc.assert(
        fc.asyncProperty(command, async ({ method, path, body, revision }) => {
          const answer = await hester(method, path, JSON.stringify(body) ?? 'null', {
            headers: { 'Content-Type': 'application/json' },
            ...(method === 'patch' && { ifMatch: revision }),
          });
          statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
          expect(
            answer.status,
            `${method} ${path} ${JSON.stringify(body)} ${answer.text.slice(0, 200)}`,
          ).toBeLessThan(500);
          if (answer.status >= 400) expect(answer.body.detail.length).toBeGreaterThan(5);
        }),
        { numRuns: RUNS },
      );
      // Not all of it is turned away at the door.
      expect((statuses.get(201) ?? 0) + (statuses.get(200) ?? 0)).toBeGreaterThan(RUNS / 60);
      expect((statuses.get(409) ?? 0) + (statuses.get(404) ?? 0)).toBeGreaterThan(RUNS / 60);
    },
    LIMIT_MS,
  );

  it(
    'as a question is answered, too',
    async () => {
      const paths = fc.constantFrom(
        ...[
          '/api/movements',
          '/api/trail',
          '/api/movements/sums',
          '/api/movements/ledger.csv',
          '/api/containers',
          '/api/vessels/',
          '/api/batches/',
          '/api/lots/',
          '/api/recipes/',
          '/api/products/',
          '/api/clocks/',
          '/assets/',
          '/api/labels/',
          '/',
        ],
      );
      const value = fc.constantFrom(
        '1',
        '-1',
        '0',
        'x',
        '%00',
        '%ED%A0%80',
        '%',
        '2026-02-31',
        '0000-01-01',
        '1e9',
        '%F0%9F%9A%97',
        '',
      );
      const query = fc.constantFrom(
        'before',
        'after',
        'limit',
        'person',
        'product',
        'kind',
        'from',
        'to',
        'by',
        'size',
        'copies',
        'retired',
      );
      const hosts = fc.constantFrom('127.0.0.1', 'evil.example', 'localhost:99999', '[', '..', 'a b');
      await fc.assert(
        fc.asyncProperty(
          paths,
          value,
          fc.array(fc.tuple(query, value), { maxLength: 3 }),
          hosts,
          async (path, tail, asked, host) => {
            const address = `${path}${path.endsWith('/') ? tail : ''}?${asked.map(([k, v]) => `${k}=${v}`).join('&')}`;
            const answer = await hester('get', address, undefined, { headers: { Host: host } });
            expect(answer.status, `${host} ${address} ${answer.text?.slice(0, 200)}`).toBeLessThan(500);
          },
        ),
        { numRuns: Math.ceil(RUNS / 4) },
      );
    },
    LIMIT_MS,
  );

  it.each([
    [
      'bytes that are no gzip',
      { 'Content-Encoding': 'gzip', 'Content-Type': 'application/json' },
      'not gzip',
    ],
    ['nesting without end', { 'Content-Type': 'application/json' }, '['.repeat(30_000) + ']'.repeat(30_000)],
    ['half a character', { 'Content-Type': 'application/json' }, '{"name":"\\ud800","kind":"bay"}'],
    ['an encoding nobody knows', { 'Content-Type': 'application/json; charset=klingon' }, '{}'],
  ])('%s is refused in words', async (_, headers, body) => {
    const answer = await request(shop.app)
      .post('/api/shop')
      .set({ ...headers, 'Idempotency-Key': 'fuzzed-key-1' })
      .send(body);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(answer.body.detail.length).toBeGreaterThan(5);
  });
});
