import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SOIL_LEVELS } from '../soil/soil.ts';
import type { Assessment } from './assessment.ts';
import { sized } from './assessment.ts';
import { SHOP } from './madeUpPlan.ts';
import { planWash } from './planWash.ts';
import { flipsOf, whatWouldChange } from './whatChanges.ts';

describe('what would change a plan', () => {
  it('is told the most first: none at all, another method, other steps, then time', () => {
    const changes = whatWouldChange({ level: 3 }, SHOP);
    expect(changes).toHaveLength(5);
    expect(changes.slice(0, 3).map((c) => [c.flip.id, c.plan.ok])).toEqual([
      ['carried', false],
      ['drain', false],
      ['dry', false],
    ]);
    const light = whatWouldChange({ level: 1 }, SHOP);
    expect(light.filter((c) => c.plan.ok && c.plan.method !== 'hose').map((c) => c.flip.id)).toEqual(
      expect.arrayContaining(['carried', 'dry', 'drain']),
    );
  });

  it('names what comes and what goes', () => {
    const polish = whatWouldChange({ level: 1, protection: 'none', axles: sized({}).axles }, SHOP).find(
      (c) => c.flip.id === 'polish',
    );
    expect(polish).toMatchObject({ more: ['clay', 'rinse clay'], fewer: [] });
    expect(polish?.minutes).toBeGreaterThan(20);
  });

  it('every change really gives the plan it announced, and no answer is flipped to itself', () => {
    fc.assert(
      fc.property(
        fc.record({
          level: fc.constantFrom(...SOIL_LEVELS),
          looseGrit: fc.boolean(),
          drain: fc.boolean(),
          minutes: fc.option(fc.integer({ min: 15, max: 90 })),
          water: fc.constantFrom({ kind: 'hose' as const }, { kind: 'none' as const }),
        }),
        (assessment: Assessment) => {
          const now = planWash(assessment, SHOP);
          for (const { flip, plan, minutes } of whatWouldChange(assessment, SHOP)) {
            const again = planWash({ ...assessment, ...flip.said }, SHOP);
            expect(again).toEqual(plan);
            if (again.ok && now.ok) expect(minutes).toBe(again.minutes.elapsed - now.minutes.elapsed);
          }
          const ids = flipsOf(now.seen).map((f) => f.id);
          expect(new Set(ids).size).toBe(ids.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});
