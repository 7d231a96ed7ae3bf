import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatExactVolume, formatVolume, formatWater } from './formatVolume.ts';
import { parseNumber } from './parseNumber.ts';
import { parseVolume } from './parseVolume.ts';
import { UNIT_UL } from './units.ts';
import { LARGEST_UL, microlitres, volumeOf } from './volume.ts';

describe('reading a volume', () => {
  it.each([
    ['750', 750_000],
    [' 750ml ', 750_000],
    ['0.75 l', 750_000],
    ['0,75 L', 750_000],
    ['.5 l', 500_000],
    ['75 cl', 750_000],
    ['3 US fl. oz', 88_721],
    ['1 us gal', 3_785_412],
    ['1 1/2 imp gal', 6_819_135],
    ['1 imp pint', 568_261],
    ['1 imp oz', 28_413],
  ])('%s is %i microlitres', (text, ul) => {
    expect(parseVolume(text)).toEqual({ ok: true, value: ul });
  });

  it.each([
    ['1 gal 42 US fl oz', 'us', 3_785_412 + 1_242_088],
    ['1 gal 42 oz', 'us', 3_785_412 + 1_242_088],
    ['3 us gal and 64 fl oz', 'us', 11_356_235 + 1_892_706],
    ['1 gallon 1 imp fl oz', 'imperial', 4_546_090 + 28_413],
    ['1 gal, 1 ounce', 'imperial', 4_546_090 + 28_413],
  ] as const)('gallons and ounces together, %s in %s, are %i microlitres', (text, system, ul) => {
    const read = parseVolume(text, { system });
    expect(read.ok && Math.abs(read.value - ul)).toBeLessThanOrEqual(1);
  });

  it('reads every amount as it is shown, to half of what it is shown in', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('metric', 'us', 'imperial'),
        fc.integer({ min: UNIT_UL.ml, max: 900 * UNIT_UL.l }),
        (system, ul) => {
          const read = parseVolume(formatVolume(ul, system), { system, field: 'Amount' });
          expect(read.ok && Math.abs(read.value - ul) <= Math.max(0.5 * UNIT_UL.ml, 0.006 * ul)).toBe(true);
        },
      ),
    );
  });

  it('takes a bare number in the unit it is asked in', () => {
    expect(parseVolume('2', { unit: 'l' })).toEqual({ ok: true, value: 2_000_000 });
  });

  it('settles a bare oz or gal only where a unit system was entered', () => {
    expect(parseVolume('1 gal')).toMatchObject({
      ok: false,
      code: 'unit.ambiguous',
      facts: { typed: 'gal', word: 'gal' },
    });
    expect(parseVolume('1 gal', { system: 'us' })).toEqual({ ok: true, value: 3_785_412 });
    expect(parseVolume('1 gal', { system: 'imperial' })).toEqual({ ok: true, value: 4_546_090 });
  });

  it.each([
    ['', 'number.missing'],
    ['ml', 'volume.noNumber'],
    ['-5 ml', 'number.negative'],
    ['\u22125 ml', 'number.negative'],
    ['0', 'volume.zero'],
    ['1,500', 'number.ambiguous'],
    ['1e400', 'unit.unknown'],
    ['0x10', 'unit.unknown'],
    ['Infinity', 'volume.noNumber'],
    ['NaN', 'volume.noNumber'],
    ['5 bananas', 'unit.unknown'],
    ['5 constructor', 'unit.unknown'],
    ['3/0 l', 'number.unreadable'],
    ['999999999999', 'volume.tooLarge'],
    ['999999 l', 'volume.tooLarge'],
  ])('refuses "%s" as %s, naming the field and what would work', (text, code) => {
    const read = parseVolume(text, { field: 'Fill limit' });
    expect(read).toMatchObject({ ok: false, code, facts: { field: 'Fill limit' } });
  });

  it('never throws and always ends, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 5_000, unit: 'binary' }), (text) => {
        const read = parseVolume(text);
        if (read.ok) microlitres(read.value);
        parseNumber(text, 'Amount');
      }),
      { numRuns: 500 },
    );
    expect(parseVolume(`1${' '.repeat(500_000)}x`).ok).toBe(true);
  });

  it('reads back what it wrote, to the microlitre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: LARGEST_UL }), (ul) => {
        expect(parseVolume(formatExactVolume(ul))).toEqual({ ok: true, value: ul });
      }),
    );
  });
});

