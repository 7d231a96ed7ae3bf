import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_UNKNOWN, TRAITS, type Traits } from '../safety/traits.ts';
import type { Band } from '../strength/band.ts';
import type { Fraction } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { dispenserFill } from './dispenserFill.ts';
import { checkLine, judgeLine, lineRatio } from './dispenserLine.ts';
import { mayDispense } from './mayDispense.ts';
import { fitTips, fractionOfRatio, ratioOfTip, rawSlope, recommendTip } from './meteringTip.ts';
import { measuredRate, sprayOutput } from './output.ts';

const fine = { diameterMm: 0.6, ratio: 48, u: 0.02 };
const wide = { diameterMm: 0.9, ratio: 22, u: 0.02 };

describe('metering tips', () => {
  it('0.6 mm at 1:48 and 0.9 mm at 1:22 slope by 1.9241, and 0.75 mm gives 1:31.24 on that line', () => {
    const n = rawSlope(fine, wide);
    expect(n).toBeCloseTo(1.9241, 4);
    expect(48 * (0.75 / 0.6) ** -n).toBeCloseTo(31.24, 2);
  });

  it('two tips are shrunk toward n = 2, the more the less they are known', () => {
    const sure = fitTips([
      { ...fine, u: 0.001 },
      { ...wide, u: 0.001 },
    ]);
    const usual = fitTips([fine, wide]);
    const vague = fitTips([
      { ...fine, u: 0.3 },
      { ...wide, u: 0.3 },
    ]);
    expect(sure.slope).toBeCloseTo(1.9241, 3);
    expect(usual.slope).toBeGreaterThan(sure.slope);
    expect(vague.slope).toBeGreaterThan(usual.slope);
    expect(vague.slope).toBeLessThan(2);
    // By hand: 1/var of the raw slope is Sxx / u^2 = 0.082204 / 0.0004 = 205.5 against 25 for the prior.
    expect(usual.slope).toBeCloseTo((205.51 * 1.92413 + 25 * 2) / 230.51, 3);
    const at = (fit: typeof sure) => {
      const r = ratioOfTip(fit, 0.75);
      return r.ok ? r.value : { ratio: 0, from: 0, to: 0 };
    };
    expect(at(sure).ratio).toBeCloseTo(31.24, 1);
    expect(at(vague).to - at(vague).from).toBeGreaterThan(at(usual).to - at(usual).from);
  });

  it('one tip assumes n = 2', () => {
    const r = ratioOfTip(fitTips([fine]), 0.7);
    expect(r.ok && r.value.ratio).toBeCloseTo(48 * (0.6 / 0.7) ** 2, 9);
    expect(r.ok && r.value.from).toBeLessThan(r.ok ? r.value.ratio : 0);
  });

  it('three or more on a power law give it back, with almost no interval; scattered ones a wide one', () => {
    fc.assert(
      fc.property(fc.double({ min: 1.5, max: 2.5, noNaN: true }), (n) => {
        const tips = [0.5, 0.7, 1].map((diameterMm) => ({
          diameterMm,
          ratio: 10 * diameterMm ** -n,
          u: 0.02,
        }));
        const fit = fitTips(tips);
        expect(fit.slope).toBeCloseTo(n, 9);
        const r = ratioOfTip(fit, 0.8);
        expect(r.ok && r.value.ratio).toBeCloseTo(10 * 0.8 ** -n, 6);
        expect(r.ok && r.value.to / r.value.from).toBeCloseTo(1, 5);
      }),
    );
    const rough = ratioOfTip(fitTips([fine, wide, { diameterMm: 0.75, ratio: 35, u: 0.02 }]), 0.7);
    expect(rough.ok && rough.value.to / rough.value.from).toBeGreaterThan(2);
  });

  it('says nothing over 25 % past the measured ones', () => {
    const fit = fitTips([fine, wide]);
    expect(ratioOfTip(fit, 0.9 * 1.25).ok).toBe(true);
    expect(ratioOfTip(fit, 0.9 * 1.26)).toMatchObject({ ok: false, code: 'tip.beyond' });
    expect(ratioOfTip(fit, 0.6 / 1.26)).toMatchObject({ ok: false, code: 'tip.beyond' });
  });

  it('recommends the nearest that is not over the band', () => {
    const fit = fitTips([fine, wide]);
    const tips = [0.6, 0.7, 0.75, 0.9, 2].map((diameterMm) => ({ diameterMm }));
    const pick = (parts: number, most: number) => {
      const r = recommendTip(fit, tips, fractionOfRatio(parts), { most: fractionOfRatio(most) });
      return r.ok ? r.value.tip.diameterMm : r.code;
    };
    expect(pick(31, 10)).toBe(0.75);
    expect(pick(31, 33)).toBe(0.7);
    expect(pick(31, 100)).toBe('tip.none');
  });
});

