import { describe, expect, it } from 'vitest';
import { SHOP } from './madeUpPlan.ts';
import { planWash } from './planWash.ts';
import { soilOfSeason } from './season.ts';

describe('the soil of a season', () => {
  it.each([
    ['2026-01-20', ['trafficFilm', 'salt']],
    ['2026-03-31', ['trafficFilm', 'salt']],
    ['2026-04-01', ['trafficFilm']],
    ['2026-05-01', ['trafficFilm', 'organic']],
    ['2026-09-30', ['trafficFilm', 'organic']],
    ['2026-10-01', ['trafficFilm']],
    ['2026-11-01', ['trafficFilm', 'salt']],
  ])('is by the month: %s', (day, kinds) => {
    expect(soilOfSeason(day)).toEqual(kinds);
  });

  it('is joined by what the place has all the year round', () => {
    expect(soilOfSeason('2026-06-20', ['mineral', 'organic'])).toEqual(['trafficFilm', 'organic', 'mineral']);
    const plan = planWash({ level: 1, protection: 'wax' }, { ...SHOP, soilHere: ['mineral'] });
    expect(plan.ok && plan.seen.kinds).toContain('mineral');
  });

  it('is assumed where nobody said: in winter salt is rinsed off before anything is wiped, unless there is none', () => {
    const away = { level: 1, protection: 'wax', runOffBan: true, bayNear: true } as const;
    const at = (today: string, more = {}) => {
      const plan = planWash({ ...away, ...more }, { ...SHOP, today });
      return plan.ok
        ? [plan.assumed.includes('kinds'), plan.steps.some((s) => s.kind === 'firstRinse')]
        : plan.row;
    };
    expect(at('2026-01-20')).toEqual([true, true]);
    expect(at('2026-06-20')).toEqual([true, false]);
    expect(at('2026-01-20', { kinds: ['trafficFilm'] })).toEqual([false, false]);
  });
});
