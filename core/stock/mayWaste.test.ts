import { describe, expect, it } from 'vitest';
import { mayWaste, OWN_WASTE_UL } from './mayWaste.ts';

describe('what somebody may throw away alone', () => {
  it.each([
    [500_000, 0, true],
    [500_001, 0, false],
    [200_000, 300_000, true],
    [200_001, 300_000, false],
    [1, 500_000, false],
  ])('%i µl after %i today: %s', (ul, todayUl, may) => {
    const asked = mayWaste(ul, todayUl);
    expect(asked.ok).toBe(may);
    if (!asked.ok) expect(asked.facts).toEqual({ overUl: OWN_WASTE_UL, todayUl });
  });
});