describe('a dispenser line', () => {
  const fills = (...products: number[]) => products.map((productUl) => ({ totalUl: 2_000_000, productUl }));
  const band: Band = { least: (1 / 31) as Fraction, most: (1 / 11) as Fraction, basis: 'bottle' };
  const judged = (products: number[], more: Partial<Parameters<typeof judgeLine>[1]> = {}) => {
    const check = checkLine(fills(...products));
    if (!check.ok) throw new Error(check.code);
    return judgeLine(check.value, { before: null, target: fractionOfRatio(20), band, ...more });
  };

  it('is measured by what came out and what the pail lost: 2 L with 95 ml is 1:20.05', () => {
    expect(lineRatio({ totalUl: 2_000_000, productUl: 95_000 })).toMatchObject({ ok: true });
    const check = checkLine(fills(95_000, 96_000, 94_000));
    expect(check.ok && check.value.mean).toBeCloseTo(20.055, 2);
    expect(check.ok && check.value.interval).not.toBeNull();
  });

  it.each([
    [{ totalUl: 0, productUl: 5 }, 'line.total'],
    [{ totalUl: 2_000, productUl: 0 }, 'line.product'],
    [{ totalUl: 2_000, productUl: 2_000 }, 'line.overTotal'],
  ])('refuses %o as %s', (fill, code) => {
    expect(lineRatio(fill)).toMatchObject({ ok: false, code });
  });

  it('steady and in the band is used; steady and out of it wants another tip', () => {
    expect(judged([95_000, 96_000, 94_000]).verdict).toBe('use');
    expect(judged([40_000, 41_000, 40_500])).toMatchObject({
      verdict: 'retip',
      found: 'weakForLabel',
    });
    expect(judged([250_000, 252_000, 249_000])).toMatchObject({
      verdict: 'retip',
      found: 'strongForLabel',
    });
    expect(judged([95_000, 96_000], { band: null }).verdict).toBe('use');
    expect(judged([80_000, 81_000], { band: null }).verdict).toBe('retip');
  });

  it('a weak first fill points at the foot valve, uneven ones at air, drift at what changed', () => {
    expect(judged([60_000, 95_000, 96_000])).toMatchObject({
      verdict: 'fault',
      suspects: ['footValve', 'air'],
    });
    expect(judged([95_000, 70_000, 110_000])).toMatchObject({
      verdict: 'fault',
      suspects: ['air', 'footValve', 'tip'],
    });
    expect(judged([95_000, 96_000], { before: 15 })).toMatchObject({
      verdict: 'fault',
      suspects: ['air', 'tip', 'footValve', 'pressure'],
    });
    expect(judged([95_000, 96_000], { before: 30 })).toMatchObject({
      verdict: 'fault',
      suspects: ['pressure', 'tip'],
    });
    expect(judged([95_000, 96_000], { before: 21 }).verdict).toBe('use');
  });

  it('is never for what is ready to use, a dressing, or a product kept out of one or not looked up', () => {
    const none = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as unknown as Traits;
    const product = {
      name: 'Lime Kiln Foam',
      state: 'concentrate' as const,
      traits: none,
      record: { family: 'neutralFoam' as const },
    };
    expect(mayDispense(product, false).ok).toBe(true);
    expect(mayDispense({ ...product, state: 'readyToUse' }, false)).toMatchObject({
      ok: false,
      code: 'dispense.never',
    });
    expect(mayDispense({ ...product, record: { family: 'tyreDressing' } }, false).ok).toBe(false);
    expect(mayDispense({ ...product, traits: { ...none, neverDispense: 'yes' } }, false).ok).toBe(false);
    const glass = { ...product, record: { family: 'glass' as const } };
    expect(mayDispense(glass, false)).toMatchObject({ ok: false, code: 'dispense.never' });
    expect(mayDispense(glass, true).ok).toBe(true);
    const unknown = mayDispense({ ...product, traits: ALL_UNKNOWN }, false);
    expect(unknown).toMatchObject({ facts: { why: 'unknown' } });
  });
});

