import { describe, expect, it } from 'vitest';
import type { Weather } from '../dwell/weather.ts';
import type { Assessment } from './assessment.ts';
import { byHour, byMethod, completePlan, waysOut } from './completePlan.ts';
import { SHOP } from './madeUpPlan.ts';
import { METHODS } from './methods.ts';
import { planWash } from './planWash.ts';

const HOT: Weather = { airC: 33, humidity: 0.25, windMs: 5, sky: 'sun' };
const by = (said: Assessment) =>
  Object.fromEntries(byMethod({ protection: 'wax', ...said }, SHOP).map((m) => [m.method, m.takes]));

describe('the same vehicle otherwise', () => {
  it('by every method that may be: less water and time without a hose, none where it is too dirty', () => {
    const dust = by({ level: 0 });
    expect(Object.keys(dust)).toEqual(METHODS);
    expect(dust.rinseless?.litres).toBeLessThan((dust.hose?.litres ?? 0) / 4);
    expect(dust.waterless?.seconds).toBeLessThan(dust.rinseless?.seconds ?? 0);
    expect(dust.touchless?.towels).toBeLessThan(dust.hose?.towels ?? 0);
    const heavy = by({ level: 4 });
    expect([heavy.waterless, heavy.touchless, heavy.rinseless]).toEqual([null, null, null]);
    expect(heavy.hose).not.toBeNull();
  });

  it('a method that is asked for is planned where it may be; else it says why not, and plans what may', () => {
    const asked = (said: Assessment) => {
      const plan = planWash({ protection: 'wax', ...said }, SHOP);
      return plan.ok ? [plan.method, plan.askedInVain?.[0] ?? null] : plan.row;
    };
    expect(asked({ level: 1, method: 'rinseless' })).toEqual(['rinseless', null]);
    expect(asked({ level: 1, method: 'hose', water: { kind: 'carried', litres: 20 } })).toEqual([
      'rinseless',
      'No hose is there.',
    ]);
    expect(asked({ level: 3, method: 'waterless' })).toEqual([
      'hose',
      'From grime on nothing is wiped without water.',
    ]);
    expect(
      asked({ level: 2, looseGrit: true, method: 'rinseless', water: { kind: 'carried', litres: 20 } }),
    ).toBe('M2');
  });

  it('at other hours: in heat it dries too fast, in frost it is not washed', () => {
    const hours = [
      { at: '10:00', weather: SHOP.weather },
      { at: '14:00', weather: HOT },
      { at: '22:00', weather: { ...SHOP.weather, airC: 0 } },
    ];
    const [morning, noon, night] = byHour({ level: 1, colour: 'black', protection: 'wax' }, SHOP, hours);
    expect(morning).toMatchObject({ takes: { pieces: 1, cooled: false }, tooFast: false });
    expect(noon?.takes === null ? noon.tooFast : noon?.takes.cooled).toBe(true);
    expect(night).toEqual({ at: '22:00', takes: null, tooFast: false });
  });

  it('where it dries too fast another place is named only if everything has a window there', () => {
    const said: Assessment = { level: 1, colour: 'black', protection: 'wax' };
    for (const { stand, elapsedS } of waysOut(said, { ...SHOP, weather: HOT })) {
      const there = completePlan({ ...said, stands: [stand] }, { ...SHOP, weather: HOT });
      expect(there?.schedule?.elapsedS).toBe(elapsedS);
    }
    expect(waysOut(said, SHOP).map((w) => w.stand)).toEqual(['shade', 'roof']);
    expect(completePlan({ ...said, water: { kind: 'none' }, level: 3 }, SHOP)).toBeNull();
  });
});
