import { describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import { ALL_UNKNOWN, type Traits } from '#core/safety/traits.ts';
import { saidOf } from '../../lib/saidOf.ts';
import { EMPTY_DRAFT, MODES } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import { benchSteps } from './benchSteps.ts';
import type { Equipment } from './equipment.ts';
import { bodyOf, equipment, NONE, product, vessel } from './madeUpEquipment.ts';

const draft = (change: Partial<typeof EMPTY_DRAFT>) =>
  benchMix({ ...EMPTY_DRAFT, productId: 1, vesselId: 1, strengthText: '1:12', ...change }, equipment);

const held: Equipment = {
  ...equipment,
  vessels: [
    {
      ...vessel,
      id: 3,
      holds: {
        batchId: 9,
        code: 'B-9',
        productId: 1,
        productName: 'Product 1',
        ul: 750_000,
        productUl: 57_692,
        mixed: false,
        strength: { notation: 'parts', water: 12 },
        madeAt: '2026-05-04T08:00:00Z',
        personName: 'Bram Addy',
        useBy: null,
        onHold: null,
        water: 'tap',
      },
    },
  ],
};

const ml = (n: number) => Math.round(n * 1_000);
const amounts = ({ plan }: ReturnType<typeof benchMix>) =>
  plan && { off: plan.pourOffUl, water: plan.waterUl, product: plan.productUl };
/** The Bench with nothing but a free pour, so that its figures are exact. */
const exact = (change: Partial<typeof EMPTY_DRAFT>) => draft({ measure: 'free', ...change });
const big: Vessel = { ...vessel, id: 2, brimfulUl: 20_000_000, fillLimitUl: 18_000_000 };

describe('where no vessel is free', () => {
  const full = equipment.vessels.map((v) => ({
    ...v,
    holds: { productId: 3, productName: 'Product 3' } as NonNullable<typeof v.holds>,
  }));

  it('who may not mix a product is told so all the same', () => {
    const note = { id: 1, productId: 1, gate: 'hold' as const, words: 'Recalled', by: 'Odo Marsh' };
    const notes = [{ ...note, at: '2026-05-04T08:00:00Z', read: true, readers: 0 }];
    const { vessel, refusals } = benchMix(
      { ...EMPTY_DRAFT, productId: 1 },
      { ...equipment, vessels: full, notes },
    );
    expect(vessel).toBeNull();
    expect([refusals.vessel?.code, refusals.product?.code]).toEqual(['vessel.none', 'note.hold']);
  });

  it('a product that is ready to use is refused diluted before any is chosen', () => {
    const { vessel, refusals } = benchMix(
      { ...EMPTY_DRAFT, productId: 2, strengthText: '1:12' },
      { ...equipment, vessels: full },
    );
    expect(vessel).toBeNull();
    expect(refusals.strength).toMatchObject({ code: 'product.readyToUse' });
  });
});

describe('the Bench', () => {
  it('fills the vessel to its limit, product as it is really measured', () => {
    const bench = draft({ containerId: 3 });
    expect(amounts(bench)).toEqual({ off: 0, water: 692_000, product: 58_000 });
    expect(bench.measuring?.chosen).toMatchObject({
      actions: 1,
      parts: [{ measure: { name: '60 ml syringe' } }],
    });
    expect(bench.other).toMatchObject({ strength: { notation: 'inTotal', total: 12 }, productUl: 62_500 });
    expect(bodyOf(bench)).toMatchObject({
      totalUl: 750_000,
      measured: [{ measureId: 1, ul: 58_000 }],
      shown: { pourOffUl: 0, waterUl: 692_000, productUl: 58_000 },
    });
  });

  it('gives the exact amounts for a free pour, and records it as one', () => {
    const bench = exact({ containerId: 3 });
    expect(amounts(bench)).toEqual({ off: 0, water: 692_308, product: 57_692 });
    expect(bodyOf(bench)?.measured).toEqual([]);
  });

  it('takes the reading that was picked, whatever the text says', () => {
    expect(exact({ picked: { notation: 'inTotal', total: 12 } }).plan?.productUl).toBe(62_500);
  });

  it('reads caps and grams with what is known of the product', () => {
    expect(exact({ strengthText: '3 caps/bottle' }).plan?.productUl).toBe(22_500);
    expect(exact({ strengthText: '41.4 g/l' }).plan?.productUl).toBe(30_000);
    expect(exact({ productId: 2, strengthText: '41.4 g/l' }).refusals.strength?.code).toBe('strength.grams');
  });

  it('pours from the first opened that still holds something, and says when it is too little', () => {
    const { container: from, refusals, containers } = exact({});
    expect(from?.code).toBe('P-2');
    expect(saidOf(refusals.container).reason).toBe('P-2 holds 40 ml; this mix needs 57.7 ml.');
    expect(containers.map((c) => c.code)).toEqual(['P-1', 'P-2', 'P-3', 'P-4']);
    expect(draft({ containerId: 3 }).refusals.container).toBeUndefined();
    // A sealed one is poured from where it was chosen, never of itself.
    expect(draft({ containerId: 4 }).container?.code).toBe('P-4');
  });

  it.each([
    ['stronger than neat', { strengthText: '120%' }, 'strength', 'strength.overNeat'],
    ['nonsense', { strengthText: 'strong' }, 'strength', 'strength.unreadable'],
    ['three numbers', { strengthText: '1:2:3' }, 'strength', 'strength.threeNumbers'],
    ['ready to use, diluted', { productId: 2 }, 'strength', 'product.readyToUse'],
    ['too weak to measure', { strengthText: '0.00000001%' }, 'strength', 'strength.tooWeak'],
    ['too much', { makeText: '1 l' }, 'total', 'total.overFillLimit'],
    ['too little', { makeText: '20' }, 'total', 'total.underSmallest'],
    ['nothing', { makeText: '0' }, 'total', 'volume.zero'],
    ['less than nothing', { makeText: '-5' }, 'total', 'number.negative'],
    ['more than any tank', { makeText: '99999999 l' }, 'total', 'volume.tooLarge'],
    ['a bare gallon', { makeText: '1 gal' }, 'total', 'unit.ambiguous'],
    ['product for more than the vessel', { mode: 'have', haveText: '140' }, 'have', 'product.overVessel'],
    ['product that is no amount', { mode: 'have', haveText: 'a bit' }, 'have', 'volume.noNumber'],
    [
      'a leftover over the vessel',
      { mode: 'left', leftText: '890', leftStrengthText: '1:12' },
      'left',
      'leftover.overVessel',
    ],
    [
      'a leftover of no strength',
      { mode: 'left', leftText: '300', leftStrengthText: 'weak' },
      'leftStrength',
      'strength.unreadable',
    ],
    [
      'product in it that is none',
      { mode: 'made', inProductText: '-1', inWaterText: '5' },
      'inProduct',
      'number.negative',
    ],
    [
      'water with no product in it',
      { mode: 'made', inProductText: '0', inWaterText: '750 ml' },
      'inProduct',
      'volume.zero',
    ],
  ] as const)('refuses %s at its field, with no amounts shown', (_, change, field, code) => {
    const { refusals, plan } = draft(change);
    expect(refusals[field]?.code).toBe(code);
    expect(saidOf(refusals[field]).remedy.length).toBeGreaterThan(8);
    expect(plan).toBeNull();
  });

  it('is quiet while nothing has been typed', () => {
    for (const mode of MODES) {
      const empty = benchMix({ ...EMPTY_DRAFT, mode, productId: 1 }, equipment);
      expect([empty.plan, empty.refusals]).toEqual([null, {}]);
    }
  });
});

describe('what the vessel has held', () => {
  const following = (next: Traits, last: Traits) => {
    const products = [
      { ...product(1, 'concentrate'), traits: next },
      { ...product(2, 'concentrate'), traits: last },
    ];
    const dirty = { ...vessel, held: [{ productId: 2, productName: 'Product 2' }] };
    return benchMix(
      { ...EMPTY_DRAFT, productId: 1, vesselId: 1, strengthText: '1:12', containerId: 3 },
      { ...equipment, products, vessels: [dirty] },
    );
  };

  it('stops the pour where the two would give off gas, or nobody knows', () => {
    const acid = { ...NONE, acid: 'yes' } as Traits;
    const iron = { ...NONE, sulfide: 'yes' } as Traits;
    for (const [bench, code] of [
      [following(acid, iron), 'safety.gas'],
      [following(iron, acid), 'safety.gas'],
      [following(ALL_UNKNOWN, iron), 'safety.unknown'],
    ] as const) {
      expect(bench.refusals.vessel?.code).toBe(code);
      expect(bench.plan).not.toBeNull();
      expect(bodyOf(bench, false)).toBeNull();
    }
    expect(following(acid, NONE).refusals.vessel).toBeUndefined();
    expect(bodyOf(following(acid, NONE), false)).not.toBeNull();
  });
});

describe('the questions', () => {
  it('I only have this much: 140 ml at 1:12 makes 1820 ml', () => {
    const bench = draft({ mode: 'have', haveText: '140 ml', vesselId: 2 });
    expect(amounts(bench)).toEqual({ off: 0, water: 1_680_000, product: 140_000 });
  });

  it('there is some left: 350 ml at 1:12 is topped up to 750 ml at 1:12 or 1:7', () => {
    const left = { mode: 'left', leftText: '350', leftStrengthText: '1:12', makeText: '750' } as const;
    expect(amounts(exact(left))).toEqual({ off: 0, water: 369_231, product: 30_769 });
    expect(amounts(exact({ ...left, strengthText: '1:7' }))).toEqual({
      off: 0,
      water: 333_173,
      product: 66_827,
    });
    expect(bodyOf({ ...exact(left), refusals: {} }, false)).toMatchObject({
      start: { kind: 'leftover', leftUl: 350_000 },
      how: 'inPlace',
      totalUl: 750_000,
    });
  });

  it('there is some left: how strong it is the books know, unless something is typed', () => {
    const left = { mode: 'left', leftText: '350', makeText: '750' } as const;
    const bench = benchMix(
      { ...EMPTY_DRAFT, productId: 1, vesselId: 3, strengthText: '1:7', measure: 'free', ...left },
      held,
    );
    expect(amounts(bench)).toEqual({ off: 0, water: 333_173, product: 66_827 });
    const other = benchMix(
      { ...EMPTY_DRAFT, productId: 2, vesselId: 3, strengthText: 'neat', ...left },
      held,
    );
    expect(other.refusals.vessel?.code).toBe('leftover.different');
  });

  it('I poured wrong: 90 ml in a full 750 ml meant for 1:12: pour off 269.231 and refill', () => {
    const bench = exact({ mode: 'wrong', inProductText: '90', inWaterText: '660' });
    expect(amounts(bench)).toEqual({ off: 269_231, water: 269_231, product: 0 });
    const roomy = exact({ mode: 'wrong', inProductText: '90', inWaterText: '660', vesselId: 2 });
    expect(roomy.plan?.how).toBe('grow');
    expect(roomy.plan?.waterUl).toBe(420_000);
    expect(
      exact({ mode: 'wrong', inProductText: '90', inWaterText: '660', vesselId: 2, way: 'pourOffFirst' }).plan
        ?.how,
    ).toBe('pourOffFirst');
  });

  it('what have I made: 20 ml and 380 ml are 5 %; add 11.667 ml', () => {
    const bench = exact({ mode: 'made', inProductText: '20', inWaterText: '380' });
    expect(bench.made?.fraction).toBeCloseTo(0.05, 12);
    expect(amounts(bench)).toEqual({ off: 0, water: 0, product: 11_667 });
  });

  it('over-poured, it is offered to be poured over into a vessel with room, the smallest, and grows there', () => {
    const middle: Vessel = {
      ...vessel,
      id: 5,
      name: 'Sprayer',
      brimfulUl: 2_000_000,
      fillLimitUl: 1_500_000,
    };
    const full = { ...middle, id: 6, holds: { productId: 9, productName: 'Other' } as Vessel['holds'] };
    const room = { ...equipment, vessels: [...equipment.vessels, big, middle, full] };
    const asked = {
      ...EMPTY_DRAFT,
      productId: 1,
      vesselId: 1,
      strengthText: '1:12',
      measure: 'free',
      mode: 'wrong' as const,
      inProductText: '90',
      inWaterText: '660',
    };
    const bench = benchMix(asked, room);
    expect(bench.bigger).toMatchObject({ vessel: { id: 5 }, ul: 1_170_000 });
    expect(amounts(bench)?.off).toBeGreaterThan(0);
    const there = benchMix({ ...asked, vesselId: 5, way: 'grow' }, room);
    expect(amounts(there)).toEqual({ off: 0, water: 420_000, product: 0 });
    expect(there.bigger).toBeNull();
    expect(benchMix(asked, { ...equipment, vessels: [vessel] }).bigger).toBeNull();
  });

  it('poured past the fill limit, part of it goes off first', () => {
    const bench = exact({ mode: 'made', containerId: 3, inProductText: '60', inWaterText: '720' });
    expect(bench.refusals).toEqual({});
    expect(bench.plan?.how).toBe('pourOffFirst');
    expect(amounts(bench)).toEqual({ off: 30_000, water: 0, product: 0 });
  });

  it('tells what to do in order, suds and guards counted', () => {
    const foam = benchSteps(
      draft({ mode: 'wrong', inProductText: '90', inWaterText: '660' }),
      equipment.shop,
    );
    expect(foam.steps.map((s) => [s.do, s.toUl])).toEqual([
      ['pourOff', 480_769],
      ['water', 750_000],
    ]);
    const bucket = { ...big, kind: 'bucket' as const, displacementUl: ml(450) };
    const suds = { ...product(1, 'concentrate'), suds: true };
    const washing = { ...equipment, products: [suds], vessels: [bucket] };
    const bench = benchMix(
      { ...EMPTY_DRAFT, productId: 1, vesselId: 2, strengthText: '8 ml/l', measure: 'free' },
      washing,
    );
    expect(bench.totalUl).toBe(17_550_000);
    const { steps } = benchSteps(bench, equipment.shop);
    expect(steps.map((s) => s.do)).toEqual(['water', 'product', 'jet']);
    expect(steps.at(-1)?.toUl).toBe(18_000_000);
  });
});
