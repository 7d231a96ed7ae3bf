import { describe, expect, it } from 'vitest';
import type { Product } from '#contract/products.ts';
import { recordStart } from '#core/products/starts.ts';
import { EMPTY_DRAFT } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import type { Equipment } from './equipment.ts';
import { firstOf } from './firstOf.ts';
import { bodyOf, entry, equipment, of, sized } from './madeUpEquipment.ts';
import { pourOf } from './pourOf.ts';

const at = (one: Product, draft: Partial<typeof EMPTY_DRAFT>, change: Partial<Equipment> = {}) =>
  benchMix(
    { ...EMPTY_DRAFT, productId: 1, vesselId: 1, strengthText: '1:12', measure: 'free', ...draft },
    {
      ...equipment,
      products: [one, ...(change.products ?? [])],
      ...change,
      ...(change.products && { products: [one, ...change.products] }),
    },
  );
const preWash = of('citrusPreWash', [
  entry(1, '1:50', 'preWash'),
  entry(2, '1:20', 'preWash'),
  entry(3, '1:10', 'arch'),
]);

describe('what a mix is held against', () => {
  it('is the band of the use it is nearest to, with its floor and ceiling on the panel', () => {
    const { limits } = at(preWash, { strengthText: '1:30' });
    expect(limits?.use?.kind).toBe('preWash');
    expect([limits?.band?.least, limits?.band?.most]).toEqual([1 / 51, 1 / 21]);
    expect([limits?.floor, limits?.ceiling, limits?.place, limits?.panelPlace]).toEqual([
      0.01,
      0.05,
      'within',
      'within',
    ]);
    expect(at(preWash, { strengthText: '1:9' }).limits).toMatchObject({
      use: { kind: 'arch' },
      ceiling: null,
    });
  });

  it('says under the floor and over the ceiling, where the vessel delivers what is in it', () => {
    expect(at(preWash, { strengthText: '1:150' }).limits).toMatchObject({
      place: 'under',
      panelPlace: 'underFloor',
    });
    expect(at(preWash, { strengthText: '1:15' }).limits?.use?.kind).toBe('preWash');
    expect(at(preWash, { strengthText: '1:15' }).limits).toMatchObject({
      place: 'over',
      panelPlace: 'overCeiling',
    });
  });
});

describe('the strengths to choose from', () => {
  const shampoo = of('neutralShampoo', [
    entry(1, '20 ml/20 l', 'shampoo', 'bucket'),
    entry(2, '40 ml/20 l', 'shampoo', 'bucket'),
  ]);
  const hard = { ...equipment.shop, hardnessPpm: 210 };
  const vessels = sized('bucket', { brimfulUl: 20_000_000, fillLimitUl: 18_000_000 });

  it('a soap is dosed for the water: 32.8 ml per 20 L at 210 ppm, soft where it is softened', () => {
    const [, , ours] = at(shampoo, {}, { shop: hard, vessels }).marks;
    expect(ours).toMatchObject({
      id: -1,
      whatFor: 'Our water, 210 ppm',
      strength: { dose: { amount: 32.8 } },
    });
    const [, , soft] = at(shampoo, { water: 'softened' }, { shop: hard, vessels }).marks;
    expect(soft).toMatchObject({ whatFor: 'Softened water', strength: { dose: { amount: 20 } } });
  });

  it('where nobody tested the water, and for what softens its own, there is the label alone', () => {
    expect(at(shampoo, {}, { vessels }).marks).toHaveLength(2);
    const rinseless = { ...shampoo, record: recordStart('rinseless') };
    expect(at(rinseless, {}, { shop: hard, vessels }).marks).toHaveLength(2);
  });

  it('a dose to the bucket is none of a bottle’s, and is held against nothing there', () => {
    const bench = at(shampoo, { strengthText: '1:10' });
    expect(bench.marks).toEqual([]);
    expect(bench.limits?.band).toBeNull();
    expect(firstOf(shampoo, { kind: 'triggerBottle' })).toEqual({ strengthText: '', picked: null });
    expect(firstOf(shampoo, { kind: 'bucket' }).picked).toMatchObject({ notation: 'dose' });
    // What is typed to a bucket is not taken for the bottle either.
    expect(at(shampoo, { strengthText: '10 ml per bucket' }).strength?.ok).toBe(false);
    expect(at(shampoo, { strengthText: '18 ml per bucket' }, { vessels }).fraction).toBeCloseTo(0.001, 9);
  });

  it('stand for those of the product it replaces: 1 part does the work of 4', () => {
    const old = { ...of('alkalineFoam', [entry(7, '1:12', 'foam')]), id: 9, name: 'Old Foam' };
    const now = of('alkalineFoam', [entry(1, '1:20', 'foam')]);
    const replaces = { ...now, record: { ...now.record, replaces: { productId: 9, k: 4 } } };
    const [, like] = at(replaces, {}, { products: [old] }).marks;
    expect(like?.whatFor).toBe('Like Old Foam 1:12');
    expect(like?.fraction).toBeCloseTo(1 / 52, 12);
  });
});

