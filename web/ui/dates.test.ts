import { describe, expect, it, vi } from 'vitest';
import { dayInWords, dayOf, shopDay, timeOfDay } from './dates.ts';

vi.mock('../lib/shopNow.ts', () => ({ shopNow: () => new Date('2026-06-01T12:00:00Z') }));

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

  it('a day of another year says which', () => {
    expect(dayInWords('2028-06-02')).toBe('2 Jun 2028');
    expect(dayInWords('2025-12-31')).toBe('31 Dec 2025');
  });
});
