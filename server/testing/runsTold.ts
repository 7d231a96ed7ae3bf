import { expect } from 'vitest';
import type { Job } from '#contract/jobs.ts';
import type { Run, RunEventBody, RunNews } from '#contract/runs.ts';
import { planOf } from '#core/run/madeUpRun.ts';
import type { RunDone } from '#core/run/runEvents.ts';
import type { Caller } from './demoShop.ts';

/** A plan of a made-up vehicle, to be begun as often as a test needs one. */
export const PLAN = planOf({
  level: 3,
  axles: {
    front: { brake: 'disc', finish: 'painted' },
    rear: { brake: 'disc', finish: 'painted' },
  },
});

let n = 0;
export const madeKey = () => `test${String(++n).padStart(16, '0')}`;

/** Puts a vehicle on the list. */
export async function jobOf(who: Caller, vehicle: string): Promise<Job> {
  const body = {
    vehicle,
    day: '2027-06-01',
    atMin: null,
    placeId: 1,
    personId: null,
    priceMinor: null,
    note: '',
    said: {},
  };
  return (await who('post', '/api/jobs', body)).body as Job;
}

/** Begins the run of a vehicle of its own. */
export async function begin(
  who: Caller,
  vehicle: string,
  key = madeKey(),
): Promise<{ key: string; job: Job }> {
  const job = await jobOf(who, vehicle);
  const answer = await who('post', '/api/runs', { key, jobId: job.id, plan: PLAN });
  expect(answer.status, answer.text).toBe(201);
  return { key, job };
}

/** Says what happened in a run; `again` says it under a key it was said under before. */
export async function tell(
  who: Caller,
  run: string,
  done: RunDone,
  more: Partial<RunEventBody> & { again?: string } = {},
): Promise<{ key: string; status: number; news: RunNews & { code?: string } }> {
  const key = more.again ?? madeKey();
  const body: RunEventBody = { key, done, ...(more.occurredAt && { occurredAt: more.occurredAt }) };
  const { status, body: news } = await who('post', `/api/runs/${run}/events`, body);
  return { key, status, news: news as RunNews & { code?: string } };
}

export const runAt = async (who: Caller, key: string) => (await who('get', `/api/runs/${key}`)).body as Run;
