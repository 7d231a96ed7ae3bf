import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rulesFor } from '../safety/rules.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { edgesOf } from './edges.ts';
import { SHOP } from './madeUpPlan.ts';
import { ANY_VEHICLE } from './madeUpVehicles.ts';
import { orderBy, type Plan, planWash } from './planWash.ts';
import { laidOnOf } from './recipeFor.ts';

const ids = (plan: Plan): string[] => plan.steps.map((s) => s.id);

describe('whatever a vehicle is like', () => {
  it('no step comes before what has to come first, every step has a reason, and a plan is the same twice', () => {
    let plans = 0;
    fc.assert(
      fc.property(ANY_VEHICLE, (assessment) => {
        const plan = planWash(assessment, SHOP);
        expect(JSON.stringify(planWash(structuredClone(assessment), SHOP))).toBe(JSON.stringify(plan));
        if (!plan.ok) {
          expect(plan.allow.length).toBeGreaterThan(0);
          return;
        }
        plans++;
        const kinds = plan.steps.map((s) => s.kind);
        for (const { before, after } of edgesOf(orderBy(plan.method, plan.seen, SHOP.schools))) {
          if (!kinds.includes(before) || !kinds.includes(after)) continue;
          expect(kinds.lastIndexOf(before), `${before} before ${after}`).toBeLessThan(kinds.indexOf(after));
        }
        for (const [i, step] of plan.steps.entries()) {
          expect(step.because.length, step.id).toBeGreaterThan(0);
          if (step.takesOff) expect(plan.steps[i - 1]?.id).toBe(step.takesOff);
        }
        expect(new Set(ids(plan)).size).toBe(plan.steps.length);
        const wants = plan.steps.filter((s) => s.use !== null);
        expect(plan.missing).toEqual(wants.filter((s) => !s.choice.chosen).map((s) => s.id));
      }),
      { numRuns: 600 },
    );
    expect(plans).toBeGreaterThan(200);
  });

  it('no mix is planned that a rule stops or leaves to a manager, and loose grit is never wiped dry', () => {
    fc.assert(
      fc.property(ANY_VEHICLE, (assessment) => {
        const plan = planWash(assessment, SHOP);
        if (!plan.ok) return;
        for (const step of plan.steps) {
          const { chosen } = step.choice;
          if (!chosen) continue;
          const { product, recipe } = chosen.of;
          const mix = {
            use: recipe.use,
            family: product.record.family,
            traits: product.traits,
            effect: product.record.protection,
            film: recipe.film,
          };
          expect(rulesFor(mix, laidOnOf(step, plan.seen)).filter((r) => r.verdict !== 'caution')).toEqual([]);
        }
        const gritty = plan.seen.looseGrit || plan.seen.stuckFilm;
        if (gritty && plan.method === 'rinseless') expect(ids(plan)).toContain('firstRinse');
        if (plan.method === 'waterless') expect(plan.seen.dirtiest).toBeLessThanOrEqual(1);
      }),
      { numRuns: 400 },
    );
  });

  it('more soil never takes less of the same product in the same kind of step', () => {
    fc.assert(
      fc.property(ANY_VEHICLE, fc.integer({ min: 0, max: 3 }), (assessment, level) => {
        const of = (l: number) => planWash({ ...assessment, zones: {}, level: l as SoilLevel }, SHOP);
        const [less, more] = [of(level), of(level + 1)];
        if (!less.ok || !more.ok || less.method !== more.method) return;
        for (const kind of ['preWash', 'foam', 'spotSoak'] as const) {
          const sum = (plan: Plan) =>
            plan.steps.filter((s) => s.kind === kind).reduce((ul, s) => ul + (s.taken?.productUl ?? 0), 0);
          expect(sum(more), kind).toBeGreaterThanOrEqual(sum(less));
        }
      }),
      { numRuns: 300 },
    );
  });
});
