import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalFrom, uniformFrom } from '../mixing/random.ts';
import { bucketFlow, calibrateDraw, type DrainSetup, drainDraw, drawOf } from './drainTest.ts';
import { repeatedMean } from './repeated.ts';
import { studentT } from './studentT.ts';

const ml = (n: number) => n * 1_000;
const setup = (more: Partial<DrainSetup> = {}): DrainSetup => ({
  variant: 'outlet',
  flowMlPerMin: 6_400,
  flowU: 0.015,
  volumeU: 0.006,
  bottleUl: ml(1_000),
  ...more,
});
const run = { drainedUl: ml(800), seconds: 95 };

describe('a drain test', () => {
  it('of 0.8 L in 95 s at 6.4 L/min: 7.8947 % by the outlet, 7.3171 % by the inlet', () => {
    const outlet = drainDraw(run, setup());
    const inlet = drainDraw(run, setup({ variant: 'inlet' }));
    expect(outlet.ok && outlet.value * 100).toBeCloseTo(7.8947, 4);
    expect(inlet.ok && inlet.value * 100).toBeCloseTo(7.3171, 4);
  });

  it('comes to the same draw either way, where the same liquid is counted', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        fc.integer({ min: 10, max: 600 }),
        (q, seconds) => {
          const total = (6_400 * 1_000 * seconds) / 60;
          const drainedUl = q * total;
          const of = (more: Partial<DrainSetup>) => {
            const draw = drainDraw({ drainedUl, seconds }, setup({ bottleUl: 1e12, ...more }));
            return draw.ok ? draw.value : Number.NaN;
          };
          expect(of({})).toBeCloseTo(q, 9);
          expect(of({ variant: 'inlet', flowMlPerMin: 6_400 * (1 - q) })).toBeCloseTo(q, 9);
        },
      ),
    );
  });

  it.each([
    ['no time', { ...run, seconds: 0 }, {}, 'drain.seconds'],
    ['nothing drained', { ...run, drainedUl: 0 }, {}, 'drain.nothing'],
    ['more than the bottle', { ...run, drainedUl: ml(1_200) }, {}, 'drain.overBottle'],
    ['no flow', run, { flowMlPerMin: Number.NaN }, 'drain.flow'],
    ['over 100 %', run, { flowMlPerMin: 400 }, 'drain.overWhole'],
  ])('refuses %s', (_, drained, more, code) => {
    const refused = drainDraw(drained, setup(more));
    expect(refused).toMatchObject({ ok: false, code });
  });

  it('of one run has no interval and a tenth of doubt; of none there is nothing to say', () => {
    const once = calibrateDraw([run], setup());
    expect(once).toMatchObject({ ok: true, value: { runs: 1, interval: null, u: 0.1 } });
    expect(once.ok && drawOf(once.value)).toMatchObject({ known: 'oneRun', from: null });
    expect(calibrateDraw([], setup())).toMatchObject({ ok: false, code: 'drain.noRuns' });
  });

  it('of several follows u^2 = s^2/n + u_Q^2 + u_V^2, with t at n - 1', () => {
    const seconds = [95, 97, 92, 96];
    const found = calibrateDraw(
      seconds.map((s) => ({ ...run, seconds: s })),
      setup(),
    );
    if (!found.ok || !found.value.interval) throw new Error('no calibration');
    const draws = seconds.map((s) => 0.8 / ((6.4 * s) / 60));
    const mean = draws.reduce((a, b) => a + b) / 4;
    const s2 = draws.reduce((sum, d) => sum + (d - mean) ** 2, 0) / 3;
    const u = Math.sqrt(s2 / mean ** 2 / 4 + 0.015 ** 2 + 0.006 ** 2);
    expect(found.value.mean).toBeCloseTo(mean, 12);
    expect(found.value.u).toBeCloseTo(u, 12);
    expect(found.value.interval.to - mean).toBeCloseTo(3.1824 * u * mean, 12);
    expect(found.value.unlike).toEqual([]);
  });

  it('flags a run unlike the others and still counts it', () => {
    const odd = repeatedMean([0.08, 0.081, 0.079, 0.11], []);
    expect(odd.unlike).toEqual([3]);
    expect(odd.mean).toBeCloseTo(0.0875, 6);
    expect(repeatedMean([0.08, 0.11], []).unlike).toEqual([0, 1]);
    expect(repeatedMean([0.08, 0.084], []).unlike).toEqual([]);
  });

  it('measures a flow with a bucket: 10 L in 94 s is 6.383 L/min, known to 2 %', () => {
    const flow = bucketFlow(ml(10_000), 94);
    expect(flow.ok && flow.value.mlPerMin).toBeCloseTo(6_382.98, 2);
    expect(flow.ok && flow.value.u).toBeCloseTo(0.02, 3);
    expect(bucketFlow(ml(10_000), 0)).toMatchObject({ ok: false, code: 'flow.seconds' });
  });
});

describe('the interval', () => {
  const TRUTH = 0.083;
  /** Of 400 calibrations, each with a flow and a bottle error of its own in all of its runs, those that hold the truth. */
  const held = (runs: number, runU: number, flowU: number, volumeU: number) => {
    const normal = normalFrom(uniformFrom(4_600 + runs));
    return Array.from({ length: 400 }, () => {
      const flowMlPerMin = 6_400 * (1 + flowU * normal());
      const drainedUl = ml(800) * (1 + volumeU * normal());
      const drained = Array.from({ length: runs }, () => ({
        drainedUl,
        seconds: (0.8 / (TRUTH * 6.4)) * 60 * (1 + runU * normal()),
      }));
      const found = calibrateDraw(drained, setup({ flowMlPerMin, flowU, volumeU }));
      return found.ok ? found.value.interval : null;
    }).filter((i) => i && i.from <= TRUTH && TRUTH <= i.to).length;
  };

  it.each([
    [3, 0.08, 0.01, 0.005],
    [5, 0.07, 0.01, 0.005],
    [8, 0.06, 0.01, 0.005],
  ])('of %i runs that differ holds the true draw in 92 to 98 of 100, over 400 calibrations', (...spreads) => {
    expect(held(...spreads)).toBeGreaterThanOrEqual(368);
    expect(held(...spreads)).toBeLessThanOrEqual(392);
  });

  it('errs on the safe side where the flow is worse known than the runs differ', () => {
    expect(held(4, 0.01, 0.03, 0.01)).toBeGreaterThanOrEqual(392);
  });

  it('uses the printed t, and goes on smoothly beyond the table', () => {
    expect(studentT(1)).toBe(12.7062);
    expect(studentT(4)).toBe(2.7764);
    expect(studentT(31)).toBeCloseTo(2.0395, 3);
    expect(studentT(60)).toBeCloseTo(2.0003, 4);
    expect(studentT(1e9)).toBeCloseTo(1.95996, 4);
    expect(() => studentT(0)).toThrow(RangeError);
  });
});
