import { describe, expect, it } from 'vitest';
import type { Reading } from '#contract/instruments.ts';
import { drainDraw } from '#core/delivery/drainTest.ts';
import { noInstruments } from '../../server/devices/instrument.ts';
import { serveShop } from '../../server/testing/demoShop.ts';
import { SimulatedYard } from './simulatedYard.ts';

const TRUTH = {
  machines: [{ deviceId: 1, name: 'Washer', mlPerMin: 6_400, draw: 0.09 }],
  lines: [{ lineId: 7, name: 'Left line', mlPerMin: 9_000, fraction: 1 / 21, gPerMl: 1.03 }],
  containers: [{ containerId: 14, grossG: 4_321 }],
  vessels: [{ vesselId: 3, grossG: 640 }],
};

/** A yard whose clock is moved by hand. */
function yardAt() {
  let ms = 0;
  const yard = new SimulatedYard(
    async () => TRUTH,
    () => ms,
    { ticking: false },
  );
  const wait = (seconds: number) => {
    for (const end = ms + seconds * 1_000; ms < end; ms += 200) yard.tick();
  };
  return { yard, wait, now: () => ms };
}
const grams = (reading: Reading) => (reading.kind === 'grams' ? reading.grams : Number.NaN);
const flow = (reading: Reading) =>
  reading.kind === 'flow' ? reading : { mlPerMin: Number.NaN, totalMl: Number.NaN };

describe('the simulated yard', () => {
  it('drains the bottle while the trigger is pulled: what is timed and weighed gives the draw back', async () => {
    const { yard, wait } = yardAt();
    await yard.act('scale', 'putBottle');
    wait(4);
    const full = grams(yard.read('scale'));
    await yard.act('scale', 'takeOff');
    await yard.act('machine-1', 'pullTrigger');
    wait(60);
    const { mlPerMin } = flow(yard.read('machine-1'));
    await yard.act('machine-1', 'letGo');
    await yard.act('scale', 'putBottle');
    wait(4);
    const drained = full - grams(yard.read('scale'));
    const q = drainDraw(
      { drainedUl: drained * 1_000, seconds: 60 },
      { variant: 'outlet', flowMlPerMin: mlPerMin, bottleUl: 1_000_000 },
    );
    expect(q.ok && q.value).toBeCloseTo(0.09, 2);
    expect(flow(yard.read('machine-1')).mlPerMin).toBe(0);
  });

  it('settles on the scale, says so, and is tared', async () => {
    const { yard, wait } = yardAt();
    await yard.act('scale', 'putPail');
    wait(0.4);
    expect(yard.read('scale')).toMatchObject({ steady: false });
    wait(5);
    expect(yard.read('scale')).toMatchObject({ steady: true });
    await yard.act('scale', 'tare');
    wait(1);
    expect(Math.abs(grams(yard.read('scale')))).toBeLessThan(1.5);
  });

  it('lets the pail get lighter by the product a line takes, and counts what came out', async () => {
    const { yard, wait } = yardAt();
    await yard.act('scale', 'putPail');
    wait(5);
    const before = grams(yard.read('scale'));
    await yard.act('line-7', 'openValve');
    wait(20);
    await yard.act('line-7', 'closeValve');
    wait(5);
    const used = (before - grams(yard.read('scale'))) / 1.03;
    const { totalMl } = flow(yard.read('line-7'));
    expect(totalMl).toBeGreaterThan(2_900);
    expect((totalMl - used) / used).toBeCloseTo(20, 0);
    await yard.act('line-7', 'zero');
    expect(flow(yard.read('line-7')).totalMl).toBe(0);
  });

  it('weighs a container of the shelf and a vessel in use, and nothing where neither is there', async () => {
    const { yard, wait } = yardAt();
    const weighs = async (of: { vesselId: number }) => {
      await yard.act('scale', 'putVessel', of);
      wait(6);
      return grams(yard.read('scale'));
    };
    await yard.act('scale', 'putContainer', { containerId: 14 });
    wait(6);
    expect(Math.abs(grams(yard.read('scale')) - 4_321)).toBeLessThan(2);
    expect(Math.abs((await weighs({ vesselId: 3 })) - 640)).toBeLessThan(2);
    expect(Math.abs(await weighs({ vesselId: 99 }))).toBeLessThan(2);
  });

  it('goes when it is unplugged in mid-reading, and comes back when it is plugged in', async () => {
    const { yard, wait } = yardAt();
    const scale = await yard.find('scale');
    const heard: Reading['kind'][] = [];
    const stop = scale?.listen((r) => heard.push(r.kind));
    wait(0.4);
    await scale?.act?.('unplug');
    wait(1);
    expect(heard.at(-1)).toBe('gone');
    expect(scale?.describe()).toMatchObject({ connected: false, source: 'simulated' });
    await scale?.act?.('plugIn');
    wait(0.4);
    expect(heard.at(-1)).toBe('grams');
    const count = heard.length;
    stop?.();
    wait(1);
    expect(heard).toHaveLength(count);
  });
});

describe('instruments over the wire', () => {
  const shop = serveShop();

  it('are listed with what hands can do to a stand-in, and nothing else is done', async () => {
    const bram = await shop.signIn('Bram Addy');
    const list = (await bram('get', '/api/instruments')).body as { id: string; kind: string }[];
    expect(list.map((i) => i.kind)).toEqual([
      'scale',
      'flowMeter',
      'flowMeter',
      'flowMeter',
      'flowMeter',
      'flowMeter',
    ]);
    expect((await bram('post', '/api/instruments/scale/acts', { act: 'putPail' })).status).toBe(201);
    expect((await bram('post', '/api/instruments/scale/acts', { act: 'pullTrigger' })).body.code).toBe(
      'instrument.cannot',
    );
    expect((await bram('post', '/api/instruments/scale/acts', { act: 'kick' })).status).toBe(422);
    expect((await bram('post', '/api/instruments/kettle/acts', { act: 'tare' })).status).toBe(404);
    expect((await shop.anyone('get', '/api/instruments')).status).toBe(401);
  });

  it('stream their readings to whoever is signed in, and the last word of one that was unplugged', async () => {
    const bram = await shop.signIn('Bram Addy');
    await bram('post', '/api/instruments/scale/acts', { act: 'putPail' });
    const scale = await shop.instruments.find('scale');
    const heard: Reading['kind'][] = [];
    const stop = scale?.listen((reading) => heard.push(reading.kind));
    await new Promise((next) => setTimeout(next, 700));
    await bram('post', '/api/instruments/scale/acts', { act: 'unplug' });
    stop?.();
    expect(heard.length).toBeGreaterThan(2);
    expect(heard.at(-1)).toBe('gone');
    expect((await bram('get', '/api/instruments/kettle/readings')).status).toBe(404);
    expect((await shop.anyone('get', '/api/instruments/scale/readings')).status).toBe(401);
  });

  it('are not there in a shop of one’s own', async () => {
    expect(await noInstruments.list()).toEqual([]);
    expect(await noInstruments.find('scale')).toBeUndefined();
  });
});
