import { beforeAll, describe, expect, it } from 'vitest';
import { NO_RIG, type Vessel } from '#contract/equipment.ts';
import type { OnPanel } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
import type { Calibration, CalibrationBody, Device } from '#contract/rigs.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { parts, pour } from '../testing/pours.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
let cannon: Vessel;
beforeAll(async () => {
  [hester, odo, bram] = await Promise.all([
    shop.signIn('Hester Quill'),
    shop.signIn('Odo Marsh'),
    shop.signIn('Bram Addy'),
  ]);
  const all = (await bram('get', '/api/vessels')).body as Vessel[];
  cannon = all.find((v) => v.name === 'Cannon bottle, bay 3') as Vessel;
});

const run = (seconds: number, more: Partial<CalibrationBody['runs'][number]> = {}) => ({
  drainedUl: 800_000,
  seconds,
  source: 'stopwatch' as const,
  leftOut: false,
  ...more,
});
const test = (more: Partial<CalibrationBody> = {}): CalibrationBody => ({
  dialId: cannon.dials[0]?.id ?? 0,
  machineId: null,
  variant: 'outlet',
  liquidId: null,
  flow: { kind: 'meter', mlPerMin: 6_400, source: 'typed' },
  stepUl: 10_000,
  runs: [run(95), run(96), run(94)],
  seen: null,
  ...more,
});
const path = () => `/api/vessels/${cannon.id}/calibrations`;
const foam = (vesselId: number, rig: { dialId: number; machineId: number | null }) => ({
  ...pour({ vesselId, strength: parts(9), totalUl: 900_000 }),
  shown: { pourOffUl: 0, waterUl: 810_000, productUl: 90_000 },
  rig,
});
const measured = async () => (await bram('get', `/api/vessels/${cannon.id}`)).body as Vessel;

describe('the draw of a cannon', () => {
  it('is worked out by the server, kept with its runs, and shown with the vessel', async () => {
    const answer = await odo('post', path(), test());
    expect(answer.status).toBe(201);
    const [draw] = (answer.body as Vessel).draws;
    expect(draw).toMatchObject({ known: 'measured', runs: 3, personName: 'Odo Marsh', liquidName: null });
    expect((draw?.q ?? 0) * 100).toBeCloseTo(7.895, 2);
    expect(draw?.from).toBeLessThan(draw?.q ?? 0);
    const [kept] = (await bram('get', path())).body as Calibration[];
    expect(kept?.drains).toEqual([run(95), run(96), run(94)]);
    expect(kept?.flow).toEqual({ kind: 'meter', mlPerMin: 6_400, source: 'typed' });
    expect((await measured()).dialId).toBe(cannon.dials[0]?.id);
  });

  it('of a second person is first shown the one in between, and then counts', async () => {
    const clash = await hester('post', path(), test({ runs: [run(80)] }));
    expect(clash.status).toBe(409);
    expect(clash.body).toMatchObject({ code: 'calibration.newer', current: { personName: 'Odo Marsh' } });
    expect(clash.body.detail).toBe('Odo Marsh measured this in between and found 7.9 %.');
    const again = await hester('post', path(), test({ runs: [run(80)], seen: clash.body.current.id }));
    expect(again.status).toBe(201);
    expect((await measured()).draws[0]).toMatchObject({
      known: 'oneRun',
      personName: 'Hester Quill',
      from: null,
    });
  });

  it('that was measured wrongly is taken back: the one before counts again, and both stay in the history', async () => {
    const wrong = (await measured()).draws[0]?.calibrationId;
    const answer = await odo('post', `${path()}/${wrong}/withdrawals`, {});
    expect(answer.status).toBe(201);
    expect((await measured()).draws[0]?.personName).toBe('Odo Marsh');
    const history = (await bram('get', path())).body as Calibration[];
    expect(history.map((c) => c.withdrawnAt === null)).toEqual([false, true]);
    expect(history.map((c) => c.withdrawnBy)).toEqual(['Odo Marsh', null]);
    expect((await odo('post', `${path()}/99999/withdrawals`, {})).status).toBe(404);
  });

  it('is kept apart by dial position and by machine', async () => {
    const [first, second] = cannon.dials;
    const machine = ((await bram('get', '/api/devices')).body as Device[])[0];
    await odo('post', path(), test({ dialId: second?.id ?? 0, runs: [run(60), run(61)] }));
    await odo(
      'post',
      path(),
      test({ machineId: machine?.id ?? 0, variant: 'inlet', runs: [run(95), run(95.5)] }),
    );
    const { draws } = await measured();
    expect(draws.map((d) => [d.dialId, d.machineId])).toEqual([
      [first?.id, machine?.id],
      [first?.id, null],
      [second?.id, null],
    ]);
    expect((draws[0]?.q ?? 0) * 100).toBeCloseTo(7.3, 1);
  });

  it('counts no run that was left out, and keeps it', async () => {
    const [, dial] = cannon.dials;
    const seen = (await measured()).draws.find((d) => d.dialId === dial?.id)?.calibrationId ?? null;
    const runs = [run(60), run(61), run(40, { leftOut: true })];
    const answer = await odo('post', path(), test({ dialId: dial?.id ?? 0, runs, seen }));
    expect((answer.body as Vessel).draws.find((d) => d.dialId === dial?.id)?.runs).toBe(2);
    expect(((await bram('get', path())).body as Calibration[])[0]?.drains).toHaveLength(3);
  });

  it.each([
    [
      'more than the bottle',
      { runs: [run(95, { drainedUl: 1_200_000 })] },
      422,
      'Drained is 1.2 L, more than the 1 L the bottle holds.',
    ],
    [
      'a draw over 100 %',
      { flow: { kind: 'meter', mlPerMin: 300, source: 'typed' } },
      422,
      'More would have left the bottle than left the nozzle.',
    ],
    ['no time at all', { runs: [run(0)] }, 422, 'Time is below what is possible.'],
    ['two seconds', { runs: [run(2)] }, 422, 'Time is not between 3 seconds and an hour.'],
    ['no runs', { runs: [] }, 422, 'There is no run yet.'],
    ['every run left out', { runs: [run(95, { leftOut: true })] }, 409, 'Runs: every run was left out.'],
    ['a dial position of another', { dialId: 1 }, 409, 'Dial position is not there any more.'],
    ['a machine that is not there', { machineId: 999 }, 409, 'Machine: that machine is not in use any more.'],
  ] as const)('refuses %s, and says why', async (_, more, status, words) => {
    const body = {
      ...test({ seen: (await measured()).draws.find((d) => d.machineId === null)?.calibrationId ?? null }),
      ...more,
    };
    const answer = await odo('post', path(), body);
    expect(answer.status).toBe(status);
    expect(JSON.stringify(answer.body)).toContain(words);
    expect(answer.body.errors?.[0]?.remedy ?? answer.body.remedy).toBeTruthy();
  });

  it('is measured by leads, not by technicians, and never of a bottle', async () => {
    expect((await bram('post', path(), test())).status).toBe(403);
    const bottle = await odo('post', '/api/vessels/1/calibrations', test());
    expect(bottle.body).toMatchObject({ code: 'rig.noDraw' });
  });
});

