import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { usualTraits } from '../products/starts.ts';
import { mayMeet } from './mayMeet.ts';
import { ALL_UNKNOWN, TRAIT_STATES, TRAITS, type Traits, traitsOf } from './traits.ts';

const NONE = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as Traits;
const known = (name: string, traits: Partial<Traits> = {}) => ({ name, traits: { ...NONE, ...traits } });

describe('the traits a product is treated by', () => {
  const usual = usualTraits('allPurpose');
  it('are those entered, then those of its family, and its pH before both', () => {
    expect(traitsOf({}, usual, null)).toEqual(usual);
    expect(traitsOf({ acid: true, chlorine: null, solvent: false }, usual, 7)).toMatchObject({
      acid: 'yes',
      chlorine: 'unknown',
      solvent: 'no',
      sulfide: 'usuallyNo',
    });
    expect(traitsOf({ acid: false }, usual, 1.9)).toMatchObject({ acid: 'yes', strongAlkali: 'no' });
    expect(traitsOf({}, usual, 12)).toMatchObject({ acid: 'no', strongAlkali: 'yes' });
    expect(traitsOf({}, usual, 2).acid).toBe('usuallyNo');
  });
});

describe('what may meet in a vessel', () => {
  it.each([
    ['acid after chlorine', { acid: 'yes' }, { chlorine: 'yes' }],
    ['chlorine after acid', { chlorine: 'yes' }, { acid: 'yes' }],
    ['acid after an iron remover', { acid: 'yes' }, { sulfide: 'yes' }],
    ['an iron remover after acid', { sulfide: 'yes' }, { acid: 'yes' }],
  ] as [string, Partial<Traits>, Partial<Traits>][])('%s is refused until it is rinsed', (_, next, last) => {
    const verdict = mayMeet(known('Wheel Acid', next), [known('Old Mix', last)], {
      kind: 'vessel',
      name: 'Trigger bottle',
    });
    expect(verdict).toMatchObject({
      ok: false,
      code: 'safety.gas',
      facts: { where: { name: 'Trigger bottle' }, other: 'Old Mix' },
    });
  });

  it('neutral products may follow one another', () => {
    expect(
      mayMeet(known('Foam'), [known('Shampoo', { strongAlkali: 'yes' })], { kind: 'vessel', name: 'Bucket' })
        .ok,
    ).toBe(true);
  });

  it('everything it held since it was rinsed counts, not only the last', () => {
    const acid = known('Wheel Acid', { acid: 'yes' });
    const bleach = known('Bleach', { chlorine: 'yes' });
    const neutral = known('Shampoo');
    expect(mayMeet(bleach, [neutral, acid], { kind: 'vessel', name: 'Bucket' })).toMatchObject({
      ok: false,
      code: 'safety.gas',
    });
    expect(mayMeet(bleach, [neutral], { kind: 'vessel', name: 'Bucket' }).ok).toBe(true);
    expect(mayMeet(bleach, [], { kind: 'vessel', name: 'Bucket' }).ok).toBe(true);
  });

  it('what nobody knows is refused as not known, never as a gas, and says who can settle it', () => {
    const verdict = mayMeet(
      { name: 'New Foam', traits: ALL_UNKNOWN },
      [known('Bleach', { chlorine: 'yes' })],
      { kind: 'vessel', name: 'Bottle' },
    );
    expect(verdict).toMatchObject({
      ok: false,
      code: 'safety.unknown',
      facts: { next: 'New Foam', unknown: [{ name: 'New Foam', trait: 'acid' }] },
    });
    expect(
      mayMeet({ name: 'New Foam', traits: ALL_UNKNOWN }, [known('Shampoo')], {
        kind: 'vessel',
        name: 'Bottle',
      }).ok,
    ).toBe(true);
  });

  it('a gas for certain is said before what is only not known', () => {
    const held = [{ name: 'Old', traits: ALL_UNKNOWN }, known('Bleach', { chlorine: 'yes' })];
    expect(
      mayMeet(known('Wheel Acid', { acid: 'usuallyYes' }), held, { kind: 'vessel', name: 'Bottle' }),
    ).toMatchObject({
      code: 'safety.gas',
      facts: { other: 'Bleach' },
    });
  });

  it('a glass cleaner follows an all-purpose in a new shop, where nobody has ticked anything', () => {
    const glass = { name: 'Glass', traits: usualTraits('glass') };
    const allPurpose = { name: 'All-purpose', traits: usualTraits('allPurpose') };
    expect(mayMeet(glass, [allPurpose], { kind: 'vessel', name: 'Bottle' }).ok).toBe(true);
    const lime = { name: 'Lime Off', traits: usualTraits('limeRemover') };
    const iron = { name: 'Iron Off', traits: usualTraits('ironRemover') };
    expect(mayMeet(lime, [iron], { kind: 'vessel', name: 'Bottle' })).toMatchObject({ code: 'safety.gas' });
  });

  it('is the same both ways round, and knowing less never allows more', () => {
    const traits = fc.record(
      Object.fromEntries(TRAITS.map((t) => [t, fc.constantFrom(...TRAIT_STATES)])),
    ) as fc.Arbitrary<Traits>;
    fc.assert(
      fc.property(traits, traits, fc.constantFrom(...TRAITS), (a, b, trait) => {
        const allowed = mayMeet({ name: 'a', traits: a }, [{ name: 'b', traits: b }], { kind: 'panel' }).ok;
        expect(mayMeet({ name: 'b', traits: b }, [{ name: 'a', traits: a }], { kind: 'panel' }).ok).toBe(
          allowed,
        );
        const vaguer = { ...a, [trait]: 'unknown' } as Traits;
        if (!allowed)
          expect(
            mayMeet({ name: 'a', traits: { ...vaguer } }, [{ name: 'b', traits: b }], { kind: 'panel' }).ok,
          ).toBe(false);
      }),
    );
  });
});
