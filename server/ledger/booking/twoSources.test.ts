import { beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Movement, PourBody, Slip } from '#contract/ledger.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { FOAM, parts, pour } from '../../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let odo: Caller;
let hester: Caller;
beforeAll(async () => {
  [bram, odo, hester] = [
    await shop.signIn('Bram Addy'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Hester Quill'),
  ];
});

const PAIL = 1;
const at = async (id: number) => (await hester('get', `/api/containers/${id}`)).body as Container;
const movements = async (id: number) =>
  (await hester('get', `/api/containers/${id}/movements`)).body.rows as Movement[];

/** How many pours of it the totals count. */
async function pours(): Promise<number> {
  const rows = await shop.books.rows<{ n: number }>(
    `SELECT sum(n)::int AS n FROM total_use WHERE kind = 'pour' AND product_id = $1`,
    [FOAM],
  );
  return rows[0]?.n ?? 0;
}

/** A bottle with 20 ml in it, decanted from the pail, and a sealed jug of the same product, of lot T-7. */
async function shelf(): Promise<{ small: number; sealed: number }> {
  const into = { kind: 'new', containerKind: 'bottle', sizeUl: 500_000, placeId: 2 };
  await hester('post', `/api/containers/${PAIL}/decants`, { ul: 20_000, into });
  const line = {
    productId: FOAM,
    kind: 'jug',
    sizeUl: 5_000_000,
    count: 1,
    placeId: 1,
    lot: 'T-7',
    bestBefore: null,
  };
  await odo('post', '/api/deliveries', {
    supplier: 'Kiln Bank Supplies',
    reference: '',
    lines: [{ ...line, priceMinor: 4_000 }],
  });
  const all = (await hester('get', '/api/containers')).body.rows as Container[];
  const newest = (kind: string) => all.filter((c) => c.kind === kind && c.productId === FOAM).at(-1)?.id ?? 0;
  return { small: newest('bottle'), sealed: newest('jug') };
}

const two = (small: number, rest: number, change: Partial<PourBody> = {}) =>
  bram('post', '/api/pours', pour({ containerId: small, rest: { containerId: rest }, ...change }));

describe('a pour from two containers', () => {
  it('finishes the first and takes the rest from the second, opened for it, in one movement', async () => {
    const { small, sealed } = await shelf();
    expect((await two(small, sealed)).body).toMatchObject({ code: 'equipment.unusable' });
    const before = await pours();
    const answer = await two(small, sealed, { opens: true });
    expect(answer.status, JSON.stringify(answer.body)).toBe(201);
    const slip = answer.body as Slip;
    expect(slip).toMatchObject({ productUl: 57_692, leftUl: 0, rest: { ul: 37_692, leftUl: 4_962_308 } });
    expect([(await at(small)).heldUl, (await at(sealed)).heldUl]).toEqual([0, 4_962_308]);
    expect((await at(sealed)).openedAt).not.toBeNull();
    expect((await movements(small))[0]).toMatchObject({ id: slip.movementId, changeUl: -20_000 });
    expect((await movements(sealed)).slice(0, 2)).toMatchObject([
      { id: slip.movementId, changeUl: -37_692, otherCode: slip.containerCode },
      { kind: 'open' },
    ]);
    const [line] = (await hester('get', '/api/movements?kind=pour')).body.rows;
    expect(line).toMatchObject({
      ul: -57_692,
      containerCode: `${slip.containerCode}, ${slip.rest?.containerCode}`,
    });
    // Its lot leads to the mix, and what it cost is what each of the two cost.
    const recall = (await hester('get', '/api/lots/T-7')).body;
    expect(recall.mixes.map((m: { code: string }) => m.code)).toContain(slip.batchCode);
    const [cost] = await shop.books.rows<{ dearer: boolean }>(
      `SELECT sum(minor) FILTER (WHERE from_account = (SELECT id FROM account WHERE container_id = $2)) = 30 AS dearer
       FROM posting WHERE movement_id = $1`,
      [slip.movementId, sealed],
    );
    expect(cost?.dearer).toBe(true);
    // It counts as one pour.
    expect(await pours()).toBe(before + 1);

    expect((await bram('post', `/api/movements/${slip.movementId}/reversals`, {})).status).toBe(201);
    expect([(await at(small)).heldUl, (await at(sealed)).heldUl]).toEqual([20_000, 5_000_000]);
    expect((await movements(sealed))[0]).toMatchObject({ kind: 'reversal', changeUl: 37_692 });
  });

  it('is refused where one would do, where both are short, and where the second is not fit', async () => {
    const { small, sealed } = await shelf();
    const no = async (first: number, rest: number, change: Partial<PourBody> = {}) => {
      const { status, body } = await two(first, rest, { opens: true, ...change });
      expect(status).toBe(409);
      return body as { code: string; detail: string; errors: { pointer: string }[] };
    };
    expect((await no(PAIL, sealed)).code).toBe('rest.unneeded');
    expect((await no(small, small)).detail).toBe('The second container: it is the first one again.');
    expect((await no(small, 3)).detail).toMatch(/holds a different product/);
    const neat = {
      totalUl: 500_000,
      strength: parts(1),
      shown: { pourOffUl: 0, waterUl: 250_000, productUl: 250_000 },
    };
    const { small: other } = await shelf();
    expect(await no(small, other, neat)).toMatchObject({
      code: 'stock.short',
      errors: [{ pointer: '/rest/containerId' }],
    });
    expect((await no(small, sealed, { foundUl: 1_000 })).code).toBe('found.tooMuch');
    await odo('post', '/api/lots/T-7/holds', { words: 'Smells off' });
    expect((await no(small, sealed)).code).toBe('lot.held');
    expect((await at(small)).heldUl).toBe(20_000);
  });

  it('can’t be said to have come from a third: it is taken back instead', async () => {
    const { small } = await shelf();
    const slip = (await two(small, PAIL)).body as Slip;
    const answer = await odo('post', `/api/movements/${slip.movementId}/corrections`, {
      containerId: PAIL,
      note: '',
    });
    expect([answer.status, answer.body.code]).toEqual([409, 'correction.twoSources']);
  });
});

describe('a sealed container', () => {
  it('is opened by the pour that says so, and stays open when that is taken back', async () => {
    const { sealed } = await shelf();
    await hester('post', '/api/lots/T-7/releases', {});
    const alone = (change: Partial<PourBody>) =>
      bram('post', '/api/pours', pour({ containerId: sealed, ...change }));
    expect((await alone({})).body.code).toBe('equipment.unusable');
    const slip = (await alone({ opens: true })).body as Slip;
    await bram('post', `/api/movements/${slip.movementId}/reversals`, {});
    expect(await at(sealed)).toMatchObject({ heldUl: 5_000_000 });
    expect((await at(sealed)).openedAt).not.toBeNull();
  });
});
