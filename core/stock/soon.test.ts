import { describe, expect, it } from 'vitest';
import { aboutToRunOut } from './soon.ts';

const container = (productId: number, heldUl: number, openedAt: string | null, sizeUl = 1_000) => ({
  productId,
  productName: `product ${productId}`,
  heldUl,
  sizeUl,
  openedAt,
});

describe('what will be needed soon', () => {
  it('products whose open ones are nearly empty, with nothing sealed behind them, the emptiest first', () => {
    const opened = '2026-05-01T00:00:00Z';
    const low = aboutToRunOut([
      container(1, 150, opened),
      container(2, 150, opened),
      container(2, 1_000, null),
      container(3, 0, opened),
      container(4, 900, opened),
      container(5, 0, null),
    ]);
    expect(low.map((p) => p.productId)).toEqual([3, 5, 1]);
    expect(aboutToRunOut([])).toEqual([]);
    // A limit of the shop's own counts all there is, sealed or not, and nothing else does then.
    const limits = [
      { id: 2, record: { reorderUl: 1_200 } },
      { id: 3, record: { reorderUl: null } },
      { id: 1, record: { reorderUl: 100 } },
    ];
    const shelf = [
      container(1, 150, opened),
      container(2, 150, opened),
      container(2, 1_000, null),
      container(3, 0, opened),
    ];
    expect(aboutToRunOut(shelf, limits).map((p) => p.productId)).toEqual([3, 2]);
    expect(aboutToRunOut(shelf, [{ id: 2, record: { reorderUl: 1_150 } }]).map((p) => p.productId)).toEqual([
      3, 1,
    ]);
  });
});
