import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planOf } from './madeUpRun.ts';
import { type UsedOf, usedBySteps } from './usedBySteps.ts';

const PLAN = planOf({
  level: 3,
  axles: { front: { brake: 'disc', finish: 'painted' }, rear: { brake: 'disc', finish: 'painted' } },
});
const taken = new Map(PLAN.mixes.map((_, i) => [i, { batchId: 100 + i, batch: `B-${i}` }]));
const mixOf = (step: string) => PLAN.steps.find((s) => s.id === step)?.mix ?? -1;
const use = (mix: number, productUl: number): UsedOf => ({
  batchId: 100 + mix,
  productId: PLAN.mixes[mix]?.laid.productId ?? 0,
  productUl,
  minor: productUl / 1_000,
});

describe('what each step used', () => {
  it('is what was used out of its bottle, where that is for it alone', () => {
    const foam = mixOf('foam');
    const alone = PLAN.steps.filter((s) => s.mix === foam);
    const by = usedBySteps(PLAN, { taken }, [use(foam, 62_000)]);
    expect([...by.keys()]).toEqual(alone.map((s) => s.id));
    expect(by.get('foam')?.productUl).toBeCloseTo(
      alone.length === 1
        ? 62_000
        : (62_000 * (alone.find((s) => s.id === 'foam')?.mixUl ?? 0)) /
            alone.reduce((sum, s) => sum + (s.mixUl ?? 0), 0),
      6,
    );
  });

  it('is shared out as planned, where one bottle serves several', () => {
    const [first, second] = PLAN.steps.filter((s) => s.mix !== null && s.mixUl);
    if (!first || !second) throw new Error('the plan has no mixes');
    const mixes = PLAN.mixes.slice(0, 1);
    const steps = [
      { ...first, mix: 0, mixUl: 300_000 },
      { ...second, mix: 0, mixUl: 100_000 },
    ];
    const by = usedBySteps({ mixes, steps }, { taken }, [use(0, 80_000)]);
    expect([by.get(first.id)?.productUl, by.get(second.id)?.productUl]).toEqual([60_000, 20_000]);
    // Taken twice, a bottle is told twice, and counts together.
    const twice = usedBySteps({ mixes, steps }, { taken }, [use(0, 80_000), use(0, 8_000)]);
    expect(twice.get(first.id)?.productUl).toBe(66_000);
  });

  it('of the bottle it comes in is known by the product', () => {
    const mix = PLAN.mixes[0];
    const step = PLAN.steps.find((s) => s.mix === 0);
    if (!mix || !step) throw new Error('the plan has no mixes');
    const neat = { mixes: [{ ...mix, ownBottle: true }], steps: [step] };
    const straight: UsedOf = { batchId: null, productId: mix.laid.productId, productUl: 9_000, minor: 30 };
    expect(usedBySteps(neat, { taken: new Map() }, [straight]).get(step.id)).toEqual({
      productUl: 9_000,
      minor: 30,
    });
    expect(usedBySteps(neat, { taken: new Map() }, [{ ...straight, productId: 9_999 }]).size).toBe(0);
  });

  it('comes together to what was used, whatever was taken for what', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat({ max: PLAN.mixes.length - 1 }), fc.integer({ min: 1, max: 500_000 })), {
          maxLength: 8,
        }),
        (told) => {
          const uses = told.map(([mix, ul]) => use(mix, ul));
          const by = [...usedBySteps(PLAN, { taken }, uses).values()];
          const served = uses.filter((u) => PLAN.steps.some((s) => s.mix === (u.batchId ?? 0) - 100));
          const sum = (all: readonly { productUl: number }[]) => all.reduce((s, u) => s + u.productUl, 0);
          expect(sum(by)).toBeCloseTo(sum(served), 3);
        },
      ),
    );
  });
});
