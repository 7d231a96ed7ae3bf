import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Costed, cameIn, costed, type HeldAccount, share, type Worth } from './worth.ts';

const FOAM = 2;
const litres = (n: number) => Math.round(n * 1_000_000);
const full = (minor: number, ul: number): HeldAccount => ({
  held: new Map([[FOAM, { ul, minor, basisUl: ul, basisMinor: minor }]]),
  price: { minor, sizeUl: ul },
});
const posting = (from: string, to: string, ul: number) => ({ product: FOAM, from, to, ul });

/** What accounts hold after postings, the way the books keep it: the basis starts afresh where something came in. */
function booked(accounts: Map<string, HeldAccount>, postings: Costed<string>[]): Map<string, HeldAccount> {
  const held = new Map<string, Worth>();
  const cameTo = new Set(postings.map((p) => p.to));
  for (const [name, account] of accounts) {
    const before = account.held.get(FOAM) ?? { ul: 0, minor: 0, basisUl: 0, basisMinor: 0 };
    const [ul, minor] = postings.reduce(
      ([u, m], p) =>
        p.to === name ? [u + p.ul, m + p.minor] : p.from === name ? [u - p.ul, m - p.minor] : [u, m],
      [0, 0] as [number, number],
    );
    held.set(
      name,
      cameTo.has(name)
        ? cameIn(before, ul, minor)
        : { ...before, ul: before.ul + ul, minor: before.minor + minor },
    );
  }
  return new Map(
    [...accounts].map(([name, a]) => [name, { ...a, held: new Map([[FOAM, held.get(name) as Worth]]) }]),
  );
}

describe('what a posting costs', () => {
  it('is its share of what the container cost', () => {
    const accounts = new Map([['pail', full(8_000, litres(20))]]);
    expect(costed([posting('pail', 'batch', litres(3))], accounts)[0]?.minor).toBe(1_200);
    expect(costed([posting('pail', 'batch', litres(20))], accounts)[0]?.minor).toBe(8_000);
  });

  it('is by its price where it comes from a supplier or was found, and nothing from the tap or without a price', () => {
    const empty = { held: new Map(), price: { minor: 8_000, sizeUl: litres(20) } };
    expect(costed([posting('supplier', 'pail', litres(20))], new Map([['pail', empty]]))[0]?.minor).toBe(
      8_000,
    );
    expect(costed([posting('difference', 'pail', litres(1))], new Map([['pail', empty]]))[0]?.minor).toBe(
      400,
    );
    expect(
      costed([posting('tap', 'batch', litres(1))], new Map([['batch', { held: new Map() }]]))[0]?.minor,
    ).toBe(0);
    const unpriced = { held: new Map(), price: null };
    expect(costed([posting('supplier', 'pail', litres(5))], new Map([['pail', unpriced]]))[0]?.minor).toBe(0);
  });

  it('goes on with what was found in the same breath, and from a batch that was made in it', () => {
    const pail: HeldAccount = {
      held: new Map([[FOAM, { ul: litres(0.2), minor: 80, basisUl: litres(20), basisMinor: 8_000 }]]),
      price: { minor: 8_000, sizeUl: litres(20) },
    };
    const postings = [
      posting('difference', 'pail', litres(0.3)),
      posting('pail', 'batch', litres(0.5)),
      posting('batch', 'waste', litres(0.1)),
    ];
    expect(costed(postings, new Map([['pail', pail]])).map((p) => p.minor)).toEqual([120, 200, 40]);
  });

  it('never rounds a fortune away: small pours of a dear drum come to the whole', () => {
    let accounts = new Map([['drum', full(9_600, 20_000_000)]]);
    let spent = 0;
    for (let i = 0; i < 200; i++) {
      const [drawn] = costed([posting('drum', 'batch', 1_000)], accounts) as [Costed<string>];
      spent += drawn.minor;
      accounts = booked(accounts, [drawn]);
      expect(Math.abs(spent - ((i + 1) * 9_600) / 20_000)).toBeLessThanOrEqual(0.5);
    }
  });

  it('sums exactly over any history: every minor unit is somewhere, none below nothing, an empty one worth nothing', () => {
    const step = fc.record({
      from: fc.constantFrom('supplier', 'a', 'b', 'c'),
      to: fc.constantFrom('a', 'b', 'c', 'used'),
      part: fc.integer({ min: 1, max: 1_000 }),
    });
    fc.assert(
      fc.property(
        fc.array(step, { maxLength: 60 }),
        fc.integer({ min: 0, max: 1_000_000 }),
        fc.integer({ min: 1, max: 1_000_000_000 }),
        (steps, minor, sizeUl) => {
          let accounts = new Map(
            ['a', 'b', 'c'].map((name) => [
              name,
              { held: new Map(), price: { minor, sizeUl } } as HeldAccount,
            ]),
          );
          let [came, used] = [0, 0];
          for (const { from, to, part } of steps) {
            const there = from === 'supplier' ? sizeUl : (accounts.get(from)?.held.get(FOAM)?.ul ?? 0);
            const ul = Math.floor((there * part) / 1_000);
            if (from === to || ul === 0) continue;
            const [done] = costed([posting(from, to, ul)], accounts) as [Costed<string>];
            expect(done.minor).toBeGreaterThanOrEqual(0);
            if (from === 'supplier') came += done.minor;
            if (to === 'used') used += done.minor;
            accounts = booked(accounts, [done]);
          }
          const worths = [...accounts.values()].map((a) => a.held.get(FOAM) ?? { ul: 0, minor: 0 });
          expect(worths.reduce((sum, w) => sum + w.minor, used)).toBe(came);
          for (const w of worths) {
            expect(w.minor).toBeGreaterThanOrEqual(0);
            if (w.ul === 0) expect(w.minor).toBe(0);
          }
        },
      ),
    );
  });

  it('keeps the figure a reversal brings, but for what is no longer there', () => {
    const accounts = new Map([['jug', full(31, litres(1))]]);
    const back = (ul: number, minor: number) =>
      costed([{ ...posting('jug', 'pail', ul), minor }], accounts)[0]?.minor;
    expect(back(litres(0.5), 17)).toBe(17);
    expect(back(litres(0.5), 99)).toBe(31);
    expect(back(litres(1), 17)).toBe(31);
  });
});

describe('a share', () => {
  it('rounds half up and stays exact beyond what a double holds', () => {
    expect(share(1, 1, 2)).toBe(1);
    expect(share(1_000_000_007, 999_999_999, 1_000_000_000)).toBe(1_000_000_006);
    expect(share(5, 1, 0)).toBe(0);
  });
});
