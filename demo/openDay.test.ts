import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { openDemoDay, opensAt } from './openDay.ts';

it('the demo opens now while a shop would be at work, else on its next morning', () => {
  for (const [real, at] of [
    ['2026-05-04T10:17:00Z', '2026-05-04T10:17:00.000Z'],
    ['2026-05-04T02:00:00Z', '2026-05-04T08:30:00.000Z'],
    ['2026-05-04T19:00:00Z', '2026-05-05T08:30:00.000Z'],
    // Into winter time: half past nine is half past nine.
    ['2026-10-24T22:00:00Z', '2026-10-25T09:30:00.000Z'],
  ] as const) {
    expect(opensAt(new Date(real), 0).toISOString()).toBe(at);
  }
});

it('its time never goes back from one start to the next', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 40 * 60 }), { minLength: 2, maxLength: 8 }), (gaps) => {
      const folder = mkdtempSync(join(tmpdir(), 'own-time-'));
      let [real, last] = [Date.parse('2026-03-26T03:00:00Z'), 0];
      for (const minutes of gaps) {
        const at = openDemoDay(folder, new Date(real), false).getTime();
        expect(at).toBeGreaterThanOrEqual(Math.max(last, real));
        real += minutes * 60_000;
        last = at + minutes * 60_000;
      }
      rmSync(folder, { recursive: true });
    }),
    { numRuns: 40 },
  );
});

it('what can’t be read counts as nothing, and a demo made afresh begins afresh', () => {
  const folder = mkdtempSync(join(tmpdir(), 'own-time-'));
  const real = new Date('2026-05-04T10:17:00Z');
  for (const kept of ['', 'x', '{"aheadMs":-5}', '{"aheadMs":"9"}']) {
    writeFileSync(join(folder, 'own-time.json'), kept);
    expect(openDemoDay(folder, real, false)).toEqual(real);
  }
  openDemoDay(folder, new Date('2026-05-04T02:00:00Z'), false);
  expect(openDemoDay(folder, real, false).getTime()).toBeGreaterThan(real.getTime());
  expect(openDemoDay(folder, real, true)).toEqual(real);
  rmSync(folder, { recursive: true });
});
