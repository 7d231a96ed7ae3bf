import { describe, expect, it } from 'vitest';
import { type DepthProfile, depthOf } from '#core/mixing/depth.ts';
import { readDepth, typedDepth } from './depthTyped.ts';

const profiles: DepthProfile[] = [
  { kind: 'round', diameterCm: 28 },
  { kind: 'rectangular', widthCm: 9, lengthCm: 9.5 },
  {
    kind: 'table',
    points: [
      [2, 700_000],
      [10, 4_000_000],
      [20, 9_500_000],
    ],
  },
];

describe('the inside of a vessel', () => {
  it.each(profiles)('comes back as it was typed: $kind', (profile) => {
    expect(readDepth(typedDepth(profile), 'metric')).toEqual({ value: profile, refusals: {} });
  });

  it('is not known until someone says so', () => {
    expect(readDepth(typedDepth(null), 'metric')).toEqual({ value: null, refusals: {} });
  });

  it('says what is wrong at its field', () => {
    const round = { ...typedDepth(null), kind: 'round' as const, diameterCm: 'wide' };
    expect(readDepth(round, 'metric').refusals.diameterCm).toMatchObject({
      facts: { field: 'Diameter' },
    });
    const table = { ...typedDepth(null), kind: 'table' as const, points: '2 cm = 1 l\nten = 4 l' };
    expect(readDepth(table, 'metric').refusals.points).toMatchObject({ facts: { field: 'Depth' } });
    const noVolume = { ...table, points: '2 cm' };
    expect(readDepth(noVolume, 'metric').refusals.points).toMatchObject({
      facts: { field: 'Volume' },
    });
  });

  it('12 L in a round bucket of 28 cm stands 19.488 cm deep', () => {
    const { value: depth } = readDepth({ ...typedDepth(null), kind: 'round', diameterCm: '28 cm' }, 'metric');
    expect(depth && depthOf(depth, 12_000_000)).toBeCloseTo(19.488, 3);
  });
});
