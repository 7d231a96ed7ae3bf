import { describe, expect, it } from 'vitest';
import { planOf } from './madeUpRun.ts';
import { isSameMix, mixScanned, type Standing } from './sameMix.ts';

const PLAN = planOf({ level: 3 });
const foam = PLAN.mixes.findIndex((m) => m.steps.includes('foam'));
const mix = PLAN.mixes[foam] as (typeof PLAN.mixes)[number];
const holds = (change: Partial<Standing> = {}): Standing => ({
  productId: mix.laid.productId,
  strength: mix.laid.strength,
  mixed: false,
  onHold: null,
  ...change,
});

describe('a bottle that stands mixed', () => {
  it('is a mix of the run by product, strength and kind of vessel', () => {
    expect(isSameMix(mix, mix.vesselKind, holds())).toBe(true);
    expect(isSameMix(mix, mix.vesselKind, null)).toBe(false);
    expect(isSameMix(mix, 'bucket', holds())).toBe(false);
    expect(isSameMix(mix, mix.vesselKind, holds({ productId: 9_999 }))).toBe(false);
  });

  it('is none that is mixed with something, or on hold', () => {
    expect(isSameMix(mix, mix.vesselKind, holds({ mixed: true }))).toBe(false);
    expect(isSameMix(mix, mix.vesselKind, holds({ onHold: { lot: 'x' } }))).toBe(false);
  });

  it('is as strong to within three hundredths, written however', () => {
    const at = (water: number) => ({ notation: 'parts', water }) as const;
    const of = { laid: { ...mix.laid, strength: at(10) }, vesselKind: mix.vesselKind };
    const is = (strength: Standing['strength']) => isSameMix(of, mix.vesselKind, holds({ strength }));
    expect([is(at(10)), is(at(10.2)), is(at(9.8)), is({ notation: 'percent', percent: 100 / 11 })]).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect([is(at(10.5)), is(at(9.5)), is(at(20))]).toEqual([false, false, false]);
  });
});

describe('a bottle scanned', () => {
  const vessel = { kind: mix.vesselKind, holds: holds() };
  it('is taken for its mix, or for none', () => {
    expect(mixScanned(PLAN.mixes, new Map(), vessel)).toBe(foam);
    expect(mixScanned(PLAN.mixes, new Map(), { ...vessel, holds: holds({ productId: 9_999 }) })).toBeNull();
  });

  it('is for the one of two that has none yet, and in place of another where each has one', () => {
    const two = [mix, mix];
    expect(mixScanned(two, new Map([[0, { batchId: 1 }]]), vessel)).toBe(1);
    const both = new Map([0, 1].map((i) => [i, { batchId: i + 1 }]));
    expect(mixScanned(two, both, vessel)).toBe(0);
  });
});
