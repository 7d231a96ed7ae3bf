import type { UnitSystem } from '#core/units/units.ts';

/** What a field on the Bench takes, and so what stands on its keys. */
export type PadFor = 'strength' | 'volume' | 'number' | 'size';

const VOLUMES: Record<UnitSystem, string[]> = {
  metric: ['ml', 'l'],
  us: ['us oz', 'us gal'],
  imperial: ['imp oz', 'imp gal'],
};

/**
 * The keys a field has besides the digits. What is on a key is what it types, as the parsers read it, in every language.
 *
 * @param words volumes with names of their own there, such as `cap`, and `cm` where a depth is read
 */
export function padKeys(of: PadFor, units: UnitSystem, words: readonly string[] = []): string[] {
  switch (of) {
    case 'strength':
      return [
        ...[':', 'in', '%'],
        ...(units === 'metric' ? ['ml/l', 'per', 'ml', 'l'] : ['per', 'oz', 'gal', 'ml/l']),
        ...words,
      ];
    case 'volume':
      return [...VOLUMES[units], ...words];
    case 'size':
      return ['x', 'cm'];
    case 'number':
      return [];
  }
}

/** What stands in a field after one more key: words stand apart, and a unit takes the place of the one before. */
export function pressed(value: string, key: string, of: PadFor): string {
  const before = value.trimEnd();
  if (/^[\d.]$/.test(key)) return /[a-z]$/i.test(before) ? `${before} ${key}` : value + key;
  if (key === ':' || key === '%') return before + key;
  const kept = of === 'volume' ? before.replace(/[^\d.,/ ]+.*$/, '').trimEnd() : before;
  return `${kept} ${key}`.trimStart();
}

/** Takes back what one key typed: a digit, or a whole word. */
export const withoutLast = (value: string): string =>
  value.trimEnd().replace(/(?: ?(?:us |imp )?[a-z]+(?:\/[a-z]+)?|.)$/i, '');
