import { describe, expect, it } from 'vitest';
import { PERIODS, periodNamed, periodOf } from './periods.ts';

describe('periods', () => {
  it('are days of the shop’s calendar, over the ends of months and years', () => {
    // A Thursday in the first week of March of a leap year.
    expect(periodOf('today', '2028-03-02')).toEqual({ from: '2028-03-02', to: '2028-03-02' });
    expect(periodOf('yesterday', '2028-03-01')).toEqual({ from: '2028-02-29', to: '2028-02-29' });
    expect(periodOf('week', '2028-03-02')).toEqual({ from: '2028-02-28', to: '2028-03-02' });
    expect(periodOf('week', '2028-03-05')).toEqual({ from: '2028-02-28', to: '2028-03-05' });
    expect(periodOf('month', '2028-03-02')).toEqual({ from: '2028-03-01', to: '2028-03-02' });
    expect(periodOf('lastMonth', '2028-03-31')).toEqual({ from: '2028-02-01', to: '2028-02-29' });
    expect(periodOf('lastMonth', '2028-01-31')).toEqual({ from: '2027-12-01', to: '2027-12-31' });
  });

  it('are known again by their days, the shorter one where two are the same', () => {
    for (const name of PERIODS) expect(periodNamed(periodOf(name, '2026-05-14'), '2026-05-14')).toBe(name);
    expect(periodNamed({ from: '2026-06-01', to: '2026-06-01' }, '2026-06-01')).toBe('today');
    expect(periodNamed({ from: '2026-05-02', to: '2026-05-09' }, '2026-05-14')).toBeNull();
  });
});
