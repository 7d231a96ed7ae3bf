import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ShopTime } from './shopTime.ts';

const SHOP = 1_800_000_000_000;

describe('the shop’s time on a device', () => {
  it('is within half the way there and back of the shop’s own, however wrong the device is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.array(
          fc.record({
            after: fc.integer({ min: 1, max: 60_000 }),
            out: fc.integer({ min: 0, max: 900 }),
            back: fc.integer({ min: 0, max: 900 }),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (wrong, answers) => {
          const time = new ShopTime(SHOP + wrong, 0);
          let steady = 0;
          let best = Number.POSITIVE_INFINITY;
          for (const { after, out, back } of answers) {
            steady += after;
            time.take(SHOP + steady + out, steady, steady + out + back);
            steady += out + back;
            best = Math.min(best, (out + back) / 2);
            expect(Math.abs(time.now(steady) - (SHOP + steady))).toBeLessThanOrEqual(
              best + steady * 1e-4 + 1,
            );
          }
        },
      ),
    );
  });

  it('leaps with a lid that was closed, until the shop says better', () => {
    const time = new ShopTime(SHOP, 0);
    time.take(SHOP, 0, 20);
    expect(time.look(SHOP + 1_000, 1_000)).toBe(false);
    // Ten minutes asleep: the steady clock stood still.
    expect(time.look(SHOP + 602_000, 2_000)).toBe(true);
    expect(time.now(2_000)).toBeCloseTo(SHOP + 602_000, -2);
    expect(time.take(SHOP + 601_500, 2_000, 2_400)).toBe(true);
    expect(time.now(2_400)).toBe(SHOP + 601_700);
  });

  it('does not go back with a clock that was set back, and asks', () => {
    const time = new ShopTime(SHOP, 0);
    time.take(SHOP, 0, 20);
    expect(time.look(SHOP - 3_600_000, 1_000)).toBe(true);
    expect(time.now(1_000)).toBeCloseTo(SHOP + 1_000, -2);
    expect(time.look(SHOP - 3_599_000, 2_000)).toBe(false);
  });

  it('is not moved by an answer that says less than what is known', () => {
    const time = new ShopTime(SHOP + 5_000, 0);
    expect(time.take(SHOP, 0, 10)).toBe(true);
    const before = time.now(1_000);
    expect(time.take(SHOP + 1_900, 1_000, 3_000)).toBe(false);
    expect(time.now(1_000)).toBe(before);
    // One that contradicts it is believed: the shop's machine was set right.
    expect(time.take(SHOP + 100_000, 3_000, 3_800)).toBe(true);
  });
});
