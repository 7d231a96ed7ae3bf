import { beforeAll, describe, expect, it } from 'vitest';
import type { Job, Vehicle, VehicleHistory } from '#contract/jobs.ts';
import type { LaidOn, LearnedRow, Run, RunEventBody, RunHead, RunNews } from '#contract/runs.ts';
import type { Recall } from '#contract/stock.ts';
import type { Learned } from '#core/planning/learned.ts';
import { planOf } from '#core/run/madeUpRun.ts';
import type { RunDone } from '#core/run/runEvents.ts';
import { runStand } from '#core/run/runState.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

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

const PLAN = planOf({
  level: 3,
  axles: {
    front: { brake: 'disc', finish: 'painted' },
    rear: { brake: 'disc', finish: 'painted' },
  },
});
let n = 0;
const madeKey = () => `test${String(++n).padStart(16, '0')}`;
const jobOf = async (vehicle: string): Promise<Job> => {
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
  return (await bram('post', '/api/jobs', body)).body as Job;
};
const begin = async (vehicle: string, key = madeKey()) => {
  const job = await jobOf(vehicle);
  const answer = await bram('post', '/api/runs', { key, jobId: job.id, plan: PLAN });
  expect(answer.status, answer.text).toBe(201);
  return { key, job };
};
const tell = async (
  who: Caller,
  run: string,
  done: RunDone,
  more: Partial<RunEventBody> & { again?: string } = {},
) => {
  const key = more.again ?? madeKey();
  const body: RunEventBody = { key, done, ...(more.occurredAt && { occurredAt: more.occurredAt }) };
  return { key, ...(await answerOf(who, run, body)) };
};
async function answerOf(who: Caller, run: string, body: RunEventBody) {
  const { status, body: news } = await who('post', `/api/runs/${run}/events`, body);
  return { status, news: news as RunNews & { code?: string } };
}
const runOf = async (key: string) => (await odo('get', `/api/runs/${key}`)).body as Run;
const jobNow = async (id: number) => (await odo('get', `/api/jobs/${id}`)).body as Job;
const treated = async (name: string) =>
  ((await odo('get', `/api/vehicles?words=${encodeURIComponent(name)}`)).body as Vehicle[])[0]?.treated ?? [];

