import { expect, it } from 'vitest';
import { isRunPlan } from './isRunPlan.ts';
import { planOf } from './madeUpRun.ts';

const PLAN = planOf({ level: 2 });
type Loose = Record<string, unknown>;
const task = (more: Loose) => ({ ...PLAN, tasks: [{ ...PLAN.tasks[0], ...more }, ...PLAN.tasks.slice(1)] });

it('a frozen plan is one', () => {
  expect(isRunPlan(PLAN)).toBe(true);
});

it.each<[string, unknown]>([
  ['nothing', null],
  ['a list', []],
  ['another version', { ...PLAN, version: 2 }],
  ['no tasks', { ...PLAN, tasks: [] }],
  ['a task without a name', task({ id: '' })],
  ['two of one name', { ...PLAN, tasks: [PLAN.tasks[0], ...PLAN.tasks] }],
  ['a task after one that is not there', task({ after: ['nowhere'] })],
  ['a task after itself', task({ after: [PLAN.tasks[0]?.id] })],
  ['tasks that wait for each other', task({ after: [PLAN.tasks.at(-1)?.id] })],
  [
    'a task of a step that is not there',
    task({ does: [{ what: 'work', step: 'no', mix: null, lastsS: 1 }] }),
  ],
  ['a mix that is not there', task({ does: [{ what: 'mix', step: null, mix: 99, lastsS: 1 }] })],
  ['a time that is none', task({ lastsS: Number.NaN })],
  ['less than no time', task({ lays: { waitS: -1, latestS: 0 } })],
  ['a third person', task({ slot: 2 })],
  ['three people', { ...PLAN, people: 3 }],
  ['a step without remedies', { ...PLAN, steps: [{ ...PLAN.steps[0], remedies: null }] }],
])('%s is none', (_, plan) => {
  expect(isRunPlan(plan)).toBe(false);
});
