import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { correctReceipt, type Receipt } from './receipt.ts';

const was: Receipt = {
  sizeUl: 5_000_000,
  lot: 'A-1',
  priceMinor: 4_500,
  bestBefore: '2027-03-01',
  supplier: 'Kiln Bank Supplies',
};
const full = { code: 'P-6', heldUl: 5_000_000, cameFull: true, touched: false };

describe('a receipt that is put right', () => {
  it('says what differs, and a larger one brought more', () => {
    expect(correctReceipt(was, { ...was, sizeUl: 10_000_000, lot: 'A-7' }, full, '')).toEqual({
      ok: true,
      value: { change: { sizeUl: [5_000_000, 10_000_000], lot: ['A-1', 'A-7'] }, heldUl: 10_000_000 },
    });
    const counted = { ...full, heldUl: 2_000_000, cameFull: false };
    expect(correctReceipt(was, { ...was, sizeUl: 4_000_000 }, counted, '')).toMatchObject({
      value: { heldUl: 2_000_000 },
    });
  });

  it('takes a reason once something came out of it, and is no way to change nothing', () => {
    const used = { ...full, heldUl: 4_000_000, touched: true };
    expect(correctReceipt(was, { ...was, priceMinor: 4_000 }, used, ' ')).toMatchObject({
      code: 'receipt.noReason',
    });
    expect(correctReceipt(was, { ...was, priceMinor: 4_000 }, used, 'Invoice').ok).toBe(true);
    expect(correctReceipt(was, { ...was }, full, 'x')).toMatchObject({ code: 'receipt.same' });
  });

  it('never leaves less than nothing in it, nor more than it takes', () => {
    const live = { ok: 0, drawn: 0, full: 0 };
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.nat(5_000), fc.boolean(), (litres, leftMl, cameFull) => {
        const at = { ...full, heldUl: leftMl * 1_000, cameFull, touched: true };
        const is = { ...was, sizeUl: litres * 1_000_000, lot: 'B' };
        const right = correctReceipt(was, is, at, 'Label read');
        if (!right.ok) return void (right.code === 'receipt.moreDrawn' ? live.drawn++ : live.full++);
        live.ok++;
        expect(right.value.heldUl).toBeGreaterThanOrEqual(0);
        expect(right.value.heldUl).toBeLessThanOrEqual(is.sizeUl);
        // What was taken out stays taken out.
        if (cameFull) expect(is.sizeUl - right.value.heldUl).toBe(was.sizeUl - at.heldUl);
      }),
    );
    expect(Math.min(live.ok, live.drawn, live.full)).toBeGreaterThan(0);
  });
});
