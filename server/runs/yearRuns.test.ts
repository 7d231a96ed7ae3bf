import { beforeAll, describe, expect, it } from 'vitest';
import type { VehicleHistory } from '#contract/jobs.ts';
import type { Run, RunHead } from '#contract/runs.ts';
import type { Learned } from '#core/planning/learned.ts';
import { compared } from '#core/run/compared.ts';
import { isRunPlan } from '#core/run/isRunPlan.ts';
import { runStand } from '#core/run/runState.ts';
import { loadYear } from '../../demo/loadYear.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let odo: Caller;
beforeAll(async () => {
  await shop.books.transaction((tx) => loadYear(tx, shop.now));
  odo = await shop.signIn('Odo Marsh');
});
const ask = async <T>(path: string) => (await odo('get', path)).body as T;

describe('the runs of the demo’s year', () => {
  it('are whole: each plan can be done, all of it was, and nothing is told that does not fit', async () => {
    const [{ n = 0 } = {}] = await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM run');
    expect(n).toBeGreaterThan(40);
    const heads = await ask<RunHead[]>('/api/runs');
    expect(heads.every((h) => h.over === h.tasks && h.finishedAt !== null)).toBe(true);
    for (const { key } of heads.slice(0, 6)) {
      const run = await ask<Run>(`/api/runs/${key}`);
      expect(isRunPlan(run.plan)).toBe(true);
      const stand = runStand(run.plan, run.events);
      expect(stand.unfit).toEqual([]);
      const { steps, elapsedS } = compared(run.plan, stand);
      expect(elapsedS).toBeGreaterThan(600);
      expect(steps.some((s) => s.tookS !== null)).toBe(true);
    }
  });

  it('stand behind pours of the ledger: what was poured for a job is its use, on its day, and no pour is of two', async () => {
    const rows = await shop.books.rows<{ job: number; apart: number; ul: number }>(
      `SELECT j.id AS job, abs((m.happened_at AT TIME ZONE 'Europe/London')::date - j.day) AS apart, sum(g.ul)::bigint AS ul
       FROM run r JOIN job j ON j.id = r.job_id JOIN movement m ON m.job_id = j.id JOIN posting g ON g.movement_id = m.id
       GROUP BY j.id, m.id`,
    );
    expect(new Set(rows.map((r) => r.job)).size).toBeGreaterThan(40);
    expect(rows.every((r) => r.apart <= 1 && r.ul > 0)).toBe(true);
    const [head] = await ask<RunHead[]>('/api/runs');
    const run = await ask<Run>(`/api/runs/${head?.key}`);
    expect(run.uses.map((u) => u.product)).toContain('Lime Kiln Foam');
    const vehicle = await ask<VehicleHistory>(`/api/vehicles/${head?.vehicleId}`);
    expect(vehicle.visits.length).toBeGreaterThan(5);
    expect(vehicle.visits[0]?.productMinor).toBeGreaterThan(0);
    expect(vehicle.visits[0]?.run?.laid.length).toBeGreaterThan(0);
  });

  it('say what was put into them: washing by hand takes a fifth longer here, and a few checks failed', async () => {
    const learned = await ask<Learned>('/api/runs/learned');
    const contact = learned.minutes.filter((m) => m.kind === 'contact' && m.n >= 8);
    expect(contact.length).toBeGreaterThan(0);
    for (const { factor } of contact) {
      expect(factor).toBeGreaterThan(1.05);
      expect(factor).toBeLessThan(1.25);
    }
    const failed = learned.checks.reduce((sum, c) => sum + c.failed * c.n, 0);
    expect(failed).toBeGreaterThan(0);
    expect(failed).toBeLessThan(20);
  });
});
