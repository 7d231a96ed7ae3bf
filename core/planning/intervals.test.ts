import { describe, expect, it } from 'vitest';
import { dueOn, intervalsOf, TREATMENT_KINDS, type Treated } from './intervals.ts';

const done = (...of: [Treated['treatment'], string][]): Treated[] =>
  of.map(([treatment, day]) => ({ treatment, day }));
const at = (treated: Treated[], today: string, which: Treated['treatment']) =>
  intervalsOf(treated, today).find((i) => i.treatment === which);

describe('what is due on a vehicle', () => {
  it('iron on the wheels is due 30 days after, and coming ten days before', () => {
    const treated = done(['ironWheels', '2026-04-04']);
    expect(at(treated, '2026-04-23', 'ironWheels')).toMatchObject({ state: 'fine', dueDay: '2026-05-04' });
    expect(at(treated, '2026-04-24', 'ironWheels')?.state).toBe('soon');
    expect(at(treated, '2026-05-03', 'ironWheels')?.state).toBe('soon');
    expect(at(treated, '2026-05-04', 'ironWheels')?.state).toBe('due');
  });

  it('the last time counts, in whatever order they are told; protection holds 75 days', () => {
    const treated = done(['protection', '2026-03-01'], ['protection', '2026-01-01']);
    expect(at(treated, '2026-05-14', 'protection')).toMatchObject({
      lastDay: '2026-03-01',
      dueDay: '2026-05-15',
    });
    expect(dueOn(treated, '2026-05-15')).toEqual(['protection']);
  });

  it('all over covers the lower sides and not the wheels; clay is never due by date', () => {
    const treated = done(['ironLow', '2026-01-01'], ['ironAll', '2026-04-20'], ['clay', '2020-01-01']);
    expect(at(treated, '2026-05-04', 'ironLow')).toMatchObject({ lastDay: '2026-04-20', state: 'fine' });
    expect(at(treated, '2026-05-04', 'ironWheels')?.state).toBe('never');
    expect(at(treated, '2026-05-04', 'clay')).toMatchObject({ state: 'fine', dueDay: null });
  });

  it('the shop’s own days go before the usual ones', () => {
    const treated = done(['ironWheels', '2026-04-04'], ['protection', '2026-04-04']);
    const every = { ironWheels: 14 };
    expect(intervalsOf(treated, '2026-04-18', every).find((i) => i.treatment === 'ironWheels')).toMatchObject(
      {
        state: 'due',
        dueDay: '2026-04-18',
      },
    );
    expect(dueOn(treated, '2026-04-18', every)).toEqual(['ironWheels']);
  });

  it('what was never recorded is not due', () => {
    expect(dueOn([], '2026-05-04')).toEqual([]);
    expect(intervalsOf([], '2026-05-04').map((i) => i.treatment)).toEqual(TREATMENT_KINDS);
  });
});
