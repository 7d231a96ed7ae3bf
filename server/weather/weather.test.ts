import { describe, expect, it } from 'vitest';
import type { Batch } from '#contract/batches.ts';
import type { WeatherNow } from '#contract/weather.ts';
import { simulatedDay } from '../../demo/devices/simulatedStation.ts';
import { serveShop } from '../testing/demoShop.ts';

const shop = serveShop();

describe('the weather', () => {
  it('comes from the station or is typed, as the shop decides, and is noted with how a wash went', async () => {
    const hester = await shop.signIn('Hester Quill');
    const bram = await shop.signIn('Bram Addy');
    const now = async () => (await bram('get', '/api/weather')).body as WeatherNow;
    const use = async (weatherSource: string) => {
      const { shop: row } = (await hester('get', '/api/shop')).body;
      expect((await hester('patch', '/api/shop', { weatherSource }, { ifMatch: row.revision })).status).toBe(
        200,
      );
    };
    await use('station');
    const station = await now();
    expect(station).toMatchObject({
      station: 'simulated',
      reading: { source: 'simulated', personName: null },
    });
    await use('typed');
    expect((await now()).reading).toBeNull();
    const typed = { airC: 14, humidity: 0.6, windMs: 2, sky: 'bright' };
    expect((await bram('post', '/api/weather', typed)).status).toBe(201);
    expect((await now()).reading).toMatchObject({ ...typed, source: 'typed', personName: 'Bram Addy' });

    const noted = (await bram('post', '/api/batches/1/outcomes', { kind: 'dried' })).body as Batch;
    expect(noted.outcomes[0]?.weather).toMatchObject(typed);
    const trial = await bram('post', '/api/trials', {
      zone: 'roof',
      soil: 1,
      soilKind: 'salt',
      left: { productId: 2, strength: { notation: 'parts', water: 8 } },
      right: { productId: 2, strength: { notation: 'parts', water: 12 } },
    });
    expect(trial.body.weather).toMatchObject(typed);

    // What somebody typed this morning is no longer the weather tonight.
    shop.now = new Date(shop.now.getTime() + 7 * 3_600_000);
    expect((await now()).reading).toBeNull();
    const after = (await bram('post', '/api/batches/1/outcomes', { kind: 'good' })).body as Batch;
    expect(after.outcomes[0]?.weather).toBeNull();
    for (const bad of [
      { airC: 90 },
      { humidity: 2 },
      { windMs: -1 },
      { sky: 'purple' },
      { airC: Number.NaN },
    ]) {
      const answer = await bram('post', '/api/weather', { ...typed, ...bad });
      expect(answer.body.errors[0]).toMatchObject({ pointer: `/${Object.keys(bad)[0]}` });
    }
  });

  it('is kept as it changes: what the stand-in does is there at once, and its last word while it is unplugged', async () => {
    const hester = await shop.signIn('Hester Quill');
    const bram = await shop.signIn('Bram Addy');
    const { shop: row } = (await hester('get', '/api/shop')).body;
    await hester('patch', '/api/shop', { weatherSource: 'station' }, { ifMatch: row.revision });
    const now = async () => (await bram('get', '/api/weather')).body as WeatherNow;
    const act = (what: string) => bram('post', '/api/weather/acts', { act: what });
    const before = await now();
    expect(before.connected).toBe(true);
    expect(before.ahead).toHaveLength(8);
    expect(before.ahead[0]?.at).toMatch(/:00:00/);
    await now();
    expect((await now()).recent).toHaveLength(before.recent.length);

    const sun = (await act('sunOut')).body as WeatherNow;
    expect(sun.reading).toMatchObject({ sky: 'sun', source: 'simulated' });
    expect(sun.reading?.panelC).toBeGreaterThan((sun.reading?.airC ?? 99) + 10);
    expect(sun.recent.length).toBe(before.recent.length + 1);

    const gone = (await act('unplug')).body as WeatherNow;
    expect(gone).toMatchObject({ connected: false, reading: { sky: 'sun' } });
    shop.now = new Date(shop.now.getTime() + 20 * 60_000);
    const later = await now();
    expect(later.reading?.at).toBe(sun.reading?.at);
    expect(later.acts.map((a) => a.act)).toContain('plugIn');
    shop.now = new Date(shop.now.getTime() + 7 * 3_600_000);
    expect((await now()).reading).toBeNull();
    await act('plugIn');
    await act('asItComes');
    expect((await now()).reading?.at).toBe(shop.now.toISOString());
    expect((await bram('post', '/api/weather/acts', { act: 'explode' })).body.errors[0].pointer).toBe('/act');
  });

  it('of the stand-in stays within what there is, over a year', () => {
    for (let hour = 0; hour < 24 * 366; hour += 5) {
      const read = simulatedDay(new Date(Date.UTC(2026, 0, 1, hour)));
      expect(read?.airC).toBeGreaterThan(-12);
      expect(read?.airC).toBeLessThan(38);
      expect(read?.humidity).toBeLessThanOrEqual(1);
      expect(read?.humidity).toBeGreaterThanOrEqual(0.25);
      expect(read?.windMs).toBeGreaterThanOrEqual(0);
      expect(read?.windMs).toBeLessThan(6);
    }
    const at = (hour: number) => simulatedDay(new Date(Date.UTC(2026, 5, 20, hour)));
    expect(at(2)?.sky).toBe('night');
    expect(at(14)?.sky).not.toBe('night');
    expect(at(14)?.airC).toBeGreaterThan(at(3)?.airC ?? 99);
  });
});
