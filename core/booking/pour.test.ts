import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { volumeUl } from '../mixing/contents.ts';
import { ALL_UNKNOWN } from '../safety/traits.ts';
import type { Fraction } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { CARE, FILL, HOLD } from './madeUp.ts';
import type { FillFacts } from './mayFill.ts';
import { type PourFacts, type PourRequest, planPour, resolvePour, resolveStart } from './resolvePour.ts';
import type { SourceContainer } from './resolveSources.ts';

const pail: SourceContainer = {
  id: 1,
  code: 'P-1',
  productId: 2,
  heldUl: 4_000_000,
  sizeUl: 5_000_000,
  openedAt: '2026-05-01T08:00:00Z',
  awayAt: null,
  onHold: null,
};
const facts: PourFacts = {
  ...FILL,
  source: pail,
  rest: null,
  measures: [{ id: 7, name: '60 ml syringe', kind: 'syringe', capacityUl: 60_000, stepUl: 1_000 }],
  recipe: null,
  q: 1,
};
const request: PourRequest = {
  strength: { notation: 'parts', water: 12 },
  totalUl: 750_000,
  start: { kind: 'empty' },
  how: 'fill',
  measured: [],
  acknowledged: false,
  recipe: null,
  happenedAt: null,
  fromTwo: false,
  foundUl: 0,
  opens: false,
  shown: { pourOffUl: 0, waterUl: 692_308, productUl: 57_692 },
};
const asks = (more: Partial<PourRequest>): PourRequest => ({ ...request, ...more });
const knows = (more: Partial<PourFacts>): PourFacts => ({ ...facts, ...more });
const product = (more: Partial<FillFacts['product']>) => knows({ product: { ...facts.product, ...more } });
const vessel = (more: Partial<FillFacts['vessel']>) => knows({ vessel: { ...facts.vessel, ...more } });
const source = (more: Partial<SourceContainer>) => knows({ source: { ...pail, ...more } });
const holds = (productId: number, ul: number, productUl: number, more: object = {}) => ({
  holds: {
    code: 'B-9',
    productId,
    productName: 'Kiln Foam',
    ul,
    productUl,
    mixed: false,
    onHold: null,
    ...more,
  },
});
const leftover = { kind: 'leftover', leftUl: 350_000, strength: { notation: 'parts', water: 12 } } as const;
const topUp = asks({
  start: leftover,
  how: 'inPlace',
  shown: { pourOffUl: 0, waterUl: 369_231, productUl: 30_769 },
});
const by = asks({ recipe: { soil: 0, left: false } });

