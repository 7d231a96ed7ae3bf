import { describe, expect, it } from 'vitest';
import { dayInWords, dayOf, shopDay, timeOfDay } from './dates.ts';

describe('days and times are the shop’s own', () => {
  it('in summer and in winter, wherever the tablet thinks it is', () => {
    expect(timeOfDay('2026-05-04T08:30:00Z', 'Europe/London')).toBe('09:30');
    expect(timeOfDay('2026-12-04T08:30:00Z', 'Europe/London')).toBe('08:30');
    expect(timeOfDay('2026-05-04T23:59:00Z', 'UTC')).toBe('23:59');
    expect(timeOfDay('2026-05-04T00:00:00Z', 'UTC')).toBe('00:00');
  });

  it('and a day begins when it begins there', () => {
    const late = new Date('2026-05-04T23:30:00Z');
    expect(dayOf(late, 'Europe/London')).toBe('2026-05-05');
    expect(dayOf(late, 'America/New_York')).toBe('2026-05-04');
    expect(shopDay(late.toISOString(), 'Europe/London')).toBe('Tue, 5 May 2026');
  });

  it('a day without its time is that day everywhere', () => {
    expect(dayInWords('2026-06-02')).toBe('2 Jun');
    expect(dayInWords('2026-12-31')).toBe('31 Dec');
  });
});
