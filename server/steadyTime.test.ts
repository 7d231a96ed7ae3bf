import { describe, expect, it } from 'vitest';
import { SteadyTime } from './steadyTime.ts';

const T0 = Date.parse('2026-05-04T08:30:00Z');

function machine(startAt: Date | null = null) {
  const at = { wall: T0, steady: 500, awake: 90_000 };
  const clock = new SteadyTime(startAt, {
    wall: () => at.wall,
    steady: () => at.steady,
    awake: () => Math.floor(at.awake / 1_000) * 1_000,
  });
  const pass = (ms: number, more: { wall?: number; asleep?: number } = {}) => {
    const { wall = 0, asleep = 0 } = more;
    at.steady += ms;
    at.wall += ms + wall + asleep;
    at.awake += ms + asleep;
  };
  const since = () => clock.now().getTime() - T0;
  return { clock, pass, since };
}

describe('the shop’s own time', () => {
  it('is the machine’s, and keeps up where that is put right by a little', () => {
    const { pass, since } = machine();
    pass(60_000);
    expect(since()).toBe(60_000);
    pass(60_000, { wall: -300 });
    expect(since()).toBe(119_700);
  });

  it.each([3_600_000, -3_600_000])(
    'runs on evenly where the clock is set by %d ms, until told to follow',
    (wall) => {
      const { clock, pass, since } = machine();
      pass(10_000);
      expect(since()).toBe(10_000);
      pass(1_000, { wall });
      expect(since()).toBe(11_000);
      pass(1_000);
      expect(since()).toBe(12_000);
      expect(clock.apartMs).toBe(wall);
      clock.follow();
      expect(since()).toBe(12_000 + wall);
      expect(clock.apartMs).toBe(0);
    },
  );

  it('counts sleep', () => {
    const { pass, since } = machine();
    pass(5_000);
    expect(since()).toBe(5_000);
    pass(1_000, { asleep: 600_000 });
    expect(since()).toBe(606_000);
  });

  it('starts where it is told to', () => {
    const { clock, pass } = machine(new Date('2026-01-01T00:00:00Z'));
    pass(2_000);
    expect(clock.now().toISOString()).toBe('2026-01-01T00:00:02.000Z');
  });
});
