import { describe, expect, it } from 'vitest';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { type PadFor, padKeys, pressed, withoutLast } from './keypadKeys.ts';

const type = (of: PadFor, ...keys: string[]) => keys.reduce((value, key) => pressed(value, key, of), '');

describe('the keys of the screen', () => {
  it.each<[string, string[]]>([
    ['1:12', ['1', ':', '1', '2']],
    ['1 in 12', ['1', 'in', '1', '2']],
    ['4%', ['4', '%']],
    ['30 ml/l', ['3', '0', 'ml/l']],
    ['30 ml per 5 l', ['3', '0', 'ml', 'per', '5', 'l']],
    ['2 cap per 5 l', ['2', 'cap', 'per', '5', 'l']],
    ['2 cap per bucket', ['2', 'cap', 'per', 'bucket']],
    ['10 cm', ['1', '0', 'cm']],
  ])('type the strength %s, key by key on what its field offers', (text, keys) => {
    expect(type('strength', ...keys)).toBe(text);
    const offered = padKeys('strength', 'metric', ['cap', 'bucket', 'cm']);
    expect(keys.filter((key) => !/\d/.test(key)).every((key) => offered.includes(key))).toBe(true);
  });

  it('type what its hint names, as it is read', () => {
    for (const text of ['1:12', '1 in 12', '4%', '30 ml/l'])
      expect(parseStrength(text)).toMatchObject({ ok: true });
    const capped = parseStrength(type('strength', '2', 'cap', 'per', '5', 'l'), { words: { cap: 7_500 } });
    expect(capped.ok).toBe(true);
    expect(parseStrength(type('strength', '4', 'oz', 'per', '1', 'gal'), { system: 'us' }).ok).toBe(true);
  });

  it.each(['metric', 'us', 'imperial'] as const)(
    'type every unit of %s as a volume that is read',
    (units) => {
      for (const unit of padKeys('volume', units)) {
        expect(parseVolume(type('volume', '2', unit), { system: units, field: 'Amount' }).ok).toBe(true);
      }
    },
  );

  it('put a unit in the place of the one before', () => {
    expect(type('volume', '3', '5', '0', 'l', 'ml')).toBe('350 ml');
    expect(type('volume', '5', 'us oz', 'us gal')).toBe('5 us gal');
  });

  it('take back a digit, or a whole word', () => {
    expect(withoutLast('1:12')).toBe('1:1');
    expect(withoutLast('30 ml/l')).toBe('30');
    expect(withoutLast('5 us gal')).toBe('5');
    expect(withoutLast('1 in')).toBe('1');
    expect(withoutLast('')).toBe('');
  });
});
