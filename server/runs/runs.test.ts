import { beforeAll, describe, expect, it } from 'vitest';
import type { Job, Vehicle } from '#contract/jobs.ts';
import type { RunHead } from '#contract/runs.ts';
import type { RunDone } from '#core/run/runEvents.ts';
import { runStand } from '#core/run/runState.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { begin, jobOf, madeKey, PLAN, runAt, tell } from '../testing/runsTold.ts';

const shop = serveShop();
let bram: Caller;
let noor: Caller;
let odo: Caller;
beforeAll(async () => {
  [bram, noor, odo] = [
    await shop.signIn('Bram Addy'),
    await shop.signIn('Noor Pell'),
    await shop.signIn('Odo Marsh'),
  ];
});

const jobNow = async (id: number) => (await odo('get', `/api/jobs/${id}`)).body as Job;
const treated = async (name: string) =>
  ((await odo('get', `/api/vehicles?words=${encodeURIComponent(name)}`)).body as Vehicle[])[0]?.treated ?? [];

describe('a run', () => {
  it('is begun once under its name, and once for a vehicle; what is frozen comes back as it was', async () => {
    const { key, job } = await begin(bram, 'Run ash');
    const twice = await bram('post', '/api/runs', { key, jobId: job.id, plan: PLAN });
    expect(twice.status).toBe(200);
    const other = await noor('post', '/api/runs', { key: madeKey(), jobId: job.id, plan: PLAN });
    expect([other.status, other.body.code]).toEqual([409, 'run.there']);
    const run = await runAt(odo, key);
    expect(run.plan).toEqual(PLAN);
    expect(run).toMatchObject({
      vehicle: 'Run ash',
      startedBy: 'Bram Addy',
      finishedAt: null,
      events: [],
      uses: [],
    });
    expect(JSON.stringify(PLAN).length).toBeLessThan(200_000);
  });

  it('refuses what is no plan, another job’s, and a run that is not there, each by name', async () => {
    const job = await jobOf(bram, 'Run oak');
    const bad = await bram('post', '/api/runs', {
      key: madeKey(),
      jobId: job.id,
      plan: { ...PLAN, tasks: [] },
    });
    expect([bad.status, bad.body.errors?.[0]?.pointer]).toEqual([422, '/plan']);
    expect((await bram('post', '/api/runs', { key: madeKey(), jobId: 99_999, plan: PLAN })).status).toBe(404);
    await bram('post', `/api/jobs/${job.id}/ends`, { end: 'dropped', treatments: [] });
    const dropped = await bram('post', '/api/runs', { key: madeKey(), jobId: job.id, plan: PLAN });
    expect(dropped.body.code).toBe('job.ended');
    expect((await tell(bram, 'nosuchrunnosuchrun', { kind: 'finished' })).status).toBe(404);
  });

  it('comes to the same on every device: told twice, late and out of order', async () => {
    const { key } = await begin(bram, 'Run elm');
    const at = (s: number) => new Date(shop.now.getTime() - 600_000 + s * 1_000).toISOString();
    const ended = await tell(noor, key, { kind: 'ended', task: 'setUp' }, { occurredAt: at(90) });
    await tell(bram, key, { kind: 'begun', task: 'setUp' }, { occurredAt: at(10) });
    const again = await tell(
      noor,
      key,
      { kind: 'ended', task: 'setUp' },
      { occurredAt: at(90), again: ended.key },
    );
    expect(again.status).toBe(201);
    const run = await runAt(odo, key);
    expect(run.events).toHaveLength(2);
    const { tasks } = runStand(run.plan, run.events);
    expect(tasks.find((t) => t.task.id === 'setUp')).toMatchObject({
      state: 'done',
      begunMs: Date.parse(at(10)),
      endedMs: Date.parse(at(90)),
    });
  });

  it('takes what happened up to a week ago, and nothing from a clock that is ahead', async () => {
    const { key } = await begin(bram, 'Run fir');
    const days = (d: number) => new Date(shop.now.getTime() + d * 86_400_000).toISOString();
    const done: RunDone = { kind: 'noted', task: null, text: 'stone chip on the bonnet' };
    expect((await tell(bram, key, done, { occurredAt: days(-6) })).status).toBe(201);
    const old = await tell(bram, key, done, { occurredAt: days(-8) });
    const ahead = await tell(bram, key, done, { occurredAt: days(1) });
    expect([old.news.code, ahead.news.code]).toEqual(['when.tooLongAgo', 'when.future']);
  });

  it('refuses an event that is none, naming what is wrong', async () => {
    const { key } = await begin(bram, 'Run yew');
    for (const done of [
      {},
      { kind: 'exploded' },
      { kind: 'begun' },
      { kind: 'begun', task: 'setUp', more: 1 },
      { kind: 'failed', task: 'setUp', next: 'pray' },
      { kind: 'joined', slot: 2 },
      { kind: 'taken', mix: -1, batchId: 1, batch: 'B-1' },
      { kind: 'noted', task: null, text: '' },
      { kind: 'undone', of: '!' },
    ])
      expect((await tell(bram, key, done as never)).status, JSON.stringify(done)).toBe(422);
  });

  it('its end is the end of the job: what was done to the vehicle is on record, but not what was left out', async () => {
    const { key, job } = await begin(bram, 'Run larch');
    const all = PLAN.treatments.map((t) => t.treatment);
    expect(all).toContain('deepWheels');
    for (const { id } of PLAN.tasks) await tell(bram, key, { kind: 'ended', task: id });
    const end = await tell(bram, key, { kind: 'finished' });
    expect(end.news.finishedAt).not.toBeNull();
    expect(await jobNow(job.id)).toMatchObject({ state: 'done', endedBy: 'Bram Addy' });
    expect((await treated('Run larch')).map((t) => t.treatment).sort()).toEqual([...all].sort());
    // A wheel that was left out, told by somebody who was away, takes it off the record.
    const wheel = PLAN.tasks.find((t) => t.does.some((d) => d.step === 'wheel'))?.id as string;
    const events = (await runAt(odo, key)).events;
    const wheeled = events.find((e) => e.done.kind === 'ended' && e.done.task === wheel)?.key as string;
    await tell(noor, key, { kind: 'undone', of: wheeled });
    expect((await treated('Run larch')).map((t) => t.treatment)).not.toContain('deepWheels');
    // Its end taken back, the vehicle waits again.
    await tell(bram, key, { kind: 'undone', of: end.key });
    expect(await jobNow(job.id)).toMatchObject({ state: 'waits', treated: [] });
    expect((await runAt(odo, key)).finishedAt).toBeNull();
  });

  it('says that its plan was changed meanwhile, and goes on as it was begun', async () => {
    const { key, job } = await begin(bram, 'Run alder');
    expect((await runAt(odo, key)).changed).toBe(false);
    const { vehicle, day, atMin, placeId, personId, priceMinor, note } = job;
    const body = { vehicle, day, atMin, placeId, personId, priceMinor, note, said: { level: 4 } };
    const changed = await odo('patch', `/api/jobs/${job.id}`, body, { ifMatch: job.revision });
    expect(changed.status, changed.text).toBe(200);
    const run = await runAt(odo, key);
    expect(run.changed).toBe(true);
    expect(run.plan).toEqual(PLAN);
    const later = await tell(bram, key, { kind: 'finished' });
    expect([later.status, later.news.changed]).toEqual([201, false]);
  });

  it('a job that was ended by hand meanwhile stays as it was ended', async () => {
    const { key, job } = await begin(bram, 'Run hazel');
    await odo('post', `/api/jobs/${job.id}/ends`, { end: 'dropped', treatments: [] });
    expect((await tell(bram, key, { kind: 'finished' })).status).toBe(201);
    expect(await jobNow(job.id)).toMatchObject({ state: 'dropped' });
  });

  it('what was done after its end is kept for a lead; a second run may follow, and then the first is not taken up again', async () => {
    const { key, job } = await begin(bram, 'Run pine');
    const end = await tell(bram, key, { kind: 'finished' });
    expect((await tell(noor, key, { kind: 'begun', task: 'setUp' })).status).toBe(201);
    const kept = (await odo('get', '/api/unsettled')).body as { what: unknown[]; personName: string }[];
    expect(kept[0]).toMatchObject({
      what: ['Done on {0} after its run was ended', 'Run pine'],
      personName: 'Noor Pell',
    });
    await odo('post', `/api/jobs/${job.id}/returns`, {});
    const second = await bram('post', '/api/runs', { key: madeKey(), jobId: job.id, plan: PLAN });
    expect(second.status, second.text).toBe(201);
    expect((await tell(bram, key, { kind: 'undone', of: end.key })).news.code).toBe('run.there');
  });

  it('is listed with who works on it and how far it is', async () => {
    const { key, job } = await begin(bram, 'Run birch');
    await tell(bram, key, { kind: 'joined', slot: 0 });
    await tell(noor, key, { kind: 'joined', slot: 1 });
    await tell(noor, key, { kind: 'skipped', task: 'setUp', reason: 'notNeeded', note: '' });
    const heads = (await odo('get', '/api/runs')).body as RunHead[];
    expect(heads.find((h) => h.key === key)).toMatchObject({
      over: 1,
      tasks: PLAN.tasks.length,
      finishedAt: null,
    });
    expect(
      heads
        .find((h) => h.key === key)
        ?.people.map((p) => p.name)
        .sort(),
    ).toEqual(['Bram Addy', 'Noor Pell']);
    expect(((await odo('get', `/api/runs?job=${job.id}`)).body as RunHead[]).map((h) => h.key)).toEqual([
      key,
    ]);
  });
});
