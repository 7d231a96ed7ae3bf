import { describe, expect, it } from 'vitest';
import { aboutToRunOut, batchesDue } from './soon.ts';

const vessel = (id: number, useBy: string | null | undefined) => ({
  id,
  holds: useBy === undefined ? null : { useBy },
});
const container = (productId: number, heldUl: number, openedAt: string | null, sizeUl = 1_000) => ({
  productId,
  productName: `product ${productId}`,
  heldUl,
  sizeUl,
  openedAt,
});

describe('what will be needed soon', () => {
  it('bottles that are out of date or will be within two days, the oldest first', () => {
    const vessels = [
      vessel(1, '2026-05-06'),
      vessel(2, '2026-05-07'),
      vessel(3, '2026-05-01'),
      vessel(4, null),
      vessel(5, undefined),
    ];
    expect(batchesDue(vessels, '2026-05-04').map((v) => v.id)).toEqual([3, 1]);
    expect(batchesDue([vessel(1, '2026-03-01')], '2026-02-27').map((v) => v.id)).toEqual([1]);
  });

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
