import { beforeAll, describe, expect, it } from 'vitest';
import type { Product } from '#contract/products.ts';
import type { Trial, TrialBody } from '#contract/trials.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { parts } from '../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let ids: Map<string, number>;
beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
  ids = new Map(((await bram('get', '/api/products')).body as Product[]).map((p) => [p.name, p.id]));
});
const side = (name: string, water: number) => ({ productId: ids.get(name) ?? 0, strength: parts(water) });
const trial = (more: Partial<TrialBody> = {}): TrialBody => ({
  zone: 'bonnet',
  soil: 2,
  soilKind: 'trafficFilm',
  left: side('Lime Kiln Foam', 8),
  right: side('Lime Kiln Foam', 10),
  ...more,
});

describe('half and half', () => {
  it('two mixes on one panel, the soil noted before, what came of each after', async () => {
    const made = await bram('post', '/api/trials', trial());
    expect(made.status, made.text).toBe(201);
    const laid = made.body as Trial;
    expect(laid).toMatchObject({ zone: 'bonnet', soil: 2, startedBy: 'Bram Addy', result: null });
    expect(laid.left.fraction).toBeCloseTo(1 / 9, 12);
    const result = { better: 'left', left: 'good', right: 'noBite', note: ' near side ' };
    const closed = await bram('patch', `/api/trials/${laid.id}`, result, { ifMatch: laid.revision });
    expect(closed.body).toMatchObject({ result: { ...result, note: 'near side' }, closedBy: 'Bram Addy' });
    const late = await bram('patch', `/api/trials/${laid.id}`, result, { ifMatch: laid.revision });
    expect(late.status).toBe(412);
    expect(((await bram('get', '/api/trials')).body as Trial[])[0]?.id).toBe(laid.id);
  });

  it.each<[string, () => Partial<TrialBody>, number, string]>([
    ['the same mix twice', () => ({ right: side('Lime Kiln Foam', 8) }), 422, '/right'],
    ['no such product', () => ({ left: { productId: 9_999, strength: parts(8) } }), 422, '/left/productId'],
    ['a diluted ready-to-use product', () => ({ left: side('Signal Glass', 4) }), 422, '/left/strength'],
    [
      'an acid beside an iron remover',
      () => ({
        left: side('Lime Splash Remover', 10),
        right: {
          productId: ids.get('Branch Line Iron Remover') ?? 0,
          strength: { notation: 'percent', percent: 100 },
        },
      }),
      409,
      '/right/productId',
    ],
    ['no panel', () => ({ zone: 'moon' as never }), 422, '/zone'],
  ])('%s is refused where it stands, with what would work', async (_, more, status, pointer) => {
    const answer = await bram('post', '/api/trials', trial(more()));
    expect(answer.status, answer.text).toBe(status);
    expect(answer.body.errors[0]).toMatchObject({ pointer, remedy: expect.stringMatching(/\S/) });
  });
});
