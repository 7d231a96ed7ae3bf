import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pourBody } from '#contract/ledger.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { said } from '../../lib/speech.ts';
import { type BenchDraft, EMPTY_DRAFT, MODES } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import { benchSteps } from './benchSteps.ts';
import { bodyOf, entry, equipment, of, sized } from './madeUpEquipment.ts';

// Whatever is typed at the Bench, it says something sensible: never a crash, never amounts that don't add up.

const foam = of('neutralFoam', [entry(1, '1:12', 'foam'), entry(2, '2%', 'preWash', 'panel')], {
  gPerMl: 1.035,
  capUl: 7_500,
  suds: true,
});
const dials = [
  { id: 1, name: 'half' },
  { id: 2, name: 'open' },
];
const rigs = [
  sized('triggerBottle'),
  sized('cannonBottle', { dials, dialId: 1, fillLimitUl: 700_000 }),
  sized('bucket', {
    brimfulUl: 20_000_000,
    fillLimitUl: 18_000_000,
    smallestUl: 1_000_000,
    displacementUl: 450_000,
  }),
  sized('towelBucket', {
    depth: { kind: 'round', diameterCm: 28 },
    brimfulUl: 16_000_000,
    fillLimitUl: 12_000_000,
  }),
];
const nonsense = fc.constantFrom(
  '',
  ' ',
  '0',
  '-1',
  '1e9',
  '0x10',
  '1:2:3',
  '1/0',
  '∞',
  '1,500',
  'lots',
  '%',
  '12',
  '750 ml',
  '0.5 l',
  '3 caps',
  '9 cm',
);
const strengths = fc.constantFrom(
  '1:12',
  '1 in 12',
  '4%',
  '30 ml/l',
  '10 g/l',
  'neat',
  '1:100000',
  '200%',
  '2 us oz/us gal',
  '3 caps/bucket',
  '1:0',
);
const typed = fc.oneof(nonsense, strengths, fc.string({ maxLength: 12 }));

const drafts: fc.Arbitrary<BenchDraft> = fc.record({
  ...Object.fromEntries(Object.entries(EMPTY_DRAFT).map(([key, value]) => [key, fc.constant(value)])),
  mode: fc.constantFrom(...MODES),
  productId: fc.constantFrom(1, 2, 99, null),
  strengthText: typed,
  onPanel: fc.boolean(),
  vesselId: fc.constantFrom(1, 42, null),
  dialId: fc.constantFrom(1, 2, 9, null),
  machineId: fc.constantFrom(0, 7, null),
  containerId: fc.constantFrom(3, null),
  makeText: nonsense,
  haveWhat: fc.constantFrom('product' as const, 'water' as const),
  haveText: nonsense,
  vehiclesText: nonsense,
  eachText: nonsense,
  towelsText: nonsense,
  freeDepthText: nonsense,
  leftText: nonsense,
  leftStrengthText: typed,
  inProductText: nonsense,
  inWaterText: nonsense,
  way: fc.constantFrom('grow' as const, 'pourOffFirst' as const, null),
  measure: fc.constantFrom('free', '60 ml syringe', 'gone', null),
}) as unknown as fc.Arbitrary<BenchDraft>;

describe('whatever is typed at the Bench', () => {
  it('every refusal names a field, says what is wrong and what would work', () => {
    fc.assert(
      fc.property(drafts, fc.constantFrom(...rigs), (draft, vessels) => {
        const { refusals } = benchMix(draft, {
          ...equipment,
          products: [foam, ...equipment.products.slice(1)],
          vessels,
        });
        for (const refusal of Object.values(refusals)) {
          expect(said(refusal).reason).toMatch(/\.$/);
          expect(said(refusal).remedy).toMatch(/\S/);
          expect(said(refusal).reason).not.toMatch(/undefined|NaN|Infinity|\[object/);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('what can be poured adds up, fits, and is what the wire takes', () => {
    fc.assert(
      fc.property(drafts, fc.constantFrom(...rigs), (draft, vessels) => {
        const mix = benchMix(draft, {
          ...equipment,
          products: [foam, ...equipment.products.slice(1)],
          vessels,
        });
        const body = bodyOf(mix, true);
        if (!body || !mix.plan || !mix.vessel) return;
        expect(pourBody.isValidSync(body, { strict: true })).toBe(true);
        const after = mix.plan.after.productUl + mix.plan.after.waterUl;
        expect(after).toBeLessThanOrEqual(mix.vessel.fillLimitUl - mix.vessel.displacementUl);
        expect(fractionOf(body.strength).ok).toBe(true);
        const { steps } = benchSteps(mix, equipment.shop);
        const of = (what: string[]) => steps.reduce((ul, s) => ul + (what.includes(s.do) ? s.ul : 0), 0);
        expect(of(['water', 'jet'])).toBe(mix.plan.waterUl);
        expect(of(['product'])).toBe(mix.plan.productUl);
      }),
      { numRuns: 400 },
    );
  });
});