describe('a pour', () => {
  it('750 ml at 1:12: 692.308 ml of water, 57.692 ml of product, and the pail has the rest', () => {
    const resolved = resolvePour(request, facts);
    expect(resolved.ok && resolved.value).toMatchObject({
      drawn: { productUl: 57_692, waterUl: 692_308 },
      leftUl: 3_942_308,
      estimate: true,
      off: null,
    });
  });

  it('is looked at again where the vessel holds another batch than it was shown to, unless it is told later', () => {
    const holding = vessel(holds(2, 300_000, 23_077));
    const seen = (inVessel: string | null, of = holding) => resolvePour(asks({ inVessel }), of);
    expect(seen(null)).toMatchObject({
      code: 'vessel.changed',
      at: '/inVessel',
      facts: { now: { code: 'B-9' } },
    });
    expect(seen('B-8')).toMatchObject({ code: 'vessel.changed' });
    expect(seen('B-9').ok).toBe(true);
    expect(seen('B-9', facts)).toMatchObject({ code: 'vessel.changed', facts: { now: null } });
    expect(seen(null, facts).ok).toBe(true);
    const later = asks({ inVessel: null, happenedAt: new Date('2026-05-04T09:00:00Z') });
    expect(resolvePour(later, holding)).not.toMatchObject({ code: 'vessel.changed' });
  });

  it('is booked as it was measured, where that is as near as the measure reads', () => {
    const measured = [{ measureId: 7, ul: 58_000 }];
    const shown = { pourOffUl: 0, waterUl: 692_000, productUl: 58_000 };
    const resolved = resolvePour(asks({ measured, shown }), facts);
    expect(resolved.ok && resolved.value).toMatchObject({
      drawn: { productUl: 58_000, waterUl: 692_000 },
      estimate: false,
    });
    expect(resolvePour(asks({ measured, shown }), knows({ measures: [] }))).toMatchObject({
      code: 'mix.changed',
    });
  });

  it('tops a leftover up at the strength the books know it has, whatever was typed', () => {
    const kept = vessel(holds(2, 400_000, 40_000));
    const weak = { ...leftover, strength: { notation: 'parts', water: 99 } } as const;
    expect(resolveStart(weak, kept)).toMatchObject({
      value: { contents: { productUl: 35_000, waterUl: 315_000 }, fromBooks: true },
    });
    expect(resolvePour(topUp, vessel(holds(2, 350_000, 26_923)))).toMatchObject({ ok: true });
  });

  it('finishes one container and takes the rest from another', () => {
    const two = asks({ fromTwo: true });
    const short = { ...pail, heldUl: 20_000 };
    const resolved = resolvePour(two, knows({ source: short, rest: { ...pail, id: 2, code: 'P-2' } }));
    expect(resolved.ok && resolved.value).toMatchObject({ leftUl: 0, restUl: 37_692, restLeftUl: 3_962_308 });
  });

  it('by a manager’s word, or without any product, needs nobody’s leave', () => {
    const careful = product({ care: { ...CARE, signOff: true, acknowledge: true } });
    const answers = { ...careful, who: { signedOff: false, answers: true } };
    expect(resolvePour(asks({ acknowledged: true }), answers)).toMatchObject({ ok: true });
    const strong = { kind: 'poured', productUl: 0, waterUl: 500_000 } as const;
    const wet = asks({ start: strong, totalUl: 500_000, how: 'inPlace' });
    expect(resolvePour(wet, careful)).not.toMatchObject({ code: 'safety.notSignedOff', at: '/acknowledged' });
  });

  it.each([
    ['of a retired product', request, product({ retired: true }), 'equipment.unusable', '/productId'],
    ['into a retired vessel', request, vessel({ retired: true }), 'equipment.unusable', '/vesselId'],
    [
      'after something nobody knows',
      request,
      knows({
        product: { ...facts.product, traits: ALL_UNKNOWN },
        vessel: { ...facts.vessel, held: [{ name: 'Unlisted', traits: ALL_UNKNOWN }] },
      }),
      'safety.unknown',
      '/vesselId',
    ],
    ['over another product', request, vessel(holds(3, 100_000, 9_000)), 'vessel.occupied', '/vesselId'],
    ['onto another product', topUp, vessel(holds(3, 400_000, 40_000)), 'leftover.different', '/vesselId'],
    [
      'onto what is two products',
      topUp,
      vessel(holds(2, 400_000, 40_000, { mixed: true })),
      'leftover.different',
      '/vesselId',
    ],
    [
      'onto a lot that is on hold',
      topUp,
      vessel(holds(2, 400_000, 40_000, { onHold: HOLD })),
      'lot.held',
      '/vesselId',
    ],
    [
      'at no strength at all',
      asks({ strength: { notation: 'percent', percent: 0 } }),
      facts,
      'strength.nothing',
      '/strength',
    ],
    ['over the fill limit', asks({ totalUl: 760_000 }), facts, 'total.overFillLimit', '/totalUl'],
    [
      'diluted, where it is ready to use',
      request,
      product({ state: 'readyToUse' }),
      'product.readyToUse',
      '/strength',
    ],
    [
      'of less than anybody can measure',
      asks({ strength: { notation: 'parts', water: 5_000 } }),
      facts,
      'strength.notMeasurable',
      '/strength',
    ],
    [
      'by other amounts',
      asks({ shown: { pourOffUl: 0, waterUl: 692_307, productUl: 57_693 } }),
      facts,
      'mix.changed',
      '/shown',
    ],
    [
      'by somebody not signed off',
      request,
      product({ care: { ...CARE, signOff: true } }),
      'safety.notSignedOff',
      '/productId',
    ],
    [
      'without the word it asks for',
      request,
      product({ care: { ...CARE, acknowledge: true } }),
      'safety.notAcknowledged',
      '/acknowledged',
    ],
    [
      'of a product on hold',
      request,
      knows({ notes: [{ gate: 'hold', words: 'Wait', read: true }] }),
      'note.hold',
      '/productId',
    ],
    ['from nowhere', request, knows({ source: null }), 'equipment.unusable', '/containerId'],
    [
      'from what was put away',
      request,
      source({ awayAt: '2026-05-02' }),
      'equipment.unusable',
      '/containerId',
    ],
    ['from another product', request, source({ productId: 3 }), 'equipment.unusable', '/containerId'],
    ['from what is sealed', request, source({ openedAt: null }), 'equipment.unusable', '/containerId'],
    ['from a lot that is on hold', request, source({ onHold: HOLD }), 'lot.held', '/containerId'],
    ['of more than there is', request, source({ heldUl: 57_691 }), 'stock.short', '/containerId'],
    [
      'with more found than is missing',
      asks({ foundUl: 20_001 }),
      source({ heldUl: 37_692 }),
      'found.tooMuch',
      '/foundUl',
    ],
    [
      'with more found than it can hold',
      asks({ foundUl: 30_000 }),
      source({ heldUl: 37_692, sizeUl: 50_000 }),
      'container.full',
      '/foundUl',
    ],
    [
      'from two, where one would do',
      asks({ fromTwo: true }),
      knows({ rest: { ...pail, id: 2 } }),
      'rest.unneeded',
      '/rest/containerId',
    ],
    [
      'from the same one twice',
      asks({ fromTwo: true }),
      knows({ source: { ...pail, heldUl: 1 }, rest: { ...pail, heldUl: 1 } }),
      'equipment.unusable',
      '/rest/containerId',
    ],
    [
      'from two, with something found',
      asks({ fromTwo: true, foundUl: 1 }),
      knows({ source: { ...pail, heldUl: 1 }, rest: { ...pail, id: 2 } }),
      'found.tooMuch',
      '/foundUl',
    ],
    [
      'from before the vessel was filled again',
      asks({ happenedAt: new Date('2026-05-04T08:00:00Z') }),
      vessel({ filledAt: new Date('2026-05-04T08:00:01Z') }),
      'pour.filledSince',
      '/occurredAt',
    ],
    ['by no recipe there is', by, facts, 'recipe.unknown', '/recipe'],
  ] as [string, PourRequest, PourFacts, string, string][])(
    'is refused: %s, at what it is about',
    (_, asked, known, code, pointer) => {
      expect(resolvePour(asked, known)).toMatchObject({ ok: false, code, at: pointer });
    },
  );

  it('draws what it adds and what was poured before, and never more than the containers hold, however it is made', () => {
    const ul = fc.integer({ min: 0, max: 600_000 });
    let live = 0;
    fc.assert(
      fc.property(
        ul,
        ul,
        fc.integer({ min: 1, max: 60 }),
        fc.nat(6_000_000),
        fc.nat(3),
        (a, b, water, heldUl, nth) => {
          const start = { kind: 'poured', productUl: a, waterUl: b } as const;
          const strength = { notation: 'parts', water } as const;
          const asked = { strength, totalUl: 750_000, start };
          const known = source({ heldUl, sizeUl: 6_000_000 });
          const ways = planPour(
            { totalUl: asked.totalUl, fraction: (1 / (1 + water)) as Fraction, contents: contentsOf(a, b) },
            known,
          );
          if (!ways.ok) return;
          const way = ways.value[nth % ways.value.length] ?? ways.value[0];
          if (!way) return;
          const shown = { pourOffUl: way.pourOffUl, waterUl: way.waterUl, productUl: way.productUl };
          const resolved = resolvePour({ ...request, ...asked, how: way.how, shown }, known);
          if (!resolved.ok) {
            expect(['stock.short', 'strength.notMeasurable', 'mix.changed']).toContain(resolved.code);
            return;
          }
          live++;
          const { drawn, off, plan, leftUl } = resolved.value;
          expect(drawn.productUl).toBe(a + way.productUl);
          expect(leftUl).toBe(heldUl - drawn.productUl);
          expect(volumeUl(drawn) - (off ? volumeUl(off) : 0)).toBe(volumeUl(plan.after));
        },
      ),
      { numRuns: 400 },
    );
    expect(live).toBeGreaterThan(100);
  });
});

const contentsOf = (productUl: number, waterUl: number) => ({
  productUl: microlitres(productUl),
  waterUl: microlitres(waterUl),
});
