import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Strength } from '../strength/notation.ts';
import { parseStrength } from '../strength/parseStrength.ts';
import { fractionOf } from '../strength/strength.ts';
import { hardnessDose, hardnessIn, hardnessStrength, parseHardness } from './hardness.ts';

const read = (text: string): Strength => {
  const strength = parseStrength(text);
  if (!strength.ok) throw new Error(strength.code);
  return strength.value;
};
const percent = (strength: Strength): number => {
  const f = fractionOf(strength);
  if (!f.ok) throw new Error(f.code);
  return f.value * 100;
};

describe('dosing by hardness', () => {
  it('20 to 40 ml per 20 L at 210 ppm is 32.8 ml, and reads like the label', () => {
    const dosed = hardnessStrength(read('20 ml/20 l'), read('40 ml/20 l'), 210);
    expect(dosed).toMatchObject({
      ok: true,
      value: { notation: 'dose', dose: { amount: 32.8, unit: 'ml' } },
    });
  });

  it('two ratios give a percentage between theirs', () => {
    const dosed = hardnessStrength(read('1:100'), read('1:60'), 300);
    expect(dosed.ok && percent(dosed.value)).toBeCloseTo(100 / 61, 9);
  });

  it('doses in different units are never read as one', () => {
    const dosed = hardnessStrength(read('20 ml/20 l'), read('2 us oz/us gal'), 50);
    expect(dosed.ok && dosed.value.notation).toBe('percent');
    expect(dosed.ok && percent(dosed.value)).toBeCloseTo(0.1, 9);
  });

  it('softened and deionised water take the soft dose', () => {
    expect(hardnessDose(20, 40, hardnessIn('tap', 210))).toBeCloseTo(32.8, 12);
    expect(hardnessDose(20, 40, hardnessIn('softened', 210))).toBe(20);
    expect(hardnessDose(20, 40, hardnessIn('deionised', 400))).toBe(20);
  });

  it('never leaves the label, and never falls as the water gets harder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2_000, noNaN: true }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        (h, more) => {
          const [a, b] = [hardnessDose(20, 40, h), hardnessDose(20, 40, h + more)];
          expect(a).toBeGreaterThanOrEqual(20);
          expect(b).toBeLessThanOrEqual(40);
          expect(b).toBeGreaterThanOrEqual(a);
        },
      ),
    );
  });
});

describe('hardness as it is read', () => {
  it.each([
    ['210', 210],
    ['210 ppm', 210],
    ['210 mg/l', 210],
    ['12 dH', 214.2],
    ['12°dH', 214.2],
    ['21 fH', 210],
    ['10 gpg', 171.2],
    ['0', 0],
  ])('%s', (text, ppm) => {
    const read = parseHardness(text);
    expect(read.ok && read.value).toBeCloseTo(ppm, 9);
  });

  it.each(['', 'hard', '12 oz', '-3', '9000'])('%s is refused with what would work', (text) => {
    const read = parseHardness(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.code).toMatch(/^(hardness|number)\./);
  });
});
