import { describe, expect, it } from 'vitest';
import { type Assessment, sized } from './assessment.ts';
import { contradictions } from './contradictions.ts';

const found = (said: Assessment) => contradictions(sized(said)).map((c) => c.id);

describe('answers that can’t both be so', () => {
  it.each<[Assessment, string, Assessment]>([
    [
      { protection: 'coating', follows: ['polish'] },
      'coatedAndPolished',
      { protection: 'coating', follows: ['show'] },
    ],
    [{ touchless: true, water: { kind: 'none' } }, 'touchlessWithoutHose', { touchless: true }],
    [{ protection: 'none', beads: true }, 'beadsOnNothing', { protection: 'unknown', beads: true }],
    [
      { touchless: true, specials: ['leakingTop'] },
      'leaksAndTouchless',
      { touchless: true, specials: ['tiredSeals'] },
    ],
  ])('%j is named %s, and not what is near it', (said, id, near) => {
    expect(found(said)).toEqual([id]);
    expect(found(near)).toEqual([]);
  });

  it('nothing is wrong with what nobody said', () => {
    expect(found({})).toEqual([]);
  });
});