describe('what comes out of a sprayer', () => {
  it('is counted or timed', () => {
    expect(sprayOutput('squeeze', 20, 24_000)).toEqual({ ok: true, value: { per: 'squeeze', ml: 1.2 } });
    expect(sprayOutput('minute', 90, 540_000)).toEqual({ ok: true, value: { per: 'minute', ml: 360 } });
    expect(sprayOutput('squeeze', 2.5, 24_000)).toMatchObject({ ok: false, code: 'output.count' });
    expect(sprayOutput('minute', 0, 24_000)).toMatchObject({ ok: false, code: 'output.seconds' });
    expect(sprayOutput('squeeze', 20, 0)).toMatchObject({ ok: false, code: 'output.nothing' });
  });

  it('on four wheels: 180 ml is 180 ml to the square metre', () => {
    expect(measuredRate(180_000, 4, 'wheels')).toEqual({ ok: true, value: 180 });
    expect(measuredRate(180_000, 0, 'wheels')).toMatchObject({ ok: false, code: 'rate.count' });
    expect(measuredRate(180, 4, 'wheels')).toMatchObject({ ok: false, code: 'rate.range' });
  });
});

describe('a fill from a line', () => {
  const ul = microlitres;

  it('holds the measured fraction of what came out: 5 L at 1:20 is 238.095 ml of product', () => {
    const fill = dispenserFill(fractionOfRatio(20), ul(5_000_000), null, 18_000_000);
    expect(fill).toEqual({
      ok: true,
      value: { lineUl: 5_000_000, productUl: 238_095, addUl: 0, totalUl: 5_000_000 },
    });
  });

  it('is let down at the bench where it is to be weaker: half of it water for 1:19 from 1:9', () => {
    const fill = dispenserFill(fractionOfRatio(9), ul(10_000_000), fractionOfRatio(19), 18_000_000);
    expect(fill.ok && fill.value).toMatchObject({ lineUl: 5_000_000, productUl: 500_000, addUl: 5_000_000 });
  });

  it('keeps its total and never has more product than asked for, whatever the strengths', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 400, noNaN: true }),
        fc.double({ min: 1, max: 10, noNaN: true }),
        fc.integer({ min: 100_000, max: 18_000_000 }),
        (ratio, weaker, totalUl) => {
          const line = fractionOfRatio(ratio);
          const target = (line / weaker) as Fraction;
          const fill = dispenserFill(line, ul(totalUl), target, 18_000_000);
          if (!fill.ok) throw new Error(fill.code);
          expect(fill.value.lineUl + fill.value.addUl).toBe(totalUl);
          expect(Math.abs(fill.value.productUl - target * totalUl)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });

  it('refuses more than the line gives, and more than the vessel holds', () => {
    expect(dispenserFill(fractionOfRatio(20), ul(1_000_000), fractionOfRatio(10), 18_000_000)).toMatchObject({
      ok: false,
      code: 'line.tooWeak',
      facts: { gives: fractionOfRatio(20) },
    });
    expect(dispenserFill(fractionOfRatio(20), ul(19_000_000), null, 18_000_000)).toMatchObject({
      ok: false,
      code: 'total.overFillLimit',
    });
    expect(dispenserFill(fractionOfRatio(2_000), ul(100), null, 1_000)).toMatchObject({ ok: false });
  });
});