describe('rigs on record', () => {
  it('know where they are, who has them, and their dial from closed to open', async () => {
    const gun = ((await bram('get', '/api/vessels')).body as Vessel[]).find(
      (v) => v.name === 'Hose-end gun, van',
    );
    expect(gun).toMatchObject({ placeName: 'Van', keeperName: 'Wilf Tarrant', role: 'any', draws: [] });
    expect(gun?.dials.map((d) => d.name)).toEqual(['A', 'B']);
  });

  it('keep a dial position and what was measured there when it is renamed, moved, or joined by others', async () => {
    const before = await measured();
    const { dials, draws } = before;
    const facts = {
      ...NO_RIG,
      name: before.name,
      kind: before.kind,
      brimfulUl: before.brimfulUl,
      fillLimitUl: before.fillLimitUl,
      smallestUl: before.smallestUl,
      deadUl: before.deadUl,
      displacementUl: 0,
      twoLines: false,
      depth: null,
      retired: false,
    };
    // The two swap their names, and a third comes in between.
    const listed = [
      { id: dials[0]?.id ?? null, name: 'open' },
      { id: null, name: 'middle' },
      { id: dials[1]?.id ?? null, name: 'half' },
    ];
    const save = (list: typeof listed, revision: number) =>
      hester('patch', `/api/vessels/${before.id}`, { ...facts, dials: list }, { ifMatch: revision });
    const answer = await save(listed, before.revision);
    expect(answer.status).toBe(200);
    const after = answer.body as Vessel;
    expect(after.dials.map((d) => d.name)).toEqual(['open', 'middle', 'half']);
    expect(after.draws.map((d) => d.calibrationId)).toEqual(draws.map((d) => d.calibrationId));
    const twice = await save([...listed, { id: null, name: 'HALF ' }], after.revision);
    expect(twice.body.errors[0]).toMatchObject({
      pointer: '/dials',
      message: 'Dial positions has the same name twice.',
    });
    const fewer = await save(listed.slice(0, 1), after.revision);
    expect((fewer.body as Vessel).dials.map((d) => d.name)).toEqual(['open']);
    expect((fewer.body as Vessel).dialId).toBe(dials[0]?.id);
  });

  it('machines are added and changed by a manager, and a name is taken once', async () => {
    const machine = {
      name: 'Pressure washer, van',
      kind: 'pressureWasher',
      placeId: null,
      plateMlPerMin: 7_000,
      plateBar: 110,
      note: '',
    };
    const made = await hester('post', '/api/devices', machine);
    expect(made.status).toBe(201);
    const taken = await hester('post', '/api/devices', { ...machine, name: 'PRESSURE washer, van' });
    expect(taken.body).toMatchObject({ code: 'name.taken' });
    const bad = await hester('post', '/api/devices', { ...machine, plateMlPerMin: 5, plateBar: 9_999 });
    expect(bad.body.errors.map((e: { pointer: string }) => e.pointer)).toEqual([
      '/plateMlPerMin',
      '/plateBar',
    ]);
    const retired = await hester(
      'patch',
      `/api/devices/${made.body.id}`,
      { ...machine, retired: true },
      { ifMatch: 1 },
    );
    expect(retired.body).toMatchObject({ retired: true, revision: 2 });
    expect((await bram('post', '/api/devices', machine)).status).toBe(403);
  });
});

