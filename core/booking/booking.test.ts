import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { volumeUl } from '../mixing/contents.ts';
import { ALL_UNKNOWN } from '../safety/traits.ts';
import { microlitres } from '../units/volume.ts';
import type { HeldInVessel } from './heldIn.ts';
import { CARE, FILL, HOLD } from './madeUp.ts';
import type { FillFacts } from './mayFill.ts';
import { type DiluteStockFacts, type DiluteStockRequest, resolveDiluteStock } from './resolveDiluteStock.ts';
import { type LineFillFacts, type LineFillRequest, resolveLineFill } from './resolveLineFill.ts';
import { type MergeFacts, type MergeRequest, resolveMerge } from './resolveMerge.ts';
import { resolveUse, sharesOf } from './resolveUse.ts';

const of = (productUl: number, waterUl: number) => ({
  productUl: microlitres(productUl),
  waterUl: microlitres(waterUl),
});
const inIt = (productUl: number, waterUl: number) => ({ ul: productUl + waterUl, productUl });
const held = (vesselName: string, more: Partial<HeldInVessel> = {}): HeldInVessel => ({
  vesselName,
  code: `B-${vesselName}`,
  productId: 2,
  productName: 'Kiln Hyper',
  ...inIt(40_000, 360_000),
  mixed: false,
  onHold: null,
  ...more,
});

describe('two leftovers', () => {
  const request: MergeRequest = {
    from: { vesselId: 1, leftUl: 400_000 },
    into: { vesselId: 2, leftUl: 300_000 },
  };
  const facts: MergeFacts = {
    from: held('1'),
    into: held('2', inIt(15_000, 285_000)),
    roomUl: 750_000,
  };

  it('400 ml at 10 % into 300 ml at 5 % come to 55 ml of product in 700 ml', () => {
    const resolved = resolveMerge(request, facts);
    expect(resolved.ok && resolved.value.together).toEqual(of(55_000, 645_000));
  });

  it.each([
    [
      'the same vessel twice',
      { ...request, from: request.into },
      facts,
      'merge.sameVessel',
      '/from/vesselId',
    ],
    ['an empty one', request, { ...facts, from: null }, 'merge.notHeld', '/from/vesselId'],
    [
      'one with something else in it',
      request,
      { ...facts, into: held('2', { mixed: true }) },
      'merge.notHeld',
      '/into/vesselId',
    ],
    [
      'a lot that is on hold',
      request,
      { ...facts, into: held('2', { onHold: HOLD }) },
      'lot.held',
      '/into/vesselId',
    ],
    [
      'more than the books have',
      { ...request, from: { vesselId: 1, leftUl: 400_001 } },
      facts,
      'merge.moreThanHeld',
      '/from/leftUl',
    ],
    [
      'two products',
      request,
      { ...facts, from: held('1', { productId: 3 }) },
      'merge.differentProducts',
      '/from',
    ],
    ['more than there is room for', request, { ...facts, roomUl: 699_999 }, 'merge.noRoom', '/from'],
    ['what was shown wrongly', { ...request, shown: of(55_001, 644_999) }, facts, 'mix.changed', '/shown'],
  ])('are refused: %s, at what it is about', (_, asked, known, code, pointer) => {
    expect(resolveMerge(asked, known)).toMatchObject({ ok: false, code, at: pointer });
  });

  it('lose nothing and keep their strengths, however much of each is left', () => {
    const ul = fc.integer({ min: 1, max: 2_000_000 });
    fc.assert(
      fc.property(ul, ul, ul, ul, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, c, d, share) => {
        const [from, into] = [of(a, b), of(c, d)];
        const asked = {
          from: { vesselId: 1, leftUl: Math.max(1, Math.round(share * volumeUl(from))) },
          into: { vesselId: 2, leftUl: volumeUl(into) },
        };
        const resolved = resolveMerge(asked, {
          from: held('1', inIt(a, b)),
          into: held('2', inIt(c, d)),
          roomUl: 1e9,
        });
        if (!resolved.ok) throw new Error(resolved.code);
        expect(volumeUl(resolved.value.together)).toBe(asked.from.leftUl + asked.into.leftUl);
        expect(
          Math.abs(resolved.value.from.productUl - (asked.from.leftUl * a) / (a + b)),
        ).toBeLessThanOrEqual(1);
      }),
    );
  });
});

