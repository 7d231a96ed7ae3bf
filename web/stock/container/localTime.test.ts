import { describe, expect, it } from 'vitest';
import { localTime, readLocalTime } from './localTime.ts';

describe('a time on the shop’s clock', () => {
  it.each([
    ['2026-05-04T08:30:00Z', 'Europe/London', '2026-05-04T09:30'],
    ['2026-01-04T08:30:00Z', 'Europe/London', '2026-01-04T08:30'],
    ['2026-05-04T23:30:00Z', 'Asia/Tokyo', '2026-05-05T08:30'],
    ['2026-05-04T01:05:00Z', 'America/New_York', '2026-05-03T21:05'],
  ])('%s in %s is %s, and back', (iso, zone, text) => {
    expect(localTime(new Date(iso), zone)).toBe(text);
    expect(new Date(readLocalTime(text, zone) ?? '').getTime()).toBe(new Date(iso).getTime());
  });

  it('is none where nothing is filled in', () => {
    expect(readLocalTime('', 'Europe/London')).toBeNull();
    expect(readLocalTime('tomorrow', 'Europe/London')).toBeNull();
  });
});
