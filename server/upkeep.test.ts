import { pino } from 'pino';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { AppContext } from './appContext.ts';
import type { Books } from './db/books.ts';
import type { WeatherStation } from './devices/weatherStation.ts';
import { makeUpkeep } from './upkeep.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('writes nothing by itself on a full disk, where the database would not survive trying, and goes on once there is room', async () => {
  let free = 0;
  const settle = vi.fn(async () => undefined);
  const rows = vi.fn(async () => []);
  const read = vi.fn(async () => null);
  const end = makeUpkeep(
    {
      books: { settle, rows, transaction: rows } as unknown as Books,
      copying: { ifDue: async () => false } as unknown as AppContext['copying'],
      weatherStation: { read } as unknown as WeatherStation,
      now: () => new Date('2026-05-04T08:30:00Z'),
      live: { tell: () => undefined } as unknown as AppContext['live'],
      log: pino({ level: 'silent' }),
      folder: '.',
      free: () => free,
    },
    undefined,
  );
  await vi.advanceTimersByTimeAsync(7 * 3_600_000);
  expect([settle.mock.calls.length, rows.mock.calls.length, read.mock.calls.length]).toEqual([0, 0, 0]);
  free = 1e12;
  await vi.advanceTimersByTimeAsync(5 * 60_000);
  expect(settle).toHaveBeenCalledTimes(2);
  expect(read.mock.calls.length).toBeGreaterThan(10);
  end();
});
