import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import type { Container } from '#contract/equipment.ts';
import { planShop } from '#contract/planShop.ts';
import type { Assessment } from '#core/planning/assessment.ts';
import { completePlan } from '#core/planning/completePlan.ts';
import { NOTHING_LEARNED } from '#core/planning/learned.ts';
import type { RunDone, RunEvent } from '#core/run/runEvents.ts';
import { frozen, type RunPlan } from '#core/run/runPlan.ts';
import { runStand } from '#core/run/runState.ts';
import type { Queryable } from '../server/db/books.ts';
import { places, vessels } from '../server/equipment/queries.ts';
import { endJob, insertJob, jobs } from '../server/jobs/queries.ts';
import { products } from '../server/products/queries.ts';
import { recipes } from '../server/recipes/queries.ts';
import { noteLaid } from '../server/runs/laid.ts';
import { noteSamples } from '../server/runs/learned.ts';
import { insertRun, runRow, setFinished } from '../server/runs/queries.ts';
import { treatmentsDone } from '../server/runs/settle.ts';
import { shopOf } from '../server/shop/queries.ts';
import { ZONE } from './named.ts';

// The runs behind the pours of the year: whoever poured foam on a day washed a vehicle with it, and of some of these the steps
// were told. What else was poured that day by the plan went on the same vehicle.

/** A pour of the year, before it is booked: the job it was for is written into it. */
export type YearPour = { kind: string; at: Date; product: number; person: number; job?: number };

type Comes = { vehicle: string; said: Assessment; bay: string };
const DISC = { brake: 'disc', finish: 'clearCoated' } as const;
const DRUM = { brake: 'drum', finish: 'painted' } as const;

/** Vehicles that came all year, each washed the same way every time. */
const COME: readonly Comes[] = [
  {
    vehicle: 'Driving school, green',
    bay: 'Bay 2',
    said: { body: 'hatchback', level: 2, protection: 'none', axles: { front: DISC, rear: DRUM } },
  },
  {
    vehicle: 'Electric taxi 2',
    bay: 'Bay 2',
    said: {
      body: 'estate',
      colour: 'white',
      level: 1,
      protection: 'sealant',
      beads: true,
      axles: { front: DISC, rear: DISC },
    },
  },
  {
    vehicle: 'Quarry pickup 3',
    bay: 'Bay 3',
    said: {
      body: 'pickup',
      colour: 'mid',
      level: 3,
      protection: 'none',
      kinds: ['mineral'],
      axles: { front: DISC, rear: DRUM },
    },
  },
  {
    vehicle: 'Market estate',
    bay: 'Bay 1',
    said: { body: 'estate', level: 2, protection: 'wax', beads: true, axles: { front: DISC, rear: DISC } },
  },
];

/** How many days before they came they were put on the list. */
const LISTED_BEFORE = [0, 1, 2, 3, 3, 5, 7];
const DAY_MS = 86_400_000;

/** Of so many pours of foam one was for a run that was told. */
const ONE_IN = 8;
const FOAM = 'Lime Kiln Foam';

/** How much longer than the seeds say each kind of step takes here, and how much that differs from one run to the next. */
const PACE: Readonly<Record<string, number>> = {
  contact: 1.2,
  dry: 1.25,
  wheel: 1.1,
  foam: 0.95,
  rinse: 1.1,
  finalRinse: 1.1,
};
const SPREAD = 0.25;
/** One in so many checks fails the first time. */
const FAILS_ONE_IN = 14;

/** Makes the runs of the year and writes into its pours which job they were for. */
export async function yearRuns(
  tx: Queryable,
  pours: readonly YearPour[],
  random: () => number,
): Promise<void> {
  const all = await products(tx);
  const foam = all.find((p) => p.name === FOAM)?.id;
  const plans = await plansOf(tx, all);
  const bays = await places(tx);
  const foams = pours.filter((p) => p.kind === 'pour' && p.product === foam);
  for (const [n, first] of foams.filter((_, i) => i % ONE_IN === 3).entries()) {
    const comes = COME[n % COME.length] as Comes;
    const plan = plans[n % COME.length];
    if (!plan) continue;
    const day = format(new TZDate(first.at.getTime(), ZONE), 'yyyy-MM-dd');
    const by = { personId: first.person, now: first.at };
    const id = await insertJob(
      tx,
      {
        vehicle: comes.vehicle,
        day,
        atMin: null,
        placeId: bays.find((b) => b.name === comes.bay)?.id ?? null,
        personId: first.person,
        priceMinor: null,
        note: '',
        said: comes.said,
      },
      // Most are put on the list some days before.
      {
        ...by,
        now: new Date(by.now.getTime() - (LISTED_BEFORE[n % LISTED_BEFORE.length] as number) * DAY_MS),
      },
    );
    first.job = id;
    const wanted = new Set(plan.mixes.map((m) => m.laid.productId));
    for (const pour of pours) {
      const near = Math.abs(pour.at.getTime() - first.at.getTime()) < 6 * 3_600_000;
      if (
        pour.kind !== 'pour' ||
        pour.job !== undefined ||
        !near ||
        pour.product === foam ||
        !wanted.delete(pour.product)
      )
        continue;
      pour.job = id;
    }
    await told(tx, { plan, jobId: id, key: `demo${String(n).padStart(16, '0')}`, by, random });
  }
}

