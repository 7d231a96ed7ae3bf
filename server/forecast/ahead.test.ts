import { addDays, format } from 'date-fns';
import { beforeAll, describe, expect, it } from 'vitest';
import type { UseAhead, UseByDay } from '#contract/stock.ts';
import { backtest } from '#core/forecast/backtest.ts';
import { bookedFor, saysOfList } from '#core/forecast/booked.ts';
import { usedOf } from '#core/forecast/forecastOf.ts';
import { loadYear } from '../../demo/loadYear.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let odo: Caller;
beforeAll(async () => {
  await shop.books.transaction((tx) => loadYear(tx, shop.now));
  odo = await shop.signIn('Odo Marsh');
});
const told = async () => (await odo('get', '/api/jobs/ahead')).body as UseAhead;
const dayIn = (days: number) => format(addDays(shop.now, days), 'yyyy-MM-dd');
const job = (vehicle: string, day: string, said: object) =>
  odo('post', '/api/jobs', {
    vehicle,
    day,
    atMin: null,
    placeId: null,
    personId: null,
    priceMinor: null,
    note: '',
    said,
  });
/** What is needed on a day of all products together, in microlitres. */
const needOn = (of: UseAhead, ahead: number) =>
  of.products.flatMap((p) => p.need).reduce((sum, [day, ul]) => sum + (day === ahead ? ul : 0), 0);

describe('what the vehicles on the list will take', () => {
  it('is what their plans take, on their day; a heavier level takes more, and what is taken off the list takes nothing', async () => {
    const before = await told();
    expect(before.jobs).toBeGreaterThan(5);
    const light = await job('Market estate', dayIn(20), { body: 'estate', level: 2, protection: 'none' });
    expect(light.status).toBe(201);
    const one = await told();
    expect(one.jobs).toBe(before.jobs + 1);
    expect(one.lastDay).toBe(dayIn(20));
    expect(needOn(one, 20)).toBeGreaterThan(10_000);
    const { vehicle, day, atMin, placeId, personId, priceMinor, note, revision } = light.body;
    const heavy = await odo(
      'patch',
      `/api/jobs/${light.body.id}`,
      {
        vehicle,
        day,
        atMin,
        placeId,
        personId,
        priceMinor,
        note,
        said: { body: 'estate', level: 4, protection: 'none' },
      },
      { ifMatch: revision },
    );
    expect(heavy.status).toBe(200);
    expect(needOn(await told(), 20)).toBeGreaterThan(1.1 * needOn(one, 20));
    const dropped = await odo('post', `/api/jobs/${light.body.id}/ends`, { end: 'dropped', treatments: [] });
    expect(dropped.status).toBeLessThan(300);
    expect(await told()).toEqual(before);
  });

  it('leaves out what can’t be washed as it stands, and says so', async () => {
    const before = await told();
    const dry = await job('Plaster van', dayIn(3), {
      body: 'van',
      level: 3,
      looseGrit: true,
      water: { kind: 'none' },
      drain: false,
    });
    expect(dry.status).toBe(201);
    const after = await told();
    expect(after.unplanned).toBe(before.unplanned + 1);
    expect(needOn(after, 3)).toBe(needOn(before, 3));
  });

  it('goes by how the list was kept, and by what was mixed for jobs beside what was planned', async () => {
    const of = await told();
    expect(saysOfList(of)).toBe(true);
    expect(Math.max(...of.leadDays)).toBeGreaterThanOrEqual(5);
    const [row] = await shop.books.rows<{ planned: number; poured: number }>(
      `SELECT (SELECT sum(p.ul) FROM run_planned p JOIN run r ON r.id = p.run_id JOIN job j ON j.id = r.job_id, shop s
         WHERE j.day >= ($1::timestamptz AT TIME ZONE s.zone)::date - 84)::bigint AS planned,
       (SELECT sum(d.for_jobs_ul) FROM day_use d, shop s WHERE d.day >= ($1::timestamptz AT TIME ZONE s.zone)::date - 84)::bigint AS poured`,
      [shop.now],
    );
    const sum = (what: (p: UseAhead['products'][number]) => number) =>
      of.products.reduce((total, p) => total + what(p), 0);
    expect(sum((p) => p.plannedUl)).toBe(row?.planned);
    expect(sum((p) => p.pouredUl)).toBe(row?.poured);
    const booked = of.products.flatMap((p) => bookedFor(p.productId, of) ?? []);
    expect(booked.length).toBeGreaterThan(3);
    expect(booked.flatMap((b) => b.ul).reduce((a, b) => a + b, 0)).toBeGreaterThan(0);
  });

  it('the demo’s year would have been foretold: in the band three to nine of ten times, and nearer than the last 28 days', async () => {
    const { days, open, products } = (await odo('get', '/api/movements/use-by-day')).body as UseByDay;
    const tests = products
      .map(({ productId, used }) => backtest(usedOf(days, open, used), productId))
      .filter((t) => t.of > 0);
    const sum = (what: (t: (typeof tests)[number]) => number) => tests.reduce((all, t) => all + what(t), 0);
    const [right, of] = [sum((t) => t.right), sum((t) => t.of)];
    expect(of).toBeGreaterThan(100);
    expect(right / of).toBeGreaterThan(0.75);
    expect(right / of).toBeLessThan(0.9);
    expect(sum((t) => (t.of * t.loss) / t.plainLoss)).toBeLessThan(0.9 * of);
  });

  it('each day’s use tells apart what was for a job, and what was taken back is none of it', async () => {
    const { products } = (await odo('get', '/api/movements/use-by-day')).body as UseByDay;
    const all = products.flatMap((p) => p.used);
    expect(all.some(([, , forJobs]) => forJobs > 0)).toBe(true);
    expect(all.every(([, ul, forJobs]) => forJobs >= 0 && forJobs <= ul)).toBe(true);
    const [apart] = await shop.books.rows<{ ul: number }>(
      `SELECT (SELECT sum(for_jobs_ul) FROM day_use)::bigint - sum(g.ul)::bigint AS ul
       FROM movement m JOIN posting g ON g.movement_id = m.id JOIN account f ON f.id = g.from_account AND f.kind = 'container'
       WHERE m.job_id IS NOT NULL AND m.kind = 'pour' AND NOT EXISTS (SELECT FROM movement x WHERE x.reverses = m.id)`,
    );
    expect(apart?.ul).toBe(0);
  });
});