const holding = (productId: number): FillFacts['vessel'] => ({
  ...FILL.vessel,
  holds: held('1', { productId, productName: 'Other' }),
});

describe('a mix from a stock solution', () => {
  const request: DiluteStockRequest = {
    stockVesselId: 7,
    vesselId: 1,
    strength: { notation: 'parts', water: 9 },
    totalUl: 750_000,
    measured: [],
    acknowledged: true,
    shown: { waterUl: 675_000, stockUl: 75_000 },
  };
  const facts: DiluteStockFacts = {
    stock: held('7', inIt(1_600_000, 6_400_000)),
    fill: FILL,
    measures: [],
  };
  const fill = (more: Partial<FillFacts>): DiluteStockFacts => ({ ...facts, fill: { ...FILL, ...more } });

  it('1:9 from a pail that holds 1:4: 75 ml of the pail, 15 ml of it product, 2 % overall', () => {
    const resolved = resolveDiluteStock(request, facts);
    expect(resolved.ok && resolved.value).toEqual({
      taken: of(15_000, 60_000),
      waterUl: 675_000,
      overall: 0.02,
    });
  });

  it.each([
    ['out of nothing', request, { ...facts, stock: null }, 'stock.none', '/stockVesselId'],
    ['into itself', { ...request, vesselId: 7 }, facts, 'stock.none', '/stockVesselId'],
    [
      'of a lot on hold',
      request,
      { ...facts, stock: held('7', { onHold: HOLD }) },
      'lot.held',
      '/stockVesselId',
    ],
    [
      'after something nobody knows',
      request,
      fill({
        product: { ...FILL.product, traits: ALL_UNKNOWN },
        vessel: { ...FILL.vessel, held: [{ name: 'Unlisted', traits: ALL_UNKNOWN }] },
      }),
      'safety.unknown',
      '/vesselId',
    ],
    [
      'into what another product stands in',
      request,
      fill({ vessel: holding(3) }),
      'vessel.occupied',
      '/vesselId',
    ],
    [
      'by somebody not signed off',
      request,
      fill({ product: { ...FILL.product, care: { ...CARE, signOff: true } } }),
      'safety.notSignedOff',
      '/stockVesselId',
    ],
    ['over the fill limit', { ...request, totalUl: 950_000 }, facts, 'total.overFillLimit', '/totalUl'],
    [
      'by other amounts',
      { ...request, shown: { waterUl: 675_001, stockUl: 74_999 } },
      facts,
      'mix.changed',
      '/shown',
    ],
    [
      'with a measure that is gone',
      { ...request, measured: [{ measureId: 9, ul: 75_000 }] },
      facts,
      'mix.changed',
      '/shown',
    ],
    [
      'of more than there is',
      request,
      { ...facts, stock: held('7', inIt(10_000, 40_000)) },
      'stock.short',
      '/stockVesselId',
    ],
  ] as [string, DiluteStockRequest, DiluteStockFacts, string, string][])(
    'is refused: %s, at what it is about',
    (_, asked, known, code, pointer) => {
      expect(resolveDiluteStock(asked, known)).toMatchObject({ ok: false, code, at: pointer });
    },
  );

  it('goes into a vessel that holds the same', () => {
    expect(resolveDiluteStock(request, fill({ vessel: holding(2) })).ok).toBe(true);
  });
});

