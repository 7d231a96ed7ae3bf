import { describe, expect, it } from 'vitest';
import { formatMass, parseMass } from './mass.ts';

describe('a weight', () => {
  it.each([
    ['850', 850],
    ['850 g', 850],
    ['10.1 kg', 10_100],
    ['10,1kg', 10_100],
    ['2 lb', 907.18474],
    ['16 oz', 453.59237],
  ])('%s is %d g', (text, grams) => {
    const read = parseMass(text, 'Weight');
    expect(read.ok && read.value).toBeCloseTo(grams, 6);
  });

  it.each(['', 'heavy', '3 stone', '-2 kg', '9e9 kg'])('%j is refused at its field', (text) => {
    expect(parseMass(text, 'Weight')).toMatchObject({
      ok: false,
      facts: { field: 'Weight', like: 'mass' },
    });
  });

  it('is said in grams up to a kilo, then in kilos', () => {
    expect([formatMass(849.6), formatMass(10_100)]).toEqual(['850 g', '10.10 kg']);
  });
});