describe('a run', () => {
  it('is begun once under its name, and once for a vehicle; what is frozen comes back as it was', async () => {
    const { key, job } = await begin('Run ash');
    const twice = await bram('post', '/api/runs', { key, jobId: job.id, plan: PLAN });
    expect(twice.status).toBe(200);
    const other = await noor('post', '/api/runs', { key: madeKey(), jobId: job.id, plan: PLAN });
    expect([other.status, other.body.code]).toEqual([409, 'run.there']);
    const run = await runOf(key);
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
    const job = await jobOf('Run oak');
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
    const { key } = await begin('Run elm');
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
    const run = await runOf(key);
    expect(run.events).toHaveLength(2);
    const { tasks } = runStand(run.plan, run.events);
    expect(tasks.find((t) => t.task.id === 'setUp')).toMatchObject({
      state: 'done',
      begunMs: Date.parse(at(10)),
      endedMs: Date.parse(at(90)),
    });
  });

  it('takes what happened up to a week ago, and nothing from a clock that is ahead', async () => {
    const { key } = await begin('Run fir');
    const days = (d: number) => new Date(shop.now.getTime() + d * 86_400_000).toISOString();
    const done: RunDone = { kind: 'noted', task: null, text: 'stone chip on the bonnet' };
    expect((await tell(bram, key, done, { occurredAt: days(-6) })).status).toBe(201);
    const old = await tell(bram, key, done, { occurredAt: days(-8) });
    const ahead = await tell(bram, key, done, { occurredAt: days(1) });
    expect([old.news.code, ahead.news.code]).toEqual(['when.tooLongAgo', 'when.future']);
  });

  it('refuses an event that is none, naming what is wrong', async () => {
    const { key } = await begin('Run yew');
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
    const { key, job } = await begin('Run larch');
    const all = PLAN.treatments.map((t) => t.treatment);
    expect(all).toContain('deepWheels');
    for (const { id } of PLAN.tasks) await tell(bram, key, { kind: 'ended', task: id });
    const end = await tell(bram, key, { kind: 'finished' });
    expect(end.news.finishedAt).not.toBeNull();
    expect(await jobNow(job.id)).toMatchObject({ state: 'done', endedBy: 'Bram Addy' });
    expect((await treated('Run larch')).map((t) => t.treatment).sort()).toEqual([...all].sort());
    // A wheel that was left out, told by somebody who was away, takes it off the record.
    const wheel = PLAN.tasks.find((t) => t.does.some((d) => d.step === 'wheel'))?.id as string;
    const events = (await runOf(key)).events;
    const wheeled = events.find((e) => e.done.kind === 'ended' && e.done.task === wheel)?.key as string;
    await tell(noor, key, { kind: 'undone', of: wheeled });
    expect((await treated('Run larch')).map((t) => t.treatment)).not.toContain('deepWheels');
    // Its end taken back, the vehicle waits again.
    await tell(bram, key, { kind: 'undone', of: end.key });
    expect(await jobNow(job.id)).toMatchObject({ state: 'waits', treated: [] });
    expect((await runOf(key)).finishedAt).toBeNull();
  });

  it('a job that was ended by hand meanwhile stays as it was ended', async () => {
    const { key, job } = await begin('Run hazel');
    await odo('post', `/api/jobs/${job.id}/ends`, { end: 'dropped', treatments: [] });
    expect((await tell(bram, key, { kind: 'finished' })).status).toBe(201);
    expect(await jobNow(job.id)).toMatchObject({ state: 'dropped' });
  });

  it('what was done after its end is kept for a lead; a second run may follow, and then the first is not taken up again', async () => {
    const { key, job } = await begin('Run pine');
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
    const { key, job } = await begin('Run birch');
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

describe('what a run uses', () => {
  it('goes from its mix to the job, once; more than there is is refused, and taken back it is gone', async () => {
    const { key } = await begin('Run rowan');
    const vessels = (await bram('get', '/api/vessels')).body as {
      holds: { batchId: number; ul: number } | null;
    }[];
    const held = vessels.find((v) => v.holds && v.holds.ul > 200_000)?.holds as {
      batchId: number;
      ul: number;
    };
    const use = { batchId: held.batchId, ul: 100_000, how: 'level' };
    const answer = await bram('post', `/api/runs/${key}/uses`, use, { key: 'use-of-rowan-0001' });
    expect(answer.status, answer.text).toBe(201);
    await bram('post', `/api/runs/${key}/uses`, use, { key: 'use-of-rowan-0001' });
    const { uses } = await runOf(key);
    expect(uses).toHaveLength(1);
    expect(uses[0]).toMatchObject({
      ul: 100_000,
      how: 'level',
      batchId: held.batchId,
      personName: 'Bram Addy',
    });
    expect(uses[0]?.productUl).toBeGreaterThan(0);
    const short = await bram('post', `/api/runs/${key}/uses`, { ...use, ul: held.ul });
    expect([short.status, short.body.code]).toEqual([409, 'batch.short']);
    const none = await bram('post', `/api/runs/${key}/uses`, { ...use, how: 'guess' });
    expect(none.status).toBe(422);
    await bram('post', `/api/movements/${uses[0]?.movementId}/reversals`, {});
    expect((await runOf(key)).uses).toEqual([]);
  });
});

describe('what runs say', () => {
  const learned = async () => (await odo('get', '/api/runs/learned')).body as Learned;
  const rowsOf = async () => (await odo('get', '/api/runs/learned/rows')).body as LearnedRow[];

  it('comes of runs that are over, goes with their end, and is learned anew where a lead says so', async () => {
    const before = (await learned()).minutes.length;
    const { key } = await begin('Run plum');
    const at = (s: number) => new Date(shop.now.getTime() - 7_200_000 + s * 1_000).toISOString();
    let s = 0;
    for (const { id, lastsS } of PLAN.tasks) {
      await tell(bram, key, { kind: 'begun', task: id }, { occurredAt: at(s) });
      s += 1.5 * lastsS;
      await tell(bram, key, { kind: 'ended', task: id }, { occurredAt: at(s) });
    }
    expect((await learned()).minutes).toHaveLength(before);
    const end = await tell(bram, key, { kind: 'finished' });
    const contact = (await learned()).minutes.find((m) => m.kind === 'contact');
    // One run of half as long again: (1.5 + 5) / 6.
    expect(contact).toMatchObject({ n: 1, factor: expect.closeTo(6.5 / 6, 2) });
    await tell(bram, key, { kind: 'undone', of: end.key });
    expect((await learned()).minutes).toHaveLength(before);
    await tell(bram, key, { kind: 'finished' });
    const of = { what: 'minutes', about: `contact ${contact?.level}` };
    expect((await bram('post', '/api/runs/learned/resets', of)).status).toBe(403);
    expect((await odo('post', '/api/runs/learned/resets', of)).status).toBe(201);
    expect((await learned()).minutes.some((m) => m.kind === 'contact')).toBe(false);
    expect((await rowsOf()).find((r) => r.about === of.about)).toMatchObject({
      ratios: [],
      resetAt: expect.any(String),
    });
    expect((await odo('post', '/api/runs/learned/resets/returns', of)).status).toBe(201);
    expect((await learned()).minutes.find((m) => m.kind === 'contact')?.n).toBe(1);
    const none = await odo('post', '/api/runs/learned/resets', { what: 'rate', about: '999 cannon' });
    expect([none.status, none.body.code]).toEqual([404, 'not.found']);
  });
});

describe('a vehicle and what it had', () => {
  it('is known by its visits, by a strength, and by a lot: what was laid, out of which batch, and what came of it', async () => {
    const { key, job } = await begin('Run cherry');
    const mix = PLAN.mixes.findIndex((m) => m.steps.includes('foam'));
    const vessels = (await bram('get', '/api/vessels')).body as {
      holds: { batchId: number; code: string } | null;
    }[];
    const holds = vessels.find((v) => v.holds)?.holds as { batchId: number; code: string };
    await tell(bram, key, { kind: 'taken', mix, batchId: holds.batchId, batch: holds.code });
    const lay = PLAN.tasks.find((x) => x.lays && x.does.at(-1)?.step === 'foam')?.id as string;
    const begun = await tell(bram, key, { kind: 'begun', task: lay });
    // The plan is of a made-up shop: its products are the shop's by their number.
    const foam = PLAN.steps.find((s) => s.id === 'foam')?.laid;
    const at = `/api/runs/laid?product=${foam?.productId}`;
    const had = async (more = '') =>
      ((await odo('get', `${at}${more}`)).body as LaidOn[]).filter((l) => l.run === key);
    expect(await had()).toMatchObject([
      { vehicle: 'Run cherry', kind: 'foam', batch: holds.code, failed: 0 },
    ]);
    const [one] = await had();
    expect(await had(`&from=${(one?.fraction ?? 0) * 1.1}`)).toEqual([]);
    const off = PLAN.tasks.find((x) => x.takesOff === lay)?.id as string;
    await tell(bram, key, { kind: 'ended', task: off });
    await tell(bram, key, { kind: 'failed', task: off, next: 'goodEnough' });
    await tell(bram, key, { kind: 'noted', task: null, text: 'chip on the bonnet' });
    await tell(bram, key, { kind: 'finished' });
    const history = (await odo('get', `/api/vehicles/${job.vehicleId}`)).body as VehicleHistory;
    expect(history).toMatchObject({ name: 'Run cherry', lastDay: '2027-06-01' });
    expect(history.visits).toMatchObject([
      { state: 'done', run: { key, notes: ['chip on the bonnet'] }, productMinor: null },
    ]);
    expect(history.visits[0]?.run?.laid).toContainEqual(
      expect.objectContaining({ kind: 'foam', failed: 1, batch: holds.code }),
    );
    // By the lot of what went into the batch: the run leads to the vehicle.
    const movements = await shop.books.rows<{ lot: string }>(
      `SELECT c.lot FROM movement m JOIN container c ON c.id = m.container_id WHERE m.batch_id = $1 AND c.lot <> ''`,
      [holds.batchId],
    );
    const lot = movements[0]?.lot as string;
    const recall = (await odo('get', `/api/lots/${encodeURIComponent(lot)}`)).body as Recall;
    const vehicles = recall.lines.flatMap((l) => l.vehicles);
    expect(vehicles).toEqual(
      expect.arrayContaining([expect.objectContaining({ key, run: true, vehicle: 'Run cherry' })]),
    );
    // What was taken back was never on it.
    await tell(bram, key, { kind: 'undone', of: begun.key });
    expect(await had()).toEqual([]);
    expect((await odo('get', '/api/vehicles/999999')).status).toBe(404);
    const pdf = await odo('post', '/api/vehicles/aftercare.pdf', {
      title: 'Run cherry',
      under: '',
      sections: [],
      foot: '',
      path: '',
    });
    expect([pdf.status, pdf.headers['content-type']]).toEqual([200, 'application/pdf']);
  });
});
