import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mayMeet } from './mayMeet.ts';
import { ALL_UNKNOWN, TRAIT_STATES, TRAITS, type Traits } from './traits.ts';

const NONE = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as Traits;
const known = (name: string, traits: Partial<Traits> = {}) => ({ name, traits: { ...NONE, ...traits } });

describe('what may meet in a vessel', () => {
  it.each([
    ['acid after chlorine', { acid: 'yes' }, { chlorine: 'yes' }],
    ['chlorine after acid', { chlorine: 'yes' }, { acid: 'yes' }],
    ['acid after an iron remover', { acid: 'yes' }, { sulfide: 'yes' }],
    ['an iron remover after acid', { sulfide: 'yes' }, { acid: 'yes' }],
  ] as [string, Partial<Traits>, Partial<Traits>][])('%s is refused until it is rinsed', (_, next, last) => {
    const verdict = mayMeet(known('Wheel Acid', next), known('Old Mix', last), 'Trigger bottle');
    expect(verdict).toMatchObject({ ok: false, code: 'safety.gas' });
    if (!verdict.ok) {
      expect(verdict.reason).toContain('Trigger bottle last held Old Mix.');
      expect(verdict.remedy).toMatch(/Rinse/);
    }
  });

  it('neutral products may follow one another', () => {
    expect(mayMeet(known('Foam'), known('Shampoo', { strongAlkali: 'yes' }), 'Bucket').ok).toBe(true);
  });

  it('what nobody has entered counts as there, and the refusal names whose traits are missing', () => {
    const verdict = mayMeet(
      { name: 'New Foam', traits: ALL_UNKNOWN },
      known('Bleach', { chlorine: 'yes' }),
      'Bottle',
    );
    expect(verdict).toMatchObject({ ok: false });
    if (!verdict.ok) expect(verdict.remedy).toContain('traits of New Foam');
    expect(mayMeet({ name: 'New Foam', traits: ALL_UNKNOWN }, known('Shampoo'), 'Bottle').ok).toBe(true);
  });

  it('is the same both ways round, and knowing less never allows more', () => {
    const traits = fc.record(
      Object.fromEntries(TRAITS.map((t) => [t, fc.constantFrom(...TRAIT_STATES)])),
    ) as fc.Arbitrary<Traits>;
    fc.assert(
      fc.property(traits, traits, fc.constantFrom(...TRAITS), (a, b, trait) => {
        const allowed = mayMeet({ name: 'a', traits: a }, { name: 'b', traits: b }, 'v').ok;
        expect(mayMeet({ name: 'b', traits: b }, { name: 'a', traits: a }, 'v').ok).toBe(allowed);
        const vaguer = { ...a, [trait]: 'unknown' } as Traits;
        if (!allowed)
          expect(mayMeet({ name: 'a', traits: { ...vaguer } }, { name: 'b', traits: b }, 'v').ok).toBe(false);
      }),
    );
  });
});