/** The plan of each of them, as it is made on a mild day. */
async function plansOf(
  tx: Queryable,
  all: Awaited<ReturnType<typeof products>>,
): Promise<(RunPlan | null)[]> {
  const shop = await shopOf(tx);
  if (!shop) return [];
  const of = planShop({
    recipes: await recipes(tx, {}, false),
    products: all,
    vessels: await vessels(tx),
    containers: all.map((p) => inStock(p.id)),
    today: '2026-01-15',
    edgeShare: shop.edgeShare,
    schools: shop.schools,
    soilHere: shop.soilHere,
    filmFactors: [],
    learned: NOTHING_LEARNED,
  });
  const here = {
    ...of,
    weather: { airC: 14, humidity: 0.7, windMs: 1, sky: 'overcast' } as const,
    signedOff: 'all' as const,
  };
  return COME.map(({ said }) => {
    const complete = completePlan(said, here);
    return complete && frozen(complete, here, 50_000);
  });
}

/** Enough of a product, at no known price. */
const inStock = (productId: number) =>
  ({
    productId,
    heldUl: 5_000_000,
    onHold: null,
    priceMinor: null,
    sizeUl: 5_000_000,
    receivedAt: '',
  }) as unknown as Container;

type Telling = {
  plan: RunPlan;
  jobId: number;
  key: string;
  by: { personId: number; now: Date };
  random: () => number;
};

/** Tells a run step by step, one after the other, as somebody does it who soaks what has to soak. */
async function told(tx: Queryable, { plan, jobId, key, by, random }: Telling): Promise<void> {
  const events: RunEvent[] = [];
  let ms = by.now.getTime() - 15 * 60_000;
  const tell = (done: RunDone) =>
    events.push({
      key: `${key}e${String(events.length).padStart(3, '0')}`,
      at: new Date(ms).toISOString(),
      personId: by.personId,
      done,
    });
  tell({ kind: 'joined', slot: 0 });
  const ended = new Map<string, number>();
  const doIt = (task: RunPlan['tasks'][number], mayFail: boolean) => {
    const laidMs = task.takesOff === null ? undefined : ended.get(task.takesOff);
    const waitS = plan.tasks.find((t) => t.id === task.takesOff?.split('#')[0])?.lays?.waitS ?? 0;
    if (laidMs !== undefined) ms = Math.max(ms, laidMs + waitS * 1_000);
    const kind = plan.steps.find((s) => s.id === task.does.at(-1)?.step)?.kind ?? '';
    const pace = (PACE[kind] ?? 1) * (1 + SPREAD * (2 * random() - 1));
    if (task.lastsS >= 1) tell({ kind: 'begun', task: task.id });
    ms += Math.round(task.lastsS * pace) * 1_000;
    tell({ kind: 'ended', task: task.id });
    ended.set(task.id, ms);
    if (!task.checked) return;
    if (!mayFail || kind !== 'rinse' || random() * FAILS_ONE_IN >= 1) {
      tell({ kind: 'passed', task: task.id });
      return;
    }
    tell({ kind: 'failed', task: task.id, next: 'repeat' });
    for (const again of runStand(plan, events).tasks.filter(
      (t) => t.state === 'waits' && t.task.id.includes('#'),
    ))
      doIt(again.task, false);
  };
  for (const task of plan.tasks) doIt(task, true);
  tell({ kind: 'finished' });
  await insertRun(tx, { key, jobId, plan }, { personId: by.personId, at: new Date(events[0]?.at ?? by.now) });
  const row = await runRow(tx, key);
  if (!row) return;
  await tx.rows(
    `INSERT INTO run_event (key, run_id, happened_at, received_at, person_id, done)
     SELECT e.key, $1, e.at, e.at, e."personId", e.done
     FROM jsonb_to_recordset($2::jsonb) AS e(key text, at timestamptz, "personId" int, done jsonb)`,
    [row.id, JSON.stringify(events)],
  );
  const stand = runStand(plan, events);
  await noteLaid(tx, row, { before: null, stand });
  await noteSamples(tx, row, stand);
  await setFinished(tx, row.id, new Date(ms), true);
  const [job] = await jobs(tx, { id: jobId });
  if (job)
    await endJob(
      tx,
      job,
      { end: 'done', treatments: treatmentsDone(plan, stand) },
      { ...by, now: new Date(ms) },
    );
}