describe('what a sprayer gives', () => {
  it('is measured by a lead and shown with the vessel', async () => {
    const answer = await odo('post', '/api/vessels/2/outputs', { per: 'squeeze', count: 20, ul: 24_000 });
    expect((answer.body as Vessel).output).toEqual({ per: 'squeeze', ml: 1.2 });
    expect(
      (await bram('post', '/api/vessels/2/outputs', { per: 'squeeze', count: 20, ul: 24_000 })).status,
    ).toBe(403);
    const half = await odo('post', '/api/vessels/2/outputs', { per: 'squeeze', count: 2.5, ul: 24_000 });
    expect(half.body.errors[0]).toMatchObject({
      pointer: '/count',
      message: expect.stringContaining('Squeezes'),
    });
  });

  it('on a wheel overrides the usual for its kind', async () => {
    const gel = ((await bram('get', '/api/products')).body as Product[]).find(
      (p) => p.name === 'Sleeper Wheel Gel',
    );
    const rate = { use: 'wheel', ul: 180_000, count: 4, target: 'wheels' };
    const answer = await odo('post', `/api/products/${gel?.id}/rates`, rate);
    expect((answer.body as Product).uses.find((u) => u.kind === 'wheel')?.rateMlPerM2).toBe(180);
    expect((await odo('post', `/api/products/${gel?.id}/rates`, { ...rate, use: 'glass' })).status).toBe(404);
    expect(
      (await odo('post', `/api/products/${gel?.id}/rates`, { ...rate, ul: 10 })).body.errors[0].pointer,
    ).toBe('/ul');
    expect((await bram('post', `/api/products/${gel?.id}/rates`, rate)).status).toBe(403);
  });
});

describe('a pour into a cannon', () => {
  it('notes how it is set and what then reaches the panel, and refuses a dial position that is gone', async () => {
    const all = (await bram('get', '/api/vessels')).body as Vessel[];
    const vessel = all.find((v) => v.name === 'Cannon bottle, bay 2') as Vessel;
    const open = vessel.dials.find((d) => d.name === 'open');
    const body = foam(vessel.id, { dialId: open?.id ?? 0, machineId: vessel.machineId });
    expect(
      (await bram('post', '/api/pours', { ...body, rig: { ...body.rig, dialId: 999 } })).body.errors[0],
    ).toMatchObject({
      pointer: '/rig/dialId',
    });
    const answer = await bram('post', '/api/pours', body);
    expect(answer.status).toBe(201);
    const rows = await shop.books.rows<{ panel: OnPanel }>('SELECT panel FROM batch WHERE id = $1', [
      answer.body.batchId,
    ]);
    const panel = rows[0]?.panel;
    expect(panel).toMatchObject({
      dialName: 'open',
      machineName: 'Pressure washer, bay 2',
      known: 'measured',
    });
    expect(panel?.fraction).toBeCloseTo(answer.body.fraction * (panel?.q ?? 0), 12);
    expect(((await bram('get', `/api/vessels/${vessel.id}`)).body as Vessel).dialId).toBe(open?.id);
  });
});
