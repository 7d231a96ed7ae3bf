import { describe, expect, it } from 'vitest';
import { EMPTY_DRAFT } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import { ware } from './madeUpWare.ts';
import { pourOf } from './pourOf.ts';
import type { Ware } from './ware.ts';

/** P-2 holds 40 ml by the books; 58 ml are asked for. */
const short = (change: Partial<typeof EMPTY_DRAFT> = {}, from: Ware = ware) =>
  benchMix(
    { ...EMPTY_DRAFT, productId: 1, vesselId: 1, strengthText: '1:12', containerId: 2, ...change },
    from,
  );

describe('a container that holds less by the books', () => {
  it('is refused, unless what is missing really is in it: that is found and poured', () => {
    const bench = short();
    expect(bench.refusals.container).toMatchObject({ code: 'stock.short' });
    expect(bench.shortUl).toBe(18_000);
    expect(pourOf(bench, false)).toBeNull();
    expect(pourOf(bench, false, true)).toMatchObject({ containerId: 2, foundUl: 18_000 });
  });

  it('is never said to hold more than it can', () => {
    const small = {
      ...ware,
      containers: ware.containers.map((c) => (c.id === 2 ? { ...c, sizeUl: 50_000 } : c)),
    };
    const bench = short({}, small);
    expect(bench.shortUl).toBe(0);
    expect(pourOf(bench, false, true)).toBeNull();
  });

  it('finds nothing where there is enough', () => {
    const bench = short({ containerId: 3 });
    expect(bench.shortUl).toBe(0);
    expect(pourOf(bench, false, true)).not.toHaveProperty('foundUl');
  });

  it('does not lift any other refusal', () => {
    const held = {
      ...ware,
      notes: [
        {
          id: 1,
          productId: 1,
          gate: 'hold' as const,
          words: 'Lot recalled',
          by: 'Odo Marsh',
          at: '2026-05-04T08:00:00Z',
          read: true,
          readers: 0,
        },
      ],
    };
    const bench = short({}, held);
    expect(bench.refusals.product).toMatchObject({ code: 'note.hold' });
    expect(pourOf(bench, true, true)).toBeNull();
  });
});
