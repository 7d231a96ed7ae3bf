import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Learned, NOTHING_LEARNED, shrunk } from '../planning/learned.ts';
import { SHOP } from '../planning/madeUpPlan.ts';
import { planWash } from '../planning/planWash.ts';
import { compared } from './compared.ts';
import { aboutOf, learnedFrom, type Samples } from './learnedFrom.ts';
import { done, eventOf, planOf, BEGIN_MS as T } from './madeUpRun.ts';
import { runStand } from './runState.ts';
import { type RunSample, samplesOf } from './samples.ts';

const SAID = { level: 2, body: 'hatchback' } as const;
const PLAN = planOf(SAID);
const together = (runs: readonly (readonly RunSample[])[]): Samples[] => {
  const byKey = new Map<string, Samples>();
  for (const sample of runs.flat()) {
    const { what, about } = aboutOf(sample);
    const before = byKey.get(`${what} ${about}`);
    const ratio = sample.of === 'check' ? sample.failed : sample.ratio;
    byKey.set(`${what} ${about}`, {
      what,
      about,
      ratios: [...(before?.ratios ?? []), ratio],
      checks: (before?.checks ?? 0) + (sample.of === 'check' ? sample.checks : 0),
    });
  }
  return [...byKey.values()];
};
const learnedOf = (...runs: RunSample[][]): Learned => learnedFrom(together(runs));

describe('drawn towards the seed', () => {
  it('n runs weigh n / (n + 5): none is the seed, five are half of the way', () => {
    expect(shrunk([])).toBe(1);
    expect(shrunk([1.5, 1.5, 1.5, 1.5, 1.5])).toBe(1.25);
    expect(shrunk(Array(95).fill(2))).toBeCloseTo(1.95, 12);
  });

  it('lies between the seed and what the runs say, nearer to them the more there are, and no one run carries it away', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 3.5, noNaN: true }),
        fc.integer({ min: 1, max: 50 }),
        (ratio, n) => {
          const few = shrunk(Array(n).fill(ratio));
          const more = shrunk(Array(n + 1).fill(ratio));
          expect(Math.abs(few - ratio)).toBeGreaterThanOrEqual(Math.abs(more - ratio) - 1e-12);
          expect(few).toBeGreaterThanOrEqual(Math.min(1, ratio) - 1e-12);
          expect(few).toBeLessThanOrEqual(Math.max(1, ratio) + 1e-12);
        },
      ),
    );
    expect(shrunk([1, 1, 1, 1_000])).toBeLessThan(1.34);
  });
});

