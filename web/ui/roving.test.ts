import { describe, expect, it } from 'vitest';
import { rove } from './roving.ts';

describe('arrows among several', () => {
  it('move one on and one back, stay at the ends, and go to either end at once', () => {
    expect(
      ['ArrowDown', 'ArrowRight', 'ArrowUp', 'ArrowLeft', 'Home', 'End'].map((key) => rove(key, 2, 5)),
    ).toEqual([3, 3, 1, 1, 0, 4]);
    expect([rove('ArrowUp', 0, 5), rove('ArrowDown', 4, 5)]).toEqual([0, 4]);
  });

  it('leave every other key its meaning', () => {
    expect(['Tab', ' ', 'Enter', 'a'].map((key) => rove(key, 2, 5))).toEqual([null, null, null, null]);
    expect(rove('ArrowLeft', 2, 5, ['ArrowUp', 'ArrowDown'])).toBeNull();
  });
});