describe('a fill from a line', () => {
  const request: LineFillRequest = {
    totalUl: 700_000,
    strength: { notation: 'parts', water: 19 },
    acknowledged: true,
  };
  const facts: LineFillFacts = {
    ...FILL,
    line: { name: 'Left line', ratio: 9, fault: false },
    pail: { code: 'P-3', heldUl: 4_000_000, onHold: null },
  };
  const line = (more: Partial<LineFillFacts['line']>) => ({ ...facts, line: { ...facts.line, ...more } });
  const pail = (more: Partial<LineFillFacts['pail']>) => ({ ...facts, pail: { ...facts.pail, ...more } });

  it('a line at 1:9 for 700 ml at 1:19: 350 ml from the line, 35 ml of it product, and 350 ml of water', () => {
    const resolved = resolveLineFill(request, facts);
    expect(resolved.ok && resolved.value).toEqual({
      lineUl: 350_000,
      productUl: 35_000,
      addUl: 350_000,
      totalUl: 700_000,
      leftUl: 3_965_000,
    });
  });

  it.each([
    ['never verified', request, line({ ratio: null }), 'line.unverified', '/lineId'],
    ['with a fault', request, line({ fault: true }), 'line.unverified', '/lineId'],
    ['from a pail whose lot is on hold', request, pail({ onHold: HOLD }), 'lot.held', '/lineId'],
    [
      'into what another product stands in',
      request,
      { ...facts, vessel: holding(3) },
      'vessel.occupied',
      '/vesselId',
    ],
    [
      'without the word it asks for',
      { ...request, acknowledged: false },
      { ...facts, product: { ...FILL.product, care: { ...CARE, acknowledge: true } } },
      'safety.notAcknowledged',
      '/acknowledged',
    ],
    [
      'stronger than the line',
      { ...request, strength: { notation: 'parts', water: 5 } },
      facts,
      'line.tooWeak',
      '/strength',
    ],
    ['over the vessel', { ...request, totalUl: 900_001 }, facts, 'total.overFillLimit', '/totalUl'],
    [
      'by other amounts',
      { ...request, shown: { lineUl: 350_000, productUl: 35_001, addUl: 350_000 } },
      facts,
      'mix.changed',
      '/shown',
    ],
    ['of more than the pail holds', request, pail({ heldUl: 34_999 }), 'stock.short', '/lineId'],
  ] as [string, LineFillRequest, LineFillFacts, string, string][])(
    'is refused: %s, at what it is about',
    (_, asked, known, code, pointer) => {
      expect(resolveLineFill(asked, known)).toMatchObject({ ok: false, code, at: pointer });
    },
  );
});

describe('some of a mix', () => {
  const mix = { code: 'B-9', heldUl: 260, takenBack: false, units: 'metric' } as const;

  it('is used up to what there is; all that is left where nobody says how much', () => {
    expect(resolveUse({ ul: 130 }, mix)).toEqual({ ok: true, value: 130 });
    expect(resolveUse({ ul: null }, mix)).toEqual({ ok: true, value: 260 });
    expect(resolveUse({ ul: 261 }, mix)).toMatchObject({ code: 'batch.short', at: '/ul' });
    expect(resolveUse({ ul: null }, { ...mix, heldUl: 0 })).toMatchObject({ code: 'batch.short' });
    expect(resolveUse({ ul: 1 }, { ...mix, takenBack: true })).toMatchObject({ code: 'batch.takenBack' });
  });

  it('leaves each part in its proportion, none overdrawn, to the microlitre', () => {
    expect(sharesOf(130, [{ ul: 100 }, { ul: 160 }])).toEqual([50, 80]);
    const parts = fc.array(fc.record({ ul: fc.integer({ min: 1, max: 1e9 }) }), {
      minLength: 1,
      maxLength: 3,
    });
    fc.assert(
      fc.property(parts, fc.double({ min: 0, max: 1, noNaN: true }), (there, share) => {
        const all = there.reduce((sum, p) => sum + p.ul, 0);
        const wanted = Math.round(share * all);
        const shares = sharesOf(wanted, there);
        expect(shares.reduce((sum, ul) => sum + ul, 0)).toBe(wanted);
        shares.forEach((ul, i) => {
          const part = there[i]?.ul ?? 0;
          expect(ul).toBeGreaterThanOrEqual(0);
          expect(ul).toBeLessThanOrEqual(part);
          expect(Math.abs(ul - (part * wanted) / all)).toBeLessThanOrEqual(there.length);
        });
      }),
    );
  });
});