describe('a volume', () => {
  it('is refused where it is not whole microlitres', () => {
    for (const n of [0.5, -1, Number.NaN, Number.POSITIVE_INFINITY, LARGEST_UL + 1]) {
      expect(() => microlitres(n)).toThrow(RangeError);
    }
  });

  it('rounds units to the nearest microlitre', () => {
    expect(volumeOf(1, 'usFlOz')).toEqual({ ok: true, value: 29_574 });
    expect(volumeOf(Number.NaN, 'ml')).toMatchObject({ code: 'volume.unreadable' });
    expect(volumeOf(-1, 'ml')).toMatchObject({ code: 'volume.negative' });
    expect(UNIT_UL.impGal).toBe(8 * UNIT_UL.impPint);
    expect(UNIT_UL.usGal).toBeCloseTo(128 * UNIT_UL.usFlOz, 6);
  });

  it.each([
    [57_692, 'metric', 1_000, '58 ml'],
    [57_692, 'metric', undefined, '57.7 ml'],
    [692_308, 'metric', undefined, '692 ml'],
    [17_856_000, 'metric', undefined, '17.86 L'],
    [3_200_000, 'metric', undefined, '3.2 L'],
    [443_603, 'us', undefined, '15 US fl oz'],
    [18_927_059, 'us', undefined, '5 US gal'],
    [4_546_090, 'imperial', undefined, '1 imp gal'],
    [2_500, 'metric', 500, '2.5 ml'],
    [0, 'metric', undefined, '0 ml'],
    [-4_000, 'metric', undefined, '-4 ml'],
  ] as const)('%i is read as it is measured', (ul, system, step, shown) => {
    expect(formatVolume(ul, system, step)).toBe(shown);
  });
});

describe('a size', () => {
  it('is asked for with its unit, and names both things it could be', () => {
    const read = (text: string, system: 'metric' | 'us' | 'imperial' = 'metric') =>
      parseVolume(text, { field: 'Size', askUnit: true, system });
    expect(read('5')).toMatchObject({
      ok: false,
      code: 'volume.noUnit',
      facts: { typed: '5', system: 'metric' },
    });
    expect(read('5', 'us')).toMatchObject({ facts: { system: 'us' } });
    expect(read('5 l')).toEqual({ ok: true, value: 5_000_000 });
    expect(read('big')).toMatchObject({ code: 'volume.noNumber' });
  });
});

describe('what is printed', () => {
  it('water that runs is spoken of in whole litres and gallons, and in halves where it is little', () => {
    expect([137.1, 4.3, 0.2].map((l) => formatWater(l, 'metric'))).toEqual(['137 L', '4 L', '0 ml']);
    expect([137.1, 5.2].map((l) => formatWater(l, 'us'))).toEqual(['36 US gal', '1 gal 64 US fl oz']);
    expect(formatWater(137.1, 'imperial')).toBe('30 imp gal');
  });

  it.each([
    [1_025_000, 'metric', 5_000, '1.025 L'],
    [1_020_000, 'metric', 10_000, '1.02 L'],
    [4, 'metric', undefined, '0.004 ml'],
    [57_500, 'metric', 500, '57.5 ml'],
    [16_235_892, 'us', undefined, '4 gal 37 US fl oz'],
    [18_927_058.92, 'us', undefined, '5 US gal'],
    [4_546_090 + 28_413, 'imperial', undefined, '1 gal 1 imp fl oz'],
    [0, 'us', undefined, '0 US fl oz'],
  ] as const)('%d ul for a %s shop by %s is %s', (ul, units, step, text) => {
    expect(formatVolume(ul, units, step)).toBe(text);
  });
});