describe('what a run says', () => {
  const slow = done(PLAN, { pace: () => 1.5 });
  const samples = samplesOf(PLAN, slow.stand, []);
  const minutes = samples.filter((s) => s.of === 'minutes');

  it('minutes against the seeds, of all that took time: half as long again is 1.5', () => {
    expect(minutes.map((s) => s.kind)).toEqual(expect.arrayContaining(['contact', 'foam', 'dry', 'rinse']));
    for (const s of minutes) expect(s.ratio).toBeCloseTo(1.5, 1);
  });

  it('of what was ticked off without being begun, or left out, nothing', () => {
    const events = PLAN.tasks.map((t) =>
      t.id === 'work dry'
        ? eventOf({ kind: 'skipped', task: t.id, reason: 'noTime', note: '' }, T)
        : eventOf({ kind: 'ended', task: t.id }, T),
    );
    expect(samplesOf(PLAN, runStand(PLAN, events), []).filter((s) => s.of !== 'check')).toEqual([]);
  });

  it('what was learned makes the next plan longer, and done at the same pace again it says the same as before', () => {
    const learned = learnedOf(...Array<RunSample[]>(10).fill(samples));
    const next = planOf(SAID, { learned });
    expect(next.elapsedS).toBeGreaterThan(PLAN.elapsedS * 1.2);
    const contact = next.steps.find((s) => s.id === 'contact');
    expect(contact?.pace).toBeCloseTo(shrunk(Array(10).fill(1.5)), 2);
    const again = done(next, { pace: () => 1.5 / (contact?.pace ?? 1) });
    const said = samplesOf(next, again.stand, []).find((s) => s.of === 'minutes' && s.kind === 'contact');
    expect(said).toMatchObject({ ratio: expect.closeTo(1.5, 1) });
    const plan = planWash({ protection: 'wax', ...SAID }, { ...SHOP, learned });
    expect(plan.ok && plan.steps.find((s) => s.id === 'contact')?.pace.n).toBe(10);
  });

  it('millilitres against what the recipe says, where somebody looked, and the next plan takes as much more', () => {
    const mix = PLAN.mixes.findIndex((m) => m.steps.includes('foam'));
    const step = PLAN.steps.find((s) => s.id === 'foam');
    const told = [...slow.events, eventOf({ kind: 'taken', mix, batchId: 7, batch: 'B-7' }, T)];
    const stand = runStand(PLAN, told);
    const ul = 1.2 * (step?.mixUl ?? 0);
    const rates = samplesOf(PLAN, stand, [{ batchId: 7, ul, seen: true }]).filter((s) => s.of === 'rate');
    expect(rates).toMatchObject([{ means: 'cannon', ratio: expect.closeTo(1.2, 6) }]);
    expect(samplesOf(PLAN, stand, [{ batchId: 7, ul, seen: false }]).some((s) => s.of === 'rate')).toBe(
      false,
    );
    const next = planOf(SAID, { learned: learnedOf(...Array<RunSample[]>(5).fill(rates)) });
    expect(next.steps.find((s) => s.id === 'foam')?.mixUl).toBeCloseTo(1.1 * (step?.mixUl ?? 0), -1);
  });

  it('checks by recipe and level, those that failed among them', () => {
    let first = true;
    const failing = done(PLAN, {
      failing: (task) => {
        const fails = first && task.includes('rinse foam');
        if (fails) first = false;
        return fails;
      },
    });
    const checks = samplesOf(PLAN, failing.stand, []).filter((s) => s.of === 'check');
    expect(checks.reduce((sum, c) => sum + c.failed, 0)).toBe(1);
    const { checks: learned } = learnedOf(checks, checks);
    expect(Math.max(...learned.map((c) => c.failed))).toBeLessThanOrEqual(1);
    expect(learned.some((c) => c.failed > 0 && c.n >= 2)).toBe(true);
  });

  it('of what is no longer known nothing is learned', () => {
    const old: Samples[] = [
      { what: 'minutes', about: 'polish 2', ratios: [1.5], checks: 0 },
      { what: 'rate', about: '3 catapult', ratios: [1.5], checks: 0 },
      { what: 'check', about: '3 9', ratios: [1], checks: 1 },
      { what: 'minutes', about: 'foam 2', ratios: [], checks: 0 },
    ];
    expect(learnedFrom(old)).toEqual(NOTHING_LEARNED);
  });
});

describe('planned and done', () => {
  it('each step as long as it took, laid again counted in, and the whole from begin to end', () => {
    const told = done(PLAN, { pace: () => 2 });
    const { steps, around, elapsedS } = compared(PLAN, told.stand);
    for (const s of steps.filter((of) => of.plannedS > 5)) {
      expect(s.tookS).toBeGreaterThan(1.7 * s.plannedS);
      expect(s).toMatchObject({ leftOut: false, failed: 0, goodEnough: false });
    }
    expect(around.tookS).toBeGreaterThan(around.plannedS * 1.8);
    expect(elapsedS).toBeCloseTo((told.endMs - T) / 1_000, -1);
    const total = steps.reduce((sum, s) => sum + s.plannedS, around.plannedS);
    expect(total).toBeCloseTo(
      PLAN.tasks.reduce((sum, t) => sum + t.lastsS, 0),
      3,
    );
  });

  it('of a run nobody began nothing is known', () => {
    const { steps, elapsedS } = compared(PLAN, runStand(PLAN, []));
    expect(elapsedS).toBeNull();
    expect(steps.every((s) => s.tookS === null)).toBe(true);
  });
});
