import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  closedFormSpread,
  rankImprovements,
  simulateStrength,
  type UncertainMix,
} from '../mixing/tolerance.ts';
import { fitTips, fractionOfRatio, ratioOfTip, recommendTip } from './meteringTip.ts';
import { deviationOf, ONE_RUN, repeatedMean } from './repeated.ts';
import { studentT } from './studentT.ts';

const readings = fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 2, maxLength: 12 });

describe('the same thing measured again and again', () => {
  it('has its mean inside its interval, which no common error makes narrower', () => {
    fc.assert(
      fc.property(readings, fc.double({ min: 0, max: 0.1, noNaN: true }), (values, common) => {
        const plain = repeatedMean(values, []);
        const more = repeatedMean(values, [common]);
        if (!plain.interval || !more.interval) throw new Error('no interval');
        expect(plain.interval.from).toBeLessThanOrEqual(plain.mean);
        expect(plain.interval.to).toBeGreaterThanOrEqual(plain.mean);
        expect(more.u).toBeGreaterThanOrEqual(plain.u);
        expect(more.interval.to).toBeGreaterThanOrEqual(plain.interval.to - 1e-12);
      }),
    );
  });

  it('doesn’t care for the order of its runs, nor for the unit they are in', () => {
    fc.assert(
      fc.property(readings, fc.double({ min: 0.1, max: 1_000, noNaN: true }), (values, scale) => {
        const once = repeatedMean(values, [0.01]);
        const turned = repeatedMean([...values].reverse(), [0.01]);
        const scaled = repeatedMean(
          values.map((v) => v * scale),
          [0.01],
        );
        expect(turned.mean).toBeCloseTo(once.mean, 12);
        expect(turned.u).toBeCloseTo(once.u, 9);
        expect(scaled.mean / scale).toBeCloseTo(once.mean, 9);
        expect(scaled.u).toBeCloseTo(once.u, 9);
        expect(scaled.unlike).toEqual(once.unlike);
      }),
    );
  });

  it('of runs all alike knows only what is common to them', () => {
    const alike = repeatedMean([0.08, 0.08, 0.08, 0.08], [0.03, 0.04]);
    expect(alike.u).toBeCloseTo(0.05, 12);
    expect((alike.interval?.to ?? 0) - 0.08).toBeCloseTo(3.1824 * 0.05 * 0.08, 12);
    expect(alike.unlike).toEqual([]);
    expect(repeatedMean([0.08], [0.01])).toMatchObject({ u: ONE_RUN, interval: null });
  });

  it('flags one wild run among any that lie close, wherever it stands', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.99, max: 1.01, noNaN: true }), { minLength: 3, maxLength: 8 }),
        fc.nat(8),
        fc.constantFrom(0.5, 2),
        (close, at, wild) => {
          const place = at % (close.length + 1);
          const values = [...close.slice(0, place), wild, ...close.slice(place)];
          expect(repeatedMean(values, []).unlike).toContain(place);
        },
      ),
    );
  });

  it('has t that falls with every run more, and the usual standard deviation', () => {
    for (let freedom = 2; freedom < 200; freedom++)
      expect(studentT(freedom)).toBeLessThan(studentT(freedom - 1));
    expect(deviationOf([2, 4, 4, 4, 5, 5, 7, 9])).toBeCloseTo(2.138, 3);
  });
});

describe('tips, whatever they are', () => {
  const tips = fc
    .uniqueArray(fc.integer({ min: 4, max: 16 }), { minLength: 1, maxLength: 5 })
    .chain((tenths) =>
      fc.tuple(
        ...tenths.map((t) =>
          fc.double({ min: 0.8, max: 1.25, noNaN: true }).map((off) => ({
            diameterMm: t / 10,
            ratio: (20 * off) / (t / 10) ** 2,
            u: 0.03,
          })),
        ),
      ),
    );

  it('a wider tip never gives a weaker mix where it was fitted to one or two', () => {
    fc.assert(
      fc.property(tips, (measured) => {
        const few = measured.slice(0, 2);
        const fit = fitTips(few);
        expect(fit.slope).toBeGreaterThan(0);
        const { fromMm, toMm } = fit.measured;
        const narrow = ratioOfTip(fit, fromMm);
        const wide = ratioOfTip(fit, toMm);
        if (!narrow.ok || !wide.ok) throw new Error('measured tips are always told');
        expect(wide.value.ratio).toBeLessThanOrEqual(narrow.value.ratio + 1e-9);
        expect(narrow.value.from).toBeLessThanOrEqual(narrow.value.ratio);
        expect(narrow.value.to).toBeGreaterThanOrEqual(narrow.value.ratio);
      }),
    );
  });

  it('the tip recommended is never over the band, and none at hand under it comes nearer', () => {
    fc.assert(
      fc.property(tips, fc.double({ min: 5, max: 100, noNaN: true }), (measured, wanted) => {
        const fit = fitTips(measured);
        const target = fractionOfRatio(wanted);
        const most = fractionOfRatio(wanted * 0.9);
        const best = recommendTip(fit, measured, target, { most });
        if (!best.ok) return;
        const gives = fractionOfRatio(best.value.gives.ratio);
        expect(gives).toBeLessThanOrEqual(most * (1 + 1e-9));
        for (const tip of measured) {
          const other = ratioOfTip(fit, tip.diameterMm);
          if (!other.ok || fractionOfRatio(other.value.ratio) > most) continue;
          const off = (f: number) => Math.abs(Math.log(f / target));
          expect(off(gives)).toBeLessThanOrEqual(off(fractionOfRatio(other.value.ratio)) + 1e-9);
        }
      }),
    );
  });
});

describe('a draw among what is uncertain', () => {
  const mix = (q: number, relative: number): UncertainMix => ({
    product: [{ name: 'syringe', ul: 58_000, spread: { ul: 500 } }],
    water: { name: 'fill line', ul: 692_000, spread: { relative: 0.02 } },
    assay: 0.03,
    draw: { q, spread: { relative } },
  });

  it('moves the whole spread down to the panel, and agrees with the small-error formula', () => {
    const { p5, p95, median } = simulateStrength(mix(0.09, 0.05), 200_000, 21);
    expect(median / ((58 / 750) * 0.09)).toBeCloseTo(1, 2);
    expect(Math.log(p95 / p5) / (2 * 1.6449) / closedFormSpread(mix(0.09, 0.05))).toBeCloseTo(1, 1);
  });

  it('is worth measuring first where it is known worst, and last where it is known best', () => {
    expect(rankImprovements(mix(0.09, 0.3))[0]?.name).toBe('draw');
    expect(rankImprovements(mix(0.09, 0.001)).at(-1)?.name).toBe('draw');
    expect(rankImprovements({ ...mix(0.09, 0.1), draw: undefined }).map((i) => i.name)).not.toContain('draw');
  });

  it('counts mixes under the floor and over the ceiling on the panel', () => {
    const centre = (58 / 750) * 0.09;
    const { underFloor, overCeiling } = simulateStrength(mix(0.09, 0.05), 100_000, 4, {
      floor: centre,
      ceiling: centre * 1.2,
    });
    expect(underFloor).toBeCloseTo(0.5, 1);
    expect(overCeiling).toBeLessThan(0.01);
  });
});
