import { describe, expect, it } from 'vitest';
import { BOOK, NO_TRAITS, SHOP } from './madeUpPlan.ts';
import { type Plan, planWash } from './planWash.ts';
import { type Standing, type VesselHere, worthMaking } from './vesselsFor.ts';

const planOf = (vessels: readonly VesselHere[], more = {}): Plan => {
  const plan = planWash({ level: 2, protection: 'wax', ...more }, { ...SHOP, vessels });
  if (!plan.ok) throw new Error(plan.row);
  return plan;
};
const fromOf = (plan: Plan, of: (typeof BOOK)[keyof typeof BOOK]) =>
  plan.mixes.find((m) => m.chosen.of.product.id === of.product.id)?.from;
const changed = (id: number, more: Partial<VesselHere>) =>
  SHOP.vessels.map((v) => (v.id === id ? { ...v, ...more } : v));
const standing = (more: Partial<Standing> = {}): Standing => ({
  batchId: 12,
  code: 'B-12',
  productId: BOOK.foam.product.id,
  fraction: 1 / 9,
  ul: 700_000,
  useBy: '2026-05-04',
  barred: false,
  ...more,
});

describe('where the mixes of a plan come from', () => {
  it('each has a vessel of its own: the recipe’s, else a free one of that kind', () => {
    const plan = planOf(SHOP.vessels);
    const names = plan.mixes.flatMap((m) => (m.from.kind === 'vessel' ? [m.from.vessel.id] : []));
    expect(new Set(names).size).toBe(names.length);
    expect(fromOf(plan, BOOK.foam)).toMatchObject({ kind: 'vessel', usual: true });
    const triggers = plan.mixes.filter((m) => m.chosen.of.vessel.kind === 'triggerBottle');
    expect(triggers.length).toBeGreaterThan(1);
    expect(triggers.map((m) => m.from.kind === 'vessel' && m.from.usual)).toEqual([
      true,
      ...triggers.slice(1).map(() => false),
    ]);
  });

  it('where none is free it says so; a cannon stands in for no other', () => {
    const few = SHOP.vessels.filter((v) => v.kind !== 'cannonBottle');
    expect(fromOf(planOf(few), BOOK.foam)).toEqual({ kind: 'noneFree' });
    const other = SHOP.vessels.map((v) => (v.kind === 'cannonBottle' ? { ...v, id: 77 } : v));
    expect(fromOf(planOf(other), BOOK.foam)).toEqual({ kind: 'noneFree' });
  });

  it('a batch of that strength is used first; it takes no minute to mix', () => {
    // 1:8 is asked for at level 1: grime on the sills is film all over.
    const asked = planOf(SHOP.vessels);
    const bottle = asked.mixes.find((m) => m.chosen.of === BOOK.foam)?.chosen.judged.bottle as number;
    const plan = planOf(changed(1, { standing: standing({ fraction: bottle * 1.02 }) }));
    expect(fromOf(plan, BOOK.foam)).toMatchObject({
      kind: 'batch',
      enough: true,
      standing: { code: 'B-12' },
    });
    expect(plan.minutes.hands).toBeCloseTo(asked.minutes.hands - 1, 9);
    const little = planOf(changed(1, { standing: standing({ fraction: bottle, ul: 90_000 }) }));
    expect(fromOf(little, BOOK.foam)).toMatchObject({ kind: 'batch', enough: false });
    expect(little.minutes.hands).toBeCloseTo(asked.minutes.hands, 9);
  });

  it.each<[string, Partial<Standing>]>([
    ['another strength', { fraction: 0.2 }],
    ['another product', { productId: BOOK.preWash.product.id }],
    ['out of date', { useBy: '2026-05-03' }],
    ['held or mixed with another', { barred: true }],
    ['nothing left', { ul: 0 }],
  ])('%s stands there: it is not used, and its vessel is emptied first', (_, more) => {
    const bottle = planOf(SHOP.vessels).mixes.find((m) => m.chosen.of === BOOK.foam)?.chosen.judged
      .bottle as number;
    const plan = planOf(changed(1, { standing: standing({ fraction: bottle, ...more }) }));
    expect(fromOf(plan, BOOK.foam)).toMatchObject({ kind: 'vessel', usual: true, empty: { code: 'B-12' } });
    // Another free one of the kind is taken before one that has to be emptied.
    const full = changed(3, { standing: standing({ productId: 999 }) });
    const [first] = planOf(full).mixes.filter((m) => m.chosen.of.vessel.kind === 'triggerBottle');
    expect(first?.from).toMatchObject({ kind: 'vessel', usual: false, empty: null });
  });

  it('acid goes into none that held a sulfide, before that is rinsed', () => {
    const lime = { level: 1, spots: [{ kind: 'lime', zones: ['rear'], many: false }] } as const;
    const held = [{ name: 'Bleeds', traits: { ...NO_TRAITS, sulfide: 'yes' as const } }];
    const bad = SHOP.vessels.map((v) => (v.kind === 'triggerBottle' ? { ...v, held } : v));
    expect(fromOf(planOf(SHOP.vessels, lime), BOOK.lime)).toMatchObject({ kind: 'vessel', rinse: false });
    expect(fromOf(planOf(bad, lime), BOOK.lime)).toMatchObject({ kind: 'vessel', rinse: true });
  });

  it('what is kept for one thing stands in for that alone', () => {
    const kept = SHOP.vessels.map((v) => (v.id > 5 ? { ...v, role: 'wheels' } : v));
    const triggers = planOf(kept).mixes.filter((m) => m.chosen.of.vessel.kind === 'triggerBottle');
    expect(triggers.map((m) => m.from.kind)).toEqual(['vessel', ...triggers.slice(1).map(() => 'noneFree')]);
  });
});

describe('how much of a mix is worth making', () => {
  const mixes = planOf(SHOP.vessels).mixes;
  const of = (which: (typeof BOOK)[keyof typeof BOOK], mixUl: number, capacityUl = 1_000_000) => {
    const mix = mixes.find((m) => m.chosen.of.product.id === which.product.id) as (typeof mixes)[number];
    const vessel = { ...mix.chosen.of.vessel, fillLimitUl: capacityUl, displacementUl: 0 };
    return worthMaking({ ...mix, mixUl }, vessel, 50_000);
  };

  it('is a tenth more than it takes, rounded up, a fifth of the vessel at least, and all of it where that is less', () => {
    expect(of(BOOK.foam, 500_000)).toBe(550_000);
    expect(of(BOOK.foam, 510_000)).toBe(600_000);
    expect(of(BOOK.foam, 9_000)).toBe(200_000);
    expect(of(BOOK.foam, 950_000)).toBeNull();
  });

  it('of a bucket is always a fill', () => {
    expect(of(BOOK.shampoo, 5_000_000, 20_000_000)).toBeNull();
  });
});
