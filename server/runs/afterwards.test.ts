import { beforeAll, describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import type { VehicleHistory } from '#contract/jobs.ts';
import type { LaidOn, LearnedRow } from '#contract/runs.ts';
import type { Recall } from '#contract/stock.ts';
import type { Learned } from '#core/planning/learned.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { BOTTLE, FOAM, pour } from '../testing/pours.ts';
import { begin, PLAN, runAt, tell } from '../testing/runsTold.ts';

const shop = serveShop();
let bram: Caller;
let odo: Caller;
beforeAll(async () => {
  [bram, odo] = [await shop.signIn('Bram Addy'), await shop.signIn('Odo Marsh')];
});

const heldOf = async (atLeastUl: number): Promise<Vessel> =>
  ((await bram('get', '/api/vessels')).body as Vessel[]).find(
    (v) => v.holds && v.holds.ul > atLeastUl,
  ) as Vessel;

describe('what a run uses', () => {
  it('goes from its mix to the job, once; more than there is is refused, and taken back it is gone', async () => {
    const { key } = await begin(bram, 'Run rowan');
    const held = (await heldOf(200_000)).holds as NonNullable<Vessel['holds']>;
    const use = { batchId: held.batchId, ul: 100_000, how: 'level' };
    const answer = await bram('post', `/api/runs/${key}/uses`, use, { key: 'use-of-rowan-0001' });
    expect(answer.status, answer.text).toBe(201);
    await bram('post', `/api/runs/${key}/uses`, use, { key: 'use-of-rowan-0001' });
    const { uses } = await runAt(odo, key);
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
    expect((await runAt(odo, key)).uses).toEqual([]);
  });

  it('is found by weight, and what the bottle weighs empty is kept where somebody says so', async () => {
    const { key } = await begin(bram, 'Run whitebeam');
    const vessel = await heldOf(200_000);
    expect(vessel.tareG).toBeNull();
    const use = { batchId: vessel.holds?.batchId, ul: 50_000, how: 'weight', tareG: 96.5 };
    expect((await bram('post', `/api/runs/${key}/uses`, use)).status).toBe(201);
    const now = ((await bram('get', '/api/vessels')).body as Vessel[]).find((v) => v.id === vessel.id);
    expect(now?.tareG).toBe(96.5);
    expect((await runAt(odo, key)).uses).toMatchObject([{ how: 'weight', ul: 50_000 }]);
    const { tareG: _, ...unweighed } = use;
    expect((await bram('post', `/api/runs/${key}/uses`, unweighed)).status).toBe(201);
    const still = ((await bram('get', '/api/vessels')).body as Vessel[]).find((v) => v.id === vessel.id);
    expect(still?.tareG).toBe(96.5);
    for (const tareG of [0, -4, 'light', 1e9]) {
      const wrong = await bram('post', `/api/runs/${key}/uses`, { ...use, tareG });
      expect([wrong.status, wrong.body.errors?.[0]?.pointer]).toEqual([422, '/tareG']);
    }
  });

  it('is no part of what stood in the vessel before a mix for the job was poured into it', async () => {
    const { key, job } = await begin(bram, 'Run service');
    // Of no job, and forgotten in the bottle: the next says it is empty.
    const before = await bram('post', '/api/pours', pour());
    expect(before.status, before.text).toBe(201);
    const poured = await bram('post', '/api/pours', pour({ jobId: job.id }));
    expect(poured.status, poured.text).toBe(201);
    const run = await runAt(odo, key);
    expect(run.uses).toEqual([]);
    expect(run.pours).toMatchObject([{ vesselId: BOTTLE, productId: FOAM }]);
    const { visits } = (await odo('get', `/api/vehicles/${job.vehicleId}`)).body as VehicleHistory;
    expect(visits[0]?.productMinor).toBeNull();
  });
});

describe('what runs say', () => {
  const learned = async () => (await odo('get', '/api/runs/learned')).body as Learned;
  const rowsOf = async () => (await odo('get', '/api/runs/learned/rows')).body as LearnedRow[];

  it('comes of runs that are over, goes with their end, and is learned anew where a lead says so', async () => {
    const before = (await learned()).minutes.length;
    const { key } = await begin(bram, 'Run plum');
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
    const { key, job } = await begin(bram, 'Run cherry');
    const mix = PLAN.mixes.findIndex((m) => m.steps.includes('foam'));
    const holds = (await heldOf(0)).holds as NonNullable<Vessel['holds']>;
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
