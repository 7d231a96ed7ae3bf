import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { microlitres } from '../units/volume.ts';
import { balancesOf, checkStock, type Posting, pourPostings, reversePostings } from './postings.ts';

const mix = (productUl: number, waterUl: number) => ({
  productUl: microlitres(productUl),
  waterUl: microlitres(waterUl),
  totalUl: microlitres(productUl + waterUl),
});

const accounts = { container: 'P-1', batch: 'B-2', tap: 'tap', used: 'used', waste: 'waste' };
const NOTHING = new Map<number, number>();
const WATER = 1;
const FOAM = 2;

describe('the postings of a pour', () => {
  it('move product and water into the batch and use up what the vessel held', () => {
    const leftover = new Map([
      [FOAM, 10],
      [WATER, 90],
    ]);
    const postings = pourPostings({
      mix: mix(57_692, 692_308),
      product: FOAM,
      water: WATER,
      accounts,
      before: [{ account: 'B-1', kept: NOTHING, pouredOff: NOTHING, used: leftover }],
    });
    expect(postings).toEqual([
      { product: FOAM, from: 'B-1', to: 'used', ul: 10 },
      { product: WATER, from: 'B-1', to: 'used', ul: 90 },
      { product: FOAM, from: 'P-1', to: 'B-2', ul: 57_692 },
      { product: WATER, from: 'tap', to: 'B-2', ul: 692_308 },
    ]);
    expect(balancesOf(postings).get('B-2')).toEqual(
      new Map([
        [FOAM, 57_692],
        [WATER, 692_308],
      ]),
    );
  });

  it('keep what is topped up, waste what is poured off, and use up the rest', () => {
    const of = (foam: number, water: number) =>
      new Map([
        [FOAM, foam],
        [WATER, water],
      ]);
    const postings = pourPostings({
      mix: mix(30, 370),
      product: FOAM,
      water: WATER,
      accounts,
      before: [{ account: 'B-1', kept: of(27, 323), pouredOff: of(3, 37), used: of(28, 332) }],
    });
    const balances = balancesOf(postings);
    expect(balances.get('B-2')).toEqual(of(57, 693));
    expect(balances.get('waste')).toEqual(of(3, 37));
    expect(balances.get('used')).toEqual(of(28, 332));
    expect(balances.get('P-1')?.get(FOAM)).toBe(-30);
  });

  it('hold no water where the mix has none', () => {
    const postings = pourPostings({ mix: mix(500, 0), product: FOAM, water: WATER, accounts });
    expect(postings).toHaveLength(1);
  });
});

describe('any history of postings', () => {
  const posting: fc.Arbitrary<Posting> = fc
    .record({
      product: fc.integer({ min: 1, max: 4 }),
      from: fc.integer({ min: 1, max: 6 }),
      to: fc.integer({ min: 1, max: 6 }),
      ul: fc.integer({ min: 1, max: 1e9 }),
    })
    .filter((p) => p.from !== p.to);

  it('sums to zero for every product, and reversing it restores every balance', () => {
    fc.assert(
      fc.property(fc.array(posting, { maxLength: 60 }), (history) => {
        const totals = new Map<number, number>();
        for (const held of balancesOf(history).values()) {
          for (const [product, ul] of held) totals.set(product, (totals.get(product) ?? 0) + ul);
        }
        for (const total of totals.values()) expect(total).toBe(0);
        const undone = balancesOf([...history, ...reversePostings(history)]);
        for (const held of undone.values()) for (const ul of held.values()) expect(ul).toBe(0);
      }),
    );
  });
});

describe('short stock', () => {
  it('is refused with what is there', () => {
    expect(checkStock(1_000_000, 400_000, 'P-14')).toEqual({ ok: true, value: 600_000 });
    expect(checkStock(300_000, 400_000, 'P-14')).toMatchObject({
      code: 'stock.short',
      facts: { code: 'P-14', heldUl: 300_000, wantedUl: 400_000 },
    });
    expect(checkStock(0, 1, 'P-14')).toMatchObject({ ok: false, facts: { heldUl: 0 } });
  });
});
