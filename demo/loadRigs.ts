import type { CalibrationBody } from '#contract/rigs.ts';
import { bucketFlow, calibrateDraw, drawOf, readingU } from '#core/delivery/drainTest.ts';
import type { Queryable } from '../server/db/books.ts';
import { insertVessel, places as placeRows, vessels as vesselRows } from '../server/equipment/queries.ts';
import { products } from '../server/products/queries.ts';
import { insertCalibration } from '../server/rigs/calibrations.ts';
import { devices, insertDevice } from '../server/rigs/devices.ts';
import { vessels } from './equipment.ts';
import { at, known, named } from './named.ts';
import { drainTests, machines, rigs } from './rigs.ts';

/** Machines, and the vessels with where they are and who has them. */
export async function loadRigs(tx: Queryable, personIds: Map<string, number>): Promise<void> {
  const placeList = await placeRows(tx);
  const machineIds = new Map<string, number>();
  for (const { place, ...machine } of machines) {
    const body = {
      ...machine,
      kind: 'pressureWasher' as const,
      placeId: named(placeList, place).id,
      note: '',
    };
    machineIds.set(machine.name, await insertDevice(tx, body));
  }
  for (const vessel of vessels) {
    const rig = rigs[vessel.name] ?? {};
    const id = await insertVessel(tx, {
      ...vessel,
      role: rig.role ?? vessel.role,
      placeId: rig.place ? named(placeList, rig.place).id : null,
      keeperId: rig.keeper ? known(personIds, rig.keeper) : null,
      machineId: rig.machine ? known(machineIds, rig.machine) : null,
      orificeMm: rig.orificeMm ?? null,
      dials: (rig.dials ?? []).map((name) => ({ id: null, name })),
    });
    if (rig.output) await tx.rows('UPDATE vessel SET output = $2 WHERE id = $1', [id, rig.output]);
  }
}

/** What was measured on the cannons: one dial position three times, drifting a little; one only once. */
export async function loadDrainTests(
  tx: Queryable,
  now: Date,
  personIds: Map<string, number>,
): Promise<void> {
  const vesselList = await vesselRows(tx);
  const machineList = await devices(tx);
  const shelf = await products(tx);
  const stepUl = 10_000;
  for (const test of drainTests) {
    const vessel = named(vesselList, test.vessel);
    const flow = test.flow.kind === 'bucket' ? bucketFlow(test.flow.ul, test.flow.seconds) : null;
    if (!flow?.ok) throw new Error('the demo measures its flows with a bucket');
    const drained = Math.min(...test.runs.map((r) => r.drainedUl));
    const draw = calibrateDraw(test.runs, {
      variant: 'outlet',
      flowMlPerMin: flow.value.mlPerMin,
      flowU: flow.value.u,
      volumeU: readingU(drained, stepUl),
      bottleUl: vessel.brimfulUl,
    });
    if (!draw.ok) throw new Error(`the demo can't measure ${test.vessel}: ${draw.code}`);
    const body: CalibrationBody = {
      dialId: named(vessel.dials, test.dial).id,
      machineId: named(machineList, test.machine).id,
      variant: 'outlet',
      liquidId: test.liquid ? named(shelf, test.liquid).id : null,
      flow: test.flow,
      stepUl,
      runs: test.runs,
      seen: null,
    };
    await insertCalibration(
      tx,
      vessel.id,
      body,
      drawOf(draw.value),
      known(personIds, test.person),
      at(now, test.daysAgo, '07:50'),
    );
  }
  const cannon = named(vesselList, 'Cannon bottle, bay 2');
  await tx.rows('UPDATE vessel SET dial_id = $2 WHERE id = $1', [cannon.id, named(cannon.dials, 'half').id]);
}
