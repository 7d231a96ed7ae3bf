import { describe, expect, it } from 'vitest';
import type { Shop } from '#contract/shop.ts';
import { alike, volumeColumn } from './columns.tsx';

const row = (productName: string, ul: number) => ({ productName, ul });
const shop = { units: 'metric', currency: 'GBP' } as Shop;

describe('a column of volumes', () => {
  it('sums litres of one product, and never those of a foam and of a tar remover', () => {
    const { sum } = volumeColumn<ReturnType<typeof row>>('Left', shop, (r) => r.ul);
    expect(sum?.([row('Foam', 500_000), row('Foam', 1_000_000)])).toBe('1.5 L');
    expect(sum?.([row('Foam', 500_000), row('Tar remover', 1_000_000)])).toBe('');
    expect([alike([row('Foam', 1)]), alike([])]).toEqual([true, false]);
  });
});