describe('how much to make', () => {
  const foam = of('neutralFoam', [entry(1, '1:12', 'foam')]);
  const plan = (bench: ReturnType<typeof at>) => bench.plan && [bench.plan.waterUl, bench.plan.productUl];

  it('water that is in already: c = w f / (1 - f)', () => {
    const bench = at(foam, { mode: 'have', haveWhat: 'water', haveText: '600' });
    expect(plan(bench)).toEqual([600_000, 50_000]);
    expect(at(foam, { mode: 'have', haveWhat: 'water', haveText: '749' }).refusals.have?.code).toBe(
      'water.overVessel',
    );
  });

  it('several vehicles: a hatchback from a sprayer takes 882 ml, in equal fills with what stays in the bottom', () => {
    const vessels = sized('pumpSprayer', { brimfulUl: 2_000_000, fillLimitUl: 1_500_000, deadUl: 60_000 });
    const bench = at(foam, { mode: 'vehicles', vehiclesText: '4' }, { vessels });
    expect(bench.many).toEqual({ vehicles: 4, eachUl: 882_000, allUl: 3_588_000, fills: 3 });
    expect(plan(bench)?.reduce<number>((a, b) => a + b, 0)).toBe(1_196_000);
    const own = at(foam, { mode: 'vehicles', vehiclesText: '2', eachText: '300 ml' }, { vessels });
    expect(own.many).toMatchObject({ allUl: 660_000, fills: 1 });
  });

  it.each([
    ['', undefined],
    ['none', 'number.unreadable'],
    ['2.5', 'vehicles.count'],
    ['0', 'vehicles.count'],
  ])('"%s" vehicles', (vehiclesText, code) => {
    expect(at(foam, { mode: 'vehicles', vehiclesText }).refusals.many?.code).toBe(code);
    expect(at(foam, { mode: 'vehicles', vehiclesText }).plan).toBeNull();
  });

  it('a bucket has no usual amount for a vehicle: it is asked for', () => {
    const vessels = sized('bucket', { brimfulUl: 20_000_000, fillLimitUl: 18_000_000 });
    const bench = at(foam, { mode: 'vehicles', vehiclesText: '2' }, { vessels });
    expect(bench.refusals.many).toMatchObject({ code: 'each.missing' });
  });

  it('ten towels of 40 x 40 cm at 300 g/m2 and 5 cm above them, in a round bucket of 28 cm', () => {
    const vessels = sized('towelBucket', {
      brimfulUl: 16_000_000,
      fillLimitUl: 12_000_000,
      depth: { kind: 'round', diameterCm: 28 },
    });
    const bench = at(foam, { towelsText: '10', freeDepthText: '5 cm' }, { vessels });
    expect(bench.totalUl).toBe(1_440_000 + Math.round(Math.PI * 196 * 5 * 1_000));
    expect(at(foam, { towelsText: 'ten' }, { vessels }).refusals.towels?.code).toBe('number.unreadable');
    expect(at(foam, { towelsText: '10', towelText: 'big' }, { vessels }).refusals.towels?.code).toBe(
      'towel.size',
    );
    expect(at(foam, { towelsText: '10', gsmText: '9' }, { vessels }).refusals.towels?.code).toBe(
      'towel.weight',
    );
    const unknown = sized('towelBucket', { brimfulUl: 16_000_000, fillLimitUl: 12_000_000 });
    expect(at(foam, { towelsText: '10' }, { vessels: unknown }).refusals.towels?.code).toBe('bucket.shape');
  });

  it('a depth is a volume where the shape is known, and refused where it is not', () => {
    const vessels = sized('triggerBottle', { depth: { kind: 'rectangular', widthCm: 9, lengthCm: 9 } });
    expect(at(foam, { makeText: '2.5 cm' }, { vessels }).totalUl).toBe(202_500);
    expect(at(foam, { makeText: '25 mm' }, { vessels }).totalUl).toBe(202_500);
    expect(at(foam, { makeText: '2.5 cm' }).refusals.total?.code).toBe('depth.unknown');
    const left = at(
      foam,
      { mode: 'left', leftText: '2.5 cm', leftStrengthText: '1:12', makeText: '500' },
      { vessels },
    );
    expect(left.start?.body).toMatchObject({ kind: 'leftover', leftUl: 202_500 });
  });
});

describe('care before a pour', () => {
  const acid = of('limeRemover', [entry(1, '1:10', 'lime')]);
  const signed = { signedOff: [1] };

  it('nobody pours what they are not signed off for, but a manager answers for it', () => {
    const bench = at(acid, {});
    expect(bench.refusals.product?.code).toBe('safety.notSignedOff');
    expect(bodyOf({ ...bench, refusals: { product: bench.refusals.product } } as never, true)).toBeNull();
    expect(at(acid, {}, { answers: true }).refusals.product).toBeUndefined();
  });

  it('a word has to be given first, and goes with the pour', () => {
    const bench = at(acid, { containerId: 3 }, signed);
    expect(bench.asksForWord).toBe(true);
    expect(pourOf(bench, false)).toMatchObject({ code: 'safety.notAcknowledged' });
    expect(bodyOf(bench, true)).toMatchObject({ acknowledged: true, water: 'tap' });
    const plain = at(of('neutralFoam', []), { containerId: 3 });
    expect(bodyOf(plain)).not.toHaveProperty('acknowledged');
  });
});
