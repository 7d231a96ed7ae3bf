import { describe, expect, it } from 'vitest';
import { labelFor, vesselWords } from './labelFor.ts';

const entry = (id: number, basis: 'bottle' | 'bucket' | 'panel') => ({ id, basis });
const ids = (...of: Parameters<typeof labelFor<ReturnType<typeof entry>>>) =>
  labelFor(...of).map((e) => e.id);

describe('the label strengths meant for a vessel', () => {
  const both = [entry(1, 'bottle'), entry(2, 'bucket'), entry(3, 'panel')];
  it('never take a bucket’s strength for a bottle, a sprayer or a cannon', () => {
    for (const kind of ['triggerBottle', 'pumpSprayer', 'cannonBottle', 'gunBottle'] as const) {
      expect(ids(both, kind)).toEqual([1, 3]);
      expect(ids([entry(2, 'bucket')], kind)).toEqual([]);
      expect(vesselWords(kind)).not.toContain('bucket');
    }
  });

  it('take a bucket’s own for a bucket, else the bottle’s', () => {
    for (const kind of ['bucket', 'towelBucket', 'stockPail', 'tank'] as const) {
      expect(ids(both, kind)).toEqual([2, 3]);
      expect(ids([entry(1, 'bottle')], kind)).toEqual([1]);
      expect(vesselWords(kind)).not.toContain('bottle');
    }
    expect(ids(both, null)).toEqual([1, 2, 3]);
  });
});
