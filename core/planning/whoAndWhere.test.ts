import { describe, expect, it } from 'vitest';
import { BOOK, SHOP } from './madeUpPlan.ts';
import { planWash } from './planWash.ts';

describe('a plan goes by who does it, where, and with what', () => {
  it('wind and rain are minded where the vehicle stands', () => {
    const weather = { ...SHOP.weather, windMs: 10, raining: true };
    const at = (stands: readonly ('open' | 'closed')[]) => {
      const plan = planWash({ level: 1, protection: 'wax', stands }, { ...SHOP, weather });
      return plan.ok && plan.hindrances.length > 0;
    };
    expect([at(['open']), at(['closed'])]).toEqual([true, false]);
  });

  it('what a step without a recipe costs nobody knows', () => {
    const whole = planWash({ level: 2, protection: 'wax' }, SHOP);
    expect(whole.ok && [whole.missing, whole.productMinor !== null]).toEqual([[], true]);
    const plan = planWash({ level: 2, protection: 'wax' }, { ...SHOP, book: [] });
    expect(plan.ok && [plan.missing.length > 3, plan.productMinor]).toEqual([true, null]);
  });

  it('what asks for a sign-off is held back from who has none, and names who may; a manager’s word lifts it', () => {
    const asks = { ...BOOK.wheel.product.record, care: { ...BOOK.wheel.product.record.care, signOff: true } };
    const gel = { ...BOOK.wheel, product: { ...BOOK.wheel.product, record: asks } };
    const book = SHOP.book.map((r) => (r === BOOK.wheel ? gel : r));
    const disc = { brake: 'disc', finish: 'clearCoated' } as const;
    const wheel = (signedOff: typeof SHOP.signedOff, words: string[] = []) => {
      const said = { level: 2, axles: { front: disc, rear: disc }, protection: 'wax', words } as const;
      const plan = planWash(said, { ...SHOP, book, signedOff });
      const choice = plan.ok ? plan.steps.find((s) => s.kind === 'wheel')?.choice : undefined;
      return [choice?.chosen?.of === gel, choice?.withheld.map((w) => w.rule.id)];
    };
    expect(wheel(new Set())).toEqual([false, ['notSignedOff']]);
    expect(wheel(new Set([gel.product.id]))).toEqual([true, []]);
    expect(wheel('all')).toEqual([true, []]);
    expect(wheel(new Set(), ['notSignedOff'])).toEqual([true, []]);
  });
});
