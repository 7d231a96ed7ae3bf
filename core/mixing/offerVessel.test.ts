import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { offerVessel } from './offerVessel.ts';

const vessel = (id: number, productId: number | null) => ({
  id,
  holds: productId === null ? null : { productId },
});

describe('the vessel offered first', () => {
  it('holds the product, else is empty, else there is none', () => {
    const bottles = [vessel(1, 9), vessel(2, null), vessel(3, 5)];
    expect(offerVessel(bottles, 5, () => true)?.id).toBe(3);
    expect(offerVessel(bottles, 6, () => true)?.id).toBe(2);
    expect(offerVessel([vessel(1, 9)], 6, () => true)).toBeNull();
    expect(offerVessel(bottles, 5, (v) => v.id !== 3)?.id).toBe(2);
  });

  it('is never one full of something else, nor one that does not fit', () => {
    const held = fc.array(fc.option(fc.integer({ min: 1, max: 4 })), { maxLength: 8 });
    fc.assert(
      fc.property(held, fc.integer({ min: 1, max: 4 }), fc.nat(7), (all, productId, bad) => {
        const bottles = all.map((p, i) => vessel(i, p));
        const offered = offerVessel(bottles, productId, (v) => v.id !== bad);
        if (offered) {
          expect([null, productId]).toContain(offered.holds?.productId ?? null);
          expect(offered.id).not.toBe(bad);
        } else {
          const good = bottles.filter((v) => v.id !== bad);
          expect(good.every((v) => v.holds && v.holds.productId !== productId)).toBe(true);
        }
      }),
    );
  });
});
