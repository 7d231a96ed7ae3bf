import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatLabelStrength, labelEnds, parseLabelStrength } from './labelStrength.ts';
import type { StrengthOptions } from './parseStrength.ts';
import { fractionOf } from './strength.ts';

const ends = (text: string, options: StrengthOptions = {}) => {
  const read = parseLabelStrength(text, options);
  if (!read.ok) return read.code;
  return [read.value.strength, read.value.upTo].map((s) => {
    const f = s && fractionOf(s);
    return f?.ok ? f.value : null;
  });
};

describe('a strength as it is printed on a label', () => {
  it.each([
    ['25-45 ml per 25 l', 25 / 25_000, 45 / 25_000],
    ['25 to 45 ml per 25 l', 25 / 25_000, 45 / 25_000],
    ['25 ml to 45 ml per 25 l', 25 / 25_000, 45 / 25_000],
    ['20 ml - 40 ml / 10 l', 0.002, 0.004],
    ['1 oz to 2 oz per gal', 1 / 128, 2 / 128, { system: 'us' }],
    ['2 to 3 oz per 4 gal', 2 / 512, 3 / 512, { system: 'us' }],
    ['½ to 1 oz per gal', 0.5 / 128, 1 / 128, { system: 'us' }],
    ['one to two oz per gal', 1 / 128, 2 / 128, { system: 'us' }],
    ['1:10-1:20', 1 / 21, 1 / 11],
    ['1:20 to 1:10', 1 / 21, 1 / 11],
    ['1:10–1:20', 1 / 21, 1 / 11],
    ['between 1:10 and 1:20', 1 / 21, 1 / 11],
    ['from 1:10 to 1:20', 1 / 21, 1 / 11],
    ['10:1 to 20:1', 1 / 21, 1 / 11],
    ['8 to 10 to 1', 1 / 11, 1 / 9],
    ['8-10 to 1', 1 / 11, 1 / 9],
    ['8-10:1', 1 / 11, 1 / 9],
    ['1:8-10', 1 / 11, 1 / 9],
    ['1 to 8-10', 1 / 11, 1 / 9],
    ['1 to 8 to 10', 1 / 11, 1 / 9],
    ['1 in 10 to 1 in 20', 0.05, 0.1],
    ['1 in 10-20', 0.05, 0.1],
    ['4-6%', 0.04, 0.06],
    ['4 to 6 %', 0.04, 0.06],
    ['4% - 6%', 0.04, 0.06],
    ['5 to 10 ml/l', 0.005, 0.01],
    ['10 ml per 5-10 l', 0.001, 0.002],
    ['20-30 g/l', 0.02, 0.03, { gPerMl: 1 }],
    ['4.5 - 6.5 %', 0.045, 0.065],
    ['neat to 1:5', 1 / 6, 1],
    ['1:5 to neat', 1 / 6, 1],
  ])('%s is a band with two ends', (text, least, most, options?: object) => {
    const [a, b] = ends(text, options) as number[];
    expect(a).toBeCloseTo(least, 10);
    expect(b).toBeCloseTo(most, 10);
  });

  it.each([
    ['1:12', 1 / 13],
    ['10 to 1', 1 / 11],
    ['250 to 750', 0.25],
    ['30 ml/l', 0.03],
    ['4%', 0.04],
    ['1 in 12', 1 / 12],
    ['neat', 1],
  ])('%s is one strength', (text, f) => {
    expect(ends(text)).toEqual([expect.closeTo(f, 10), null]);
  });

  it.each([
    ['20 to 400 ml', 'strength.range'],
    ['1:2:3', 'strength.threeNumbers'],
    ['1:10-', 'strength.unreadable'],
    ['1:10-1:10', 'strength.sameEnds'],
    ['4-4%', 'strength.sameEnds'],
    ['50-150%', 'strength.overNeat'],
    ['2 to 3 to 4', 'strength.range'],
    ['2 to 3 oz per 4 gal', 'unit.ambiguous'],
    ['', 'strength.missing'],
  ])('"%s" is refused as %s', (text, code) => {
    expect(ends(text)).toBe(code);
  });

  it('never says of a label that it has one strength only', () => {
    const read = parseLabelStrength('25-45 ml per', { field: 'Label strength' });
    expect(read).toMatchObject({
      code: 'strength.range',
      facts: { field: 'Label strength', typed: '25-45 ml per', part: true },
    });
  });

  it('names its field in each refusal', () => {
    for (const text of ['20 to 400 ml', '1:10-1:10', '50-150%']) {
      const read = parseLabelStrength(text, { field: 'Label strength' });
      expect(read).toMatchObject({ ok: false, facts: { field: 'Label strength' } });
    }
  });

  it('reads two ends in either order, with any dash, as the same band, the weaker first', () => {
    const water = fc.double({ min: 0.5, max: 500, noNaN: true }).map((n) => Number(n.toPrecision(3)));
    let live = 0;
    fc.assert(
      fc.property(
        water,
        water,
        fc.constantFrom('-', ' - ', ' – ', ' to '),
        fc.constantFrom('parts', 'inTotal'),
        (a, b, dash, ratio) => {
          fc.pre(a !== b && (ratio === 'parts' || (a >= 1 && b >= 1)));
          live++;
          const options = { ratio: ratio as 'parts' };
          const one = ends(`1:${a}${dash}1:${b}`, options);
          expect(one).toEqual(ends(`1:${b}${dash}1:${a}`, options));
          const [least = 0, most = 0] = one as number[];
          expect(least).toBeLessThan(most);
          expect([least, most]).toEqual(
            [a, b].map((n) => (ratio === 'parts' ? 1 / (n + 1) : 1 / n)).sort((x, y) => x - y),
          );
        },
      ),
    );
    expect(live).toBeGreaterThan(40);
  });

  it('never throws, and never takes long', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 120 }), (text) => {
        const read = parseLabelStrength(text);
        return read.ok || read.code !== '';
      }),
    );
    expect(parseLabelStrength('1-'.repeat(4_000)).ok).toBe(false);
  });
});

describe('both ends of a label strength', () => {
  const band = {
    id: 3,
    strength: { notation: 'parts', water: 20 },
    fraction: 1 / 21,
    upTo: { notation: 'parts', water: 10 },
    upToFraction: 1 / 11,
  } as const;
  const single = { ...band, upTo: null, upToFraction: null };

  it('are two strengths to mix to, and one where the label has one', () => {
    expect(labelEnds([band, single]).map(({ id, fraction, end }) => [id, fraction, end])).toEqual([
      [3, 1 / 21, 'weaker'],
      [3, 1 / 11, 'stronger'],
      [3, 1 / 21, 'only'],
    ]);
  });

  it('are written one after the other', () => {
    expect(formatLabelStrength(band)).toBe('1:20 to 1:10');
    expect(formatLabelStrength(single)).toBe('1:20');
  });
});
