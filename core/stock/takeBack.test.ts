import { describe, expect, it } from 'vitest';
import { type Booked, mayPutBack, mayTakeBack } from './takeBack.ts';

const pour: Booked = {
  kind: 'pour',
  reason: null,
  personId: 3,
  bookedMs: 0,
  today: true,
  takenBack: false,
  moved: true,
};
const bram = { personId: 3, role: 'technician' };
const MIN = 60_000;

describe('who may take a booking back', () => {
  it('is who booked it for ten minutes, a lead on the day, a manager any time', () => {
    expect(mayTakeBack(pour, bram, 10 * MIN).ok).toBe(true);
    expect(mayTakeBack(pour, bram, 10 * MIN + 1)).toMatchObject({ code: 'undo.notYours' });
    expect(mayTakeBack(pour, { personId: 4, role: 'technician' }, 0)).toMatchObject({
      code: 'undo.notYours',
    });
    expect(mayTakeBack(pour, { personId: 2, role: 'lead' }, 600 * MIN).ok).toBe(true);
    expect(mayTakeBack({ ...pour, today: false }, { personId: 3, role: 'lead' }, 0)).toMatchObject({
      code: 'undo.notYours',
    });
    expect(mayTakeBack({ ...pour, today: false }, { personId: 1, role: 'manager' }, 1e12).ok).toBe(true);
  });

  it('counts from when it was booked, however long ago it happened', () => {
    expect(mayTakeBack({ ...pour, bookedMs: 100 * MIN }, bram, 105 * MIN).ok).toBe(true);
  });

  it('is nobody once it was taken back, and of what moved nothing', () => {
    for (const who of [bram, { personId: 1, role: 'manager' }]) {
      expect(mayTakeBack({ ...pour, takenBack: true }, who, 0)).toMatchObject({ code: 'undo.done' });
      expect(mayTakeBack({ ...pour, moved: false }, who, 0)).toMatchObject({ code: 'undo.notPour' });
      expect(mayTakeBack({ ...pour, kind: 'open' }, who, 0)).toMatchObject({ code: 'undo.notPour' });
    }
    expect(
      mayTakeBack({ ...pour, kind: 'count', reason: 'lost' }, { personId: 1, role: 'manager' }, 0).ok,
    ).toBe(true);
  });
});

describe('what a booking took out', () => {
  it('goes back where there is room for it, to the microlitre', () => {
    const jug = { code: 'P-4', heldUl: 4_000_000, backUl: 1_000_000, sizeUl: 5_000_000 };
    expect(mayPutBack(jug).ok).toBe(true);
    expect(mayPutBack({ ...jug, backUl: 1_000_001 })).toMatchObject({ code: 'undo.overfull' });
    expect(mayPutBack({ ...jug, heldUl: 5_000_000, backUl: -1 }).ok).toBe(true);
  });
});
