import { describe, expect, it } from 'vitest';
import { productBody } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import { USUAL_DEFAULTS } from '#core/products/shopDefaults.ts';
import { usualTraits } from '#core/products/starts.ts';
import type { Traits } from '#core/safety/traits.ts';
import { entry, of } from '../../bench/mix/madeUpEquipment.ts';
import { saidOf } from '../../lib/saidOf.ts';
import { type ProductTyped, readProduct, typedProduct, usesFor } from './productTyped.ts';

const shop = {
  ...USUAL_DEFAULTS,
  units: 'metric',
  ratioReading: 'parts',
  hardnessPpm: 210,
  water: 'tap',
} as Shop;
const foam = of('neutralFoam', [entry(1, '1:12', 'foam'), entry(2, '1:5', 'foam')], {
  name: 'Lime Kiln Foam',
  gPerMl: 1.035,
  capUl: 7_500,
});
const read = (change: Partial<ProductTyped>) => readProduct({ ...typedProduct(foam, shop), ...change }, shop);
const bad = (change: Partial<ProductTyped>) => read(change).refusals;
const withRecord = (change: Partial<ProductTyped['record']>): Partial<ProductTyped> => ({
  record: { ...typedProduct(foam, shop).record, ...change },
});
const withUse = (change: Partial<ProductTyped['uses'][number]>): Partial<ProductTyped> => ({
  uses: typedProduct(foam, shop).uses.map((u) => ({ ...u, ...change })),
});

describe('a product as it is typed', () => {
  it('comes back as it was, and as the wire wants it', () => {
    const { body, refusals } = read({});
    expect(refusals).toEqual({});
    expect(productBody.isValidSync(body, { strict: true })).toBe(true);
    expect(body).toMatchObject({ name: 'Lime Kiln Foam', gPerMl: 1.035, capUl: 7_500 });
    const sent = body as { labelEntries: { strength: unknown }[]; uses: unknown[] };
    expect(sent.labelEntries.map((e) => e.strength)).toEqual(foam.labelEntries.map((e) => e.strength));
    expect(sent.uses).toEqual(foam.uses);
  });

  it('starts as a neutral foam usually is, and what nobody has looked up is as usual', () => {
    const fresh = typedProduct(null, shop);
    expect(fresh.record.family).toBe('neutralFoam');
    expect(new Set(Object.values(fresh.traits))).toEqual(new Set(['usual']));
    expect(fresh.uses.map((u) => u.kind)).toEqual(['foam']);
    const named = readProduct(
      { ...fresh, name: 'New', labelEntries: fresh.labelEntries.map((e) => ({ ...e, printed: '1:10' })) },
      shop,
    );
    expect(productBody.isValidSync(named.body, { strict: true })).toBe(true);
    expect((named.body as { traits: Traits }).traits).toEqual(usualTraits('neutralFoam'));
  });

  it('keeps nothing typed as nothing known', () => {
    const { body, refusals } = read({
      gPerMl: '',
      capUl: ' ',
      ...withRecord({ phNeat: '', storeFromC: '', useByDays: '' }),
    });
    expect(refusals).toEqual({});
    expect(body).toMatchObject({
      gPerMl: null,
      capUl: null,
      record: { phNeat: null, storeFromC: null, useByDays: null },
    });
  });

  it.each<[Partial<ProductTyped>, string, string]>([
    [{ gPerMl: 'heavy' }, 'gPerMl', 'Density'],
    [{ capUl: 'a cap' }, 'capUl', 'Cap'],
    [withRecord({ phNeat: 'sour' }), 'record.phNeat', 'pH neat'],
    [withRecord({ storeFromC: '500' }), 'record.storeFromC', 'Store from'],
    [withRecord({ useByDays: 'long' }), 'record.useByDays', 'A mix keeps'],
    [withRecord({ replaces: { productId: '7', k: 'many' } }), 'record.replaces.k', 'Does the work of'],
    [withUse({ panelFloor: '120 %' }), 'uses.0.panelFloor', 'Floor on the panel'],
    [withUse({ panelCeiling: 'strong' }), 'uses.0.panelCeiling', 'Ceiling on the panel'],
    [withUse({ rateMlPerM2: 'lots' }), 'uses.0.rateMlPerM2', 'Rate'],
    [
      withUse({ dwell: { shortestS: '1 min', fromS: '4', toS: '6', longestS: '' } }),
      'uses.0.dwell.longestS',
      'Longest dwell is missing',
    ],
    [
      withUse({ dwell: { shortestS: '1 h', fromS: '4', toS: '6', longestS: '8' } }),
      'uses.0.dwell.shortestS',
      'Shortest dwell',
    ],
  ])('refuses %o at its field, with what would work', (change, field, words) => {
    const refusals = bad(change);
    expect(Object.keys(refusals)).toContain(field);
    expect(saidOf(refusals[field]).reason).toContain(words);
    expect(saidOf(refusals[field]).remedy).not.toBe('');
  });

  it('refuses a pH over 11 of what is said to be no strong alkali', () => {
    const traits = { ...typedProduct(foam, shop).traits, strongAlkali: 'no' as const };
    expect(saidOf(bad({ ...withRecord({ phNeat: '12.5' }), traits })['record.phNeat']).reason).toContain(
      'strong alkali',
    );
    expect(bad({ ...withRecord({ phNeat: '12.5' }), traits: { ...traits, strongAlkali: 'yes' } })).toEqual(
      {},
    );
  });

  it('reads panel limits, times and rates as people write them', () => {
    const { body } = read(
      withUse({
        panelFloor: '0.5%',
        panelCeiling: '1:49',
        rateMlPerM2: '35 ml/m2',
        dwell: { shortestS: '60 s', fromS: '4', toS: '6 min', longestS: '8:30' },
      }),
    );
    const [use] = (
      body as { uses: { panelFloor: number; panelCeiling: number; rateMlPerM2: number; dwell: object }[] }
    ).uses;
    expect(use?.panelFloor).toBeCloseTo(0.005, 12);
    expect(use?.panelCeiling).toBeCloseTo(0.02, 12);
    expect(use?.rateMlPerM2).toBe(35);
    expect(use?.dwell).toEqual({ shortestS: 60, fromS: 240, toS: 360, longestS: 510 });
  });
});

describe('the uses of a product', () => {
  it('are those its label is for: what was typed stays, the rest start as the family does', () => {
    const typed = typedProduct(foam, shop);
    const mine = { ...(typed.uses[0] as ProductTyped['uses'][number]), rateMlPerM2: '99' };
    const label = typed.labelEntries;
    const more = [...label, { ...(label[0] as (typeof label)[0]), use: 'arch' as const }];
    const uses = usesFor(more, [mine], 'neutralFoam', shop);
    expect(uses.map((u) => u.kind)).toEqual(['foam', 'arch']);
    expect(uses[0]?.rateMlPerM2).toBe('99');
    expect(usesFor([], [mine], 'neutralFoam', shop)).toEqual([]);
  });
});
