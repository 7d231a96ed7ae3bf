import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseVolume } from '#core/units/parseVolume.ts';
import { EMPTY_DRAFT } from './benchDraft.ts';
import { leftAsTyped, toPourFrom, toTopUp } from './fromBooks.ts';

describe('the Bench from the books', () => {
  it('is the whole draft: product, vessel, what is left and how strong it was, and no recipe', () => {
    const draft = toTopUp(
      { productId: 4, vesselId: 7, ul: 312_345, strength: { notation: 'parts', water: 10 } },
      'metric',
    );
    expect(draft).toEqual({
      ...EMPTY_DRAFT,
      mode: 'left',
      productId: 4,
      vesselId: 7,
      leftText: '312 ml',
      picked: { notation: 'parts', water: 10 },
      strengthText: '1:10',
    });
    expect(toPourFrom({ id: 3, productId: 9 }, undefined, null)).toEqual({
      ...EMPTY_DRAFT,
      productId: 9,
      containerId: 3,
    });
  });

  it('never says that more is left than there is, and reads back within what can be read', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000, max: 30_000_000 }),
        fc.constantFrom('metric', 'us', 'imperial'),
        (ul, units) => {
          const back = parseVolume(leftAsTyped(ul, units), { system: units });
          expect(back.ok).toBe(true);
          if (!back.ok) return;
          expect(back.value).toBeLessThanOrEqual(ul);
          expect(ul - back.value).toBeLessThanOrEqual(1_000);
        },
      ),
    );
  });
});
