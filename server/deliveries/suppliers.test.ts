import { describe, expect, it } from 'vitest';
import type { Supplier } from '#contract/stock.ts';
import { serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
const terms = (leadDays: number | null) => ({ leadDays, minimumMinor: null, deliveryMinor: null });

describe('how long a supplier takes', () => {
  it('is a lead’s to say, in whole days, or not known; what somebody else said meanwhile is not overwritten', async () => {
    const odo = await shop.signIn('Odo Marsh');
    const [first] = (await odo('get', '/api/suppliers')).body as Supplier[];
    if (!first) throw new Error('the demo has suppliers');
    const at = `/api/suppliers/${first.id}`;
    const said = await odo('patch', at, terms(9), { ifMatch: first.revision });
    expect([said.status, said.body]).toEqual([200, { ...first, leadDays: 9, revision: first.revision + 1 }]);
    expect((await odo('patch', at, terms(3), { ifMatch: first.revision })).status).toBe(412);
    const wrong = await odo('patch', at, terms(2.5), { ifMatch: first.revision + 1 });
    expect([wrong.status, wrong.body.errors[0].pointer]).toEqual([422, '/leadDays']);
    expect((await odo('patch', at, terms(null), { ifMatch: first.revision + 1 })).body.leadDays).toBeNull();
    expect((await odo('patch', '/api/suppliers/999', terms(1), { ifMatch: 1 })).status).toBe(404);
    const bram = await shop.signIn('Bram Addy');
    expect((await bram('patch', at, terms(1), { ifMatch: 1 })).status).toBe(403);
  });
});
