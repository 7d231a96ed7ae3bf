import { describe, expect, it } from 'vitest';
import { deliveryBody } from '#contract/stock.ts';
import { saidOf } from '../../lib/saidOf.ts';
import { readBy } from '../../ui/codecs.ts';
import { blankLine, DELIVERY, type DeliveryTyped } from './deliveryTyped.ts';

const shop = { units: 'metric', currency: 'GBP' } as const;
const read = (...lines: Partial<DeliveryTyped['lines'][number]>[]) =>
  readBy(
    DELIVERY,
    deliveryBody,
    shop,
  )({
    supplier: 'Quarry Supply',
    reference: '',
    lines: lines.map((l) => ({ ...blankLine('2', '1'), ...l })),
  });

describe('a delivery typed', () => {
  it('is sent as it is meant', () => {
    const { body, refusals } = read(
      { count: '4', sizeUl: '20 l', priceMinor: '80', lot: 'K-1', bestBefore: '2027-11-30' },
      {},
    );
    expect(refusals).toEqual({});
    expect(deliveryBody.isValidSync(body, { strict: true })).toBe(true);
    expect(body).toMatchObject({
      lines: [
        { count: 4, priceMinor: 8_000, lot: 'K-1', bestBefore: '2027-11-30' },
        { count: 1, sizeUl: 5_000_000, priceMinor: null, bestBefore: null },
      ],
    });
  });

  it.each([
    [{ count: 'a few' }, 'lines.1.count'],
    [{ sizeUl: 'large' }, 'lines.1.sizeUl'],
    [{ sizeUl: '' }, 'lines.1.sizeUl'],
    [{ priceMinor: 'cheap' }, 'lines.1.priceMinor'],
  ])('%o is refused at %s, with what would work', (bad, name) => {
    const { refusals } = read({}, bad);
    expect(Object.keys(refusals ?? {})).toEqual([name]);
    expect(saidOf(refusals?.[name]).remedy).toMatch(/\S/);
  });

  it('a line without a product or with half a jug does not pass', () => {
    for (const bad of [{ productId: '' }, { count: '1.5' }, { count: '99' }, { bestBefore: 'June' }]) {
      expect(deliveryBody.isValidSync(read(bad).body, { strict: true })).toBe(false);
    }
  });
});
