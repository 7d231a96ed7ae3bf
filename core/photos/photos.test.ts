import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptSize, LONGEST_PX, mayDeletePhoto } from './photos.ts';

describe('the size a photo is kept in', () => {
  it('of a phone’s camera is 1600 at its longer side, upright or not', () => {
    expect(keptSize(4_000, 3_000)).toEqual({ width: 1_600, height: 1_200 });
    expect(keptSize(3_000, 4_000)).toEqual({ width: 1_200, height: 1_600 });
    expect(keptSize(12_000, 9_000)).toEqual({ width: 1_600, height: 1_200 });
  });

  it('is left as it is where it is small', () => {
    expect(keptSize(640, 480)).toEqual({ width: 640, height: 480 });
    expect(keptSize(1_600, 900)).toEqual({ width: 1_600, height: 900 });
  });

  it('keeps the shape of any picture to a pixel, and never comes to nothing', () => {
    const px = fc.integer({ min: 1, max: 30_000 });
    fc.assert(
      fc.property(px, px, (w, h) => {
        const { width, height } = keptSize(w, h);
        expect(Math.max(width, height)).toBeLessThanOrEqual(LONGEST_PX);
        expect(Math.min(width, height)).toBeGreaterThanOrEqual(1);
        const by = Math.min(1, LONGEST_PX / Math.max(w, h));
        expect(Math.abs(width - w * by)).toBeLessThanOrEqual(1);
        expect(Math.abs(height - h * by)).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('who may delete a photo', () => {
  const MIN = 60_000;
  const photo = { takenBy: 3, receivedMs: 0 };
  it('is whoever took it, for ten minutes from when it arrived', () => {
    const bram = { personId: 3, role: 'technician' };
    expect(mayDeletePhoto(photo, bram, 10 * MIN).ok).toBe(true);
    expect(mayDeletePhoto(photo, bram, 10 * MIN + 1)).toMatchObject({
      code: 'photo.notYours',
      facts: { minutes: 10 },
    });
  });

  it('is nobody else below a manager, who may at any time', () => {
    expect(mayDeletePhoto(photo, { personId: 4, role: 'technician' }, 0).ok).toBe(false);
    expect(mayDeletePhoto(photo, { personId: 4, role: 'lead' }, 0).ok).toBe(false);
    expect(mayDeletePhoto(photo, { personId: 4, role: 'manager' }, 1e12).ok).toBe(true);
  });
});
