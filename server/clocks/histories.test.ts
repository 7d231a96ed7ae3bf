import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Clock } from '#contract/clocks.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let people: Caller[];
let versionId: number;
beforeAll(async () => {
  people = [await shop.signIn('Odo Marsh'), await shop.signIn('Bram Addy')];
  const recipes = (await (people[0] as Caller)('get', '/api/recipes')).body as RecipeRow[];
  versionId = recipes.find((r) => r.published?.name === 'Snow foam, all over')?.published?.versionId ?? 0;
});

type Step = {
  who: 0 | 1;
  what: 'remist' | 'over' | 'undo' | 'end' | 'resume' | 'note' | 'dries';
  waitS: number;
  /** Done so many seconds before it arrives. */
  lateS: number;
  /** Sent a second time under the same key. */
  twice: boolean;
};
const steps = fc.array(
  fc.record({
    who: fc.constantFrom<0 | 1>(0, 1),
    what: fc.constantFrom<Step['what']>('remist', 'over', 'undo', 'end', 'resume', 'note', 'dries'),
    waitS: fc.integer({ min: 0, max: 240 }),
    lateS: fc.integer({ min: -20, max: 400 }),
    twice: fc.boolean(),
  }),
  { minLength: 1, maxLength: 10 },
);

let n = 0;
const laid = () => ({ kind: 'recipe', versionId, soil: 2 }) as const;

describe('whatever two people do to a clock, late, early, or twice', () => {
  it('it stays in order, ends once, and nothing is done twice', async () => {
    await fc.assert(
      fc.asyncProperty(steps, async (all) => {
        const key = `history${String(++n).padStart(12, '0')}`;
        const body = {
          key,
          placeId: 3,
          vehicle: `car ${n}`,
          body: 'hatchback',
          colour: 'mid',
          material: 'steel',
          zones: ['uppers'],
          shelter: 'open',
          start: { kind: 'rinsed', waterC: 15 },
          laid: laid(),
          batchId: null,
          again: true,
        };
        let before = (await (people[0] as Caller)('post', '/api/clocks', body)).body as Clock;
        for (const step of all) {
          shop.now = new Date(shop.now.getTime() + step.waitS * 1_000);
          const as = people[step.who] as Caller;
          const occurredAt = new Date(shop.now.getTime() - step.lateS * 1_000).toISOString();
          const [path, more] = {
            remist: ['layers', { kind: 'remist' }],
            over: ['layers', { kind: 'over', laid: laid() }],
            undo: ['layer-withdrawals', {}],
            end: ['ends', { how: 'rinsed' }],
            resume: ['resumptions', {}],
            note: ['outcomes', { kind: 'good' }],
            dries: ['dryings', {}],
          }[step.what] as [string, object];
          const call = {
            key: `history-${n}-${Math.round(shop.now.getTime())}-${path}-${step.who}-${all.indexOf(step)}`,
          };
          const sent = { ...more, occurredAt };
          const answer = await as('post', `/api/clocks/${key}/${path}`, sent, call);
          expect([201, 404, 409, 422]).toContain(answer.status);
          if (step.twice && answer.status === 201) {
            expect((await as('post', `/api/clocks/${key}/${path}`, sent, call)).body).toEqual(answer.body);
          }
          const after = (await as('get', `/api/clocks/${key}`)).body as Clock;
          if (answer.status !== 201) expect(after).toEqual(before);
          // In order, and never before it began or after now.
          const times = [
            after.startedAt,
            ...after.layers.map((l) => l.at),
            after.endedAt ?? after.layers.at(-1)?.at,
          ].map((t) => Date.parse(t ?? ''));
          expect([...times].sort((a, b) => a - b)).toEqual(times);
          expect(Math.max(...times)).toBeLessThanOrEqual(shop.now.getTime());
          expect(after.layers[0]?.kind).toBe('first');
          expect(after.startedAt).toBe(before.startedAt);
          if (before.endedAt && after.endedAt) expect(after.endedAt).toBe(before.endedAt);
          expect(Math.abs(after.layers.length - before.layers.length)).toBeLessThanOrEqual(1);
          for (const seen of after.dryings) {
            expect(seen.factor).toBeGreaterThanOrEqual(0.5);
            expect(seen.factor).toBeLessThanOrEqual(2);
          }
          before = after;
        }
      }),
      { numRuns: 25 },
    );
  });
});
